/** Cautions that concern somebody eating: once per dish, with a why, put away by each of them. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';

import { client, take } from '../api/client';
import type { Preview } from '../api/types';
import { PlainButton } from './PlainButton';
import styles from './peopleCautions.module.css';

export function PeopleCautions({ preview }: { preview: Preview }): JSX.Element | null {
  const queries = useQueryClient();
  const dismiss = useMutation({
    mutationFn: ({ eater, key }: { eater: string; key: string }) =>
      take(
        client.POST('/api/eaters/{eater_id}/cautions/{key}', {
          params: { path: { eater_id: eater, key } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['preview'] }),
  });
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
              onClick={() => dismiss.mutate({ eater, key: caution.key })}
            >
              {nameOf(eater)} knows this
            </PlainButton>
          ))}
        </details>
      ))}
    </section>
  );
}
