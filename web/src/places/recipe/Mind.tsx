/** The cautions of the dish, each once; one that everybody knows can be put away. */
import Button from '@mui/material/Button';
import type { JSX } from 'react';

import { useKnowCaution } from '../../api/table';
import type { DishCaution } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import styles from './recipe.module.css';

export function Mind({ cautions }: { cautions: DishCaution[] }): JSX.Element | null {
  const { preview } = useOpenDish();
  const known = useKnowCaution();
  const eaters = preview?.eaters ?? [];
  /** Who has still to say that they know it. */
  const open = (caution: DishCaution): typeof eaters =>
    eaters.filter(
      ({ id }) =>
        (caution.eaters.length === 0 || caution.eaters.includes(id)) && !caution.known.includes(id),
    );
  const shown = cautions.filter((caution) => !caution.put_away);
  const away = cautions.filter((caution) => caution.put_away && caution.steps.length > 0).length;
  if (cautions.length === 0) return null;
  return (
    <section className={styles.cautions} aria-label="Mind">
      <h2>Mind</h2>
      <ul>
        {shown.map((caution) => (
          <li key={caution.key}>
            {caution.who && <b>{caution.who}: </b>}
            {caution.text}{' '}
            {caution.steps.length > 0 && (
              <span className="soft">
                {caution.steps.length === 1 ? 'Step' : 'Steps'} {caution.steps.join(', ')}
              </span>
            )}
            <details>
              <summary>Why</summary>
              <p>{caution.why}</p>
              {open(caution).length > 1 && (
                <Button
                  size="small"
                  onClick={() =>
                    known.mutate({ key: caution.key, eaters: open(caution).map(({ id }) => id) })
                  }
                >
                  {caution.who ? 'They all know this' : 'We all know this'}
                </Button>
              )}
              {open(caution).map(({ id, name }) => (
                <Button
                  key={id}
                  size="small"
                  onClick={() => known.mutate({ key: caution.key, eaters: [id] })}
                >
                  {name} knows this
                </Button>
              ))}
            </details>
          </li>
        ))}
      </ul>
      {away > 0 && (
        <p className="soft">
          {away === 1 ? '1 more that you know stands' : `${away} more that you know stand`} at{' '}
          {away === 1 ? 'its step' : 'their steps'}.
        </p>
      )}
    </section>
  );
}
