/** What the recipe leaves open, with marked defaults, and its steps with times and heat marked. */
import { useMutation, useQuery } from '@tanstack/react-query';
import type { JSX, ReactNode } from 'react';

import { lookThroughQuery, readLine } from '../../api/reading';
import type { Dish, Gap, StepView } from '../../api/types';
import { asLines, leftOut } from '../../draft/kinds';
import { PlainButton } from '../../parts/PlainButton';
import { duration, plain } from '../../parts/format';
import styles from './bring.module.css';

interface Props {
  dish: Dish;
  onTakeOver: (keys: string[]) => void;
  onLine?: (lineId: string) => void;
}

/** How much is open, where the lines are counted; the list itself stands below them. */
export function OpenCount({ dish }: { dish: Dish }): JSX.Element | null {
  const look = useQuery(lookThroughQuery(dish));
  const open = look.data?.gaps.filter((gap) => gap.open).length ?? 0;
  if (open === 0) return null;
  return (
    <a href="#open-points" className={styles.assumed}>
      {open === 1 ? 'One thing' : `${open} things`} the recipe does not say
    </a>
  );
}

export function OpenPoints({ dish, onTakeOver, onLine }: Props): JSX.Element | null {
  const look = useQuery(lookThroughQuery(dish));
  const open = look.data?.gaps.filter((gap) => gap.open) ?? [];
  const taken = (look.data?.gaps.length ?? 0) - open.length;
  if (open.length === 0 && taken === 0) return null;
  const defaults = open.filter((gap) => gap.default);
  return (
    <section
      aria-label="What the recipe leaves open"
      className={styles.openPoints}
      id="open-points"
    >
      <div className="row">
        <h3>
          {open.length === 0
            ? 'Nothing is missing'
            : `${open.length === 1 ? 'One thing' : `${open.length} things`} the recipe does not say`}
        </h3>
        <span className="grow" />
        {defaults.length > 1 && (
          <PlainButton className="chip" onClick={() => onTakeOver(defaults.map((gap) => gap.key))}>
            Use all {defaults.length} suggestions
          </PlainButton>
        )}
      </div>
      <ul className="plain-list">
        {open.map((gap) => (
          <li key={gap.key}>
            <Point gap={gap} dish={dish} />
            {gap.default ? (
              <PlainButton className="chip" onClick={() => onTakeOver([gap.key])}>
                Use this
              </PlainButton>
            ) : (
              onLine &&
              gap.kind === 'amount' && (
                <PlainButton className="chip" onClick={() => onLine(gap.subject)}>
                  Fix
                </PlainButton>
              )
            )}
          </li>
        ))}
      </ul>
      {taken > 0 && <p className="soft">{taken} suggestions used.</p>}
    </section>
  );
}

function Point({ gap, dish }: { gap: Gap; dish: Dish }): JSX.Element {
  const step = dish.steps.findIndex((s) => s.id === gap.subject);
  return (
    <span>
      {step >= 0 && <span className="soft">step {step + 1} · </span>}
      <b>{gap.words}</b>{' '}
      {gap.default ? (
        <span className={styles.assumed}>assumed {gap.default}</span>
      ) : (
        <span className="soft">please fill in</span>
      )}
    </span>
  );
}

function spanText(low: number, high: number): string {
  return low === high ? duration(low) : `${duration(low)} to ${duration(high)}`;
}

function marked(text: string, view: StepView | undefined): ReactNode[] {
  const marks = [
    ...(view?.times ?? []).map((t) => ({ ...t, title: spanText(t.low, t.high) })),
    ...(view?.heats ?? []).map((h) => ({
      ...h,
      title: h.kind === 'oven' ? `oven ${plain(h.celsius)} °C` : `centre ${plain(h.celsius)} °C`,
    })),
  ].sort((a, b) => a.start - b.start);
  const pieces: ReactNode[] = [];
  // The server counts characters, the browser UTF-16 units: both agree on whole characters.
  const characters = Array.from(text);
  let place = 0;
  for (const mark of marks) {
    pieces.push(characters.slice(place, mark.start).join(''));
    pieces.push(
      <mark key={mark.start} title={mark.title}>
        {characters.slice(mark.start, mark.end).join('')}
      </mark>,
    );
    place = mark.end;
  }
  pieces.push(characters.slice(place).join(''));
  return pieces;
}

interface StepsProps {
  dish: Dish;
  onChange?: (dish: Dish) => void;
}

export function StepsRead({ dish, onChange }: StepsProps): JSX.Element | null {
  const reading = useMutation({
    mutationFn: async (step: Dish['steps'][number]) =>
      asLines(dish, step.id, step.text, await readLine(step.text, dish.unit_system)),
    onSuccess: (next) => onChange?.(next),
  });
  const look = useQuery(lookThroughQuery(dish));
  if (dish.steps.length === 0) return null;
  return (
    <section aria-label="Steps" style={{ marginTop: 16 }}>
      <h3>Steps, times and temperatures marked</h3>
      <ol className={styles.stepsRead}>
        {dish.steps.map((step) => (
          <li key={step.id}>
            {marked(
              step.text,
              look.data?.steps.find((view) => view.step_id === step.id),
            )}
            {onChange && (
              <span className={styles.kinds}>
                <span className="soft">Make it</span>
                <PlainButton className="plain-button" onClick={() => reading.mutate(step)}>
                  an ingredient
                </PlainButton>
                <PlainButton
                  className="plain-button"
                  onClick={() => onChange(leftOut(dish, step.id))}
                >
                  not a step
                </PlainButton>
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
