/** One step: its number, words, what it takes, facts, cautions; opened, it can be changed. */
import type { JSX } from 'react';

import type { CookStepView, MethodView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { StepForm } from './StepForm';
import { factsOf, sentenceOf, takenText } from './reading';
import styles from './recipe.module.css';

interface StepRowProps {
  step: CookStepView;
  view: MethodView;
  open: boolean;
  onOpen: (is: boolean) => void;
}

export function StepRow({ step, view, open, onOpen }: StepRowProps): JSX.Element {
  if (step.kind === 'ghost')
    return (
      <li className={styles.ghost}>
        <span className={styles.number} aria-hidden="true" />
        <s>{sentenceOf(step.words)}</s>
        <span className="hidden">, struck by the swap</span>
      </li>
    );
  const facts = factsOf(step);
  const own = step.kind === 'own';
  return (
    <li className={own ? styles.step : styles.standIn}>
      <span className={styles.number}>{step.number}</span>
      <div>
        <p className={styles.words}>
          {step.part && <em>{step.part}:</em>}
          {sentenceOf(step.words)}
          {step.tail && <span className={styles.tail}> {sentenceOf(step.tail)}</span>}
          {own && (
            <PlainButton
              className={styles.change}
              aria-expanded={open}
              aria-label={`Change step ${step.number}`}
              onClick={() => onOpen(!open)}
            >
              {open ? 'Close' : 'Change'}
            </PlainButton>
          )}
        </p>
        {step.takes.length > 0 && (
          <p className={styles.takes}>
            {step.takes.map((taken, place) => (
              <span key={taken.ref} className={taken.step === null ? undefined : styles.made}>
                {place > 0 && ' · '}
                {takenText(taken)}
              </span>
            ))}
          </p>
        )}
        {facts.length > 0 && <p className={styles.facts}>{facts.join(' · ')}</p>}
        {step.weighs && <p className={styles.weighs}>{step.weighs}</p>}
        {step.until && step.kind === 'stand_in' && <p className={styles.cue}>{step.until}</p>}
        {step.was && (
          <p className={styles.was}>
            <span className="hidden">The recipe says: </span>
            <s>{sentenceOf(step.was)}</s>
          </p>
        )}
        {step.look_words && <p className={styles.look}>{step.look_words}</p>}
        {step.cautions.map((caution) => (
          <p key={caution.key} className={styles.mind} title={caution.why}>
            {caution.who && <b>{caution.who}: </b>}
            {caution.text}
          </p>
        ))}
        {open && <StepForm step={step} view={view} onDone={() => onOpen(false)} />}
      </div>
    </li>
  );
}
