/** What lies on a chosen base: how much water it sets free, in the order it is laid. */
import type { JSX } from 'react';

import type { BaseView } from '../../api/types';
import { withUnit } from '../../parts/format';
import styles from './candidates.module.css';

export function ToppingLoad({ base }: { base: BaseView }): JSX.Element {
  const bad = base.verdict === 'wet' || base.verdict === 'soggy';
  return (
    <section className={styles.toppings} aria-label="What lies on it">
      <h3>What lies on it</h3>
      {base.words.map((words, i) => (
        <p key={words} className={bad && i === 0 ? styles.bad : ''}>
          {words}
        </p>
      ))}
      <ol className={styles.layers} aria-label="From the base up">
        {base.layers.map((layer) => (
          <li key={layer.line_id}>
            <b>
              {withUnit(layer.grams, 'g')} {layer.name}
            </b>{' '}
            {layer.free_water >= 0.5 && `sets ${withUnit(layer.free_water, 'g')} of water free; `}
            {layer.cooked_first ? 'cooked first' : layer.heat}.
            {layer.drier && <span className="soft"> Drier: {layer.drier}.</span>}
          </li>
        ))}
      </ol>
      {base.unknown.length > 0 && (
        <p className="soft">
          Nobody here knows how {base.unknown.join(', ')} behaves on a base; its weight counts, its
          water does not.
        </p>
      )}
    </section>
  );
}
