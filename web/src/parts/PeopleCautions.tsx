/** Cautions that concern somebody eating: once per dish, with a why, put away by each of them. */
import type { JSX } from 'react';

import { useKnowCaution } from '../api/table';
import type { Preview } from '../api/types';
import { PlainButton } from './PlainButton';
import styles from './peopleCautions.module.css';

export function PeopleCautions({ preview }: { preview: Preview }): JSX.Element | null {
  const dismiss = useKnowCaution();
  const nameOf = (id: string): string => preview.eaters.find((e) => e.id === id)?.name ?? '';
  if (preview.cautions.length === 0) return null;
  return (
    <section aria-label="Cautions" className={styles.peopleCautions}>
      <h3>Cautions</h3>
      {preview.cautions.map((caution) => (
        <details key={caution.key} className={styles.peopleCaution}>
          <summary>
            {caution.text} <span className="soft">{caution.eaters.map(nameOf).join(', ')}</span>
          </summary>
          <p>{caution.why}</p>
          {caution.eaters.map((eater) => (
            <PlainButton
              key={eater}
              className="chip"
              onClick={() => dismiss.mutate({ key: caution.key, eaters: [eater] })}
            >
              {nameOf(eater)} knows this
            </PlainButton>
          ))}
        </details>
      ))}
    </section>
  );
}
