/** An eater's limits as reach bars, and what breaks their exclusions. */
import type { JSX } from 'react';

import { useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take } from '../api/client';
import type { EaterView } from '../api/types';
import { ReachBar } from './ReachBar';

interface Props {
  eater: EaterView;
  onOpen?: (nutrient: string) => void;
}

type Breach = EaterView['breaches'][number];

/** The same food on two lines is one thing to say. */
function unlike(breaches: Breach[]): Breach[] {
  return breaches.filter((b, i) => breaches.findIndex((other) => other.words === b.words) === i);
}

const GRAVE: Record<string, string> = { contains: 'bad', tolerated: 'ok' };

/** Cautions that concern this eater; one line with a why, put away one by one. */
export function PeopleCautions({ eater }: { eater: EaterView }): JSX.Element | null {
  const queries = useQueryClient();
  const dismiss = useMutation({
    mutationFn: (key: string) =>
      take(
        client.POST('/api/eaters/{eater_id}/cautions/{key}', {
          params: { path: { eater_id: eater.id, key } },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['preview'] }),
  });
  if (eater.cautions.length === 0) return null;
  return (
    <>
      {eater.cautions.map((caution) => (
        <details key={caution.key} className="people-caution">
          <summary>{caution.text}</summary>
          <p>{caution.why}</p>
          <button type="button" className="chip" onClick={() => dismiss.mutate(caution.key)}>
            {eater.name} knows this
          </button>
        </details>
      ))}
    </>
  );
}

export function Limits({ eater, onOpen }: Props): JSX.Element {
  return (
    <>
      {eater.reaches.map((reach) => (
        <ReachBar
          key={`${reach.nutrient}-${reach.per}`}
          reach={reach}
          onOpen={onOpen && (() => onOpen(reach.nutrient))}
        />
      ))}
      {unlike(eater.breaches).map((breach) => (
        <p
          key={`${breach.line_id}-${breach.what}`}
          className={`verdict ${GRAVE[breach.certainty] ?? 'unsure'}`}
        >
          {breach.words}
          {breach.help && <span className="soft"> · {breach.help}</span>}
        </p>
      ))}
      {eater.rules.map((rule) => (
        <p key={rule.rule} className={`verdict ${rule.kept ? 'ok' : 'bad'}`}>
          {rule.rule}: {rule.words}
        </p>
      ))}
      {eater.reaches.length === 0 && eater.breaches.length === 0 && (
        <p className="verdict ok">nothing against it</p>
      )}
    </>
  );
}
