/** What a swap does to the method: the steps it strikes, and its own in their place. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, type JSX } from 'react';
import { Link } from 'react-router';

import { methodQuery } from '../../api/reckon';
import type { Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { sentenceOf, stepsOfSwap } from '../recipe/reading';
import styles from './partSteps.module.css';

export function PartSteps({ slot }: { slot: Slot }): JSX.Element | null {
  const { draft, readings } = useOpenDish();
  const shown = useDeferredValue(draft.document);
  const method = useQuery({ ...methodQuery(shown, readings), enabled: slot.choice !== null });
  const steps = stepsOfSwap(method.data?.steps ?? [], slot.id);
  if (slot.choice === null || steps.length === 0) return null;
  return (
    <section className={styles.steps} aria-label="Steps of the swap">
      <h3>Steps</h3>
      <ol>
        {steps.map((step) => (
          <li key={step.id}>
            {step.kind === 'ghost' ? (
              <s className="soft">{sentenceOf(step.words)}</s>
            ) : (
              <>
                <b>{step.number}</b> {sentenceOf(step.words)}
                {step.weighs && <span className="soft"> {step.weighs}</span>}
              </>
            )}
          </li>
        ))}
      </ol>
      <Link to={`/dishes/${draft.id}/recipe`}>All steps of the dish</Link>
    </section>
  );
}
