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
      <table className="facts">
        <thead>
          <tr>
            <th scope="col">from the base up</th>
            <th scope="col">water set free</th>
            <th scope="col">in the heat</th>
            <th scope="col">drier</th>
          </tr>
        </thead>
        <tbody>
          {base.layers.map((layer) => (
            <tr key={layer.line_id}>
              <th scope="row">
                {withUnit(layer.grams, 'g')} {layer.name}
              </th>
              <td>{withUnit(layer.free_water, 'g')}</td>
              <td>{layer.heat}</td>
              <td>{layer.drier}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {base.unknown.length > 0 && (
        <p className="soft">
          Nobody here knows how {base.unknown.join(', ')} behaves on a base; its weight counts, its
          water does not.
        </p>
      )}
    </section>
  );
}
