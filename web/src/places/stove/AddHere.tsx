/** "I added something": by food and spoon, counted on the plate at once. */
import { useState, type JSX } from 'react';

import type { AddedToDish, EveningView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { withUnit } from '../../parts/format';
import styles from './stove.module.css';
import { Written } from './Written';

interface FormProps {
  dishes: EveningView['dishes'];
  first: string;
  onAdd: (dish: string, words: string) => void;
  onClose: () => void;
}

export function AddForm({ dishes, first, onAdd, onClose }: FormProps): JSX.Element {
  const [dish, setDish] = useState(first);
  return (
    <Written
      label="What did you add?"
      placeholder="1 tbsp rapeseed oil"
      keepWords="It is in"
      onKeep={(words) => onAdd(dish, words)}
      onClose={onClose}
    >
      {dishes.length > 1 && (
        <div className={styles.actions} role="group" aria-label="To which dish">
          {dishes.map((one) => (
            <PlainButton
              key={one.id}
              aria-pressed={one.id === dish}
              onClick={() => setDish(one.id)}
            >
              {one.title}
            </PlainButton>
          ))}
        </div>
      )}
    </Written>
  );
}

interface Props {
  added: AddedToDish[];
  dishes: EveningView['dishes'];
  onTakeBack: (event: string) => void;
}

/** What was added, what it does to a serving, whose limits it breaks. */
export function AddedSoFar({ added, dishes, onTakeBack }: Props): JSX.Element {
  return (
    <>
      {added.map((one) => (
        <section key={one.dish} className={styles.added} aria-label="Added">
          <h2>
            Added{dishes.length > 1 && ` to ${dishes.find((d) => d.id === one.dish)?.title ?? ''}`}
          </h2>
          <ul>
            {one.said.map((record) => (
              <li key={record.event}>
                {record.words}
                <PlainButton
                  aria-label={`Take back: ${record.words}`}
                  onClick={() => onTakeBack(record.event)}
                >
                  Take it back
                </PlainButton>
              </li>
            ))}
          </ul>
          {one.view.figures.map((figure) => (
            <p key={figure.nutrient}>
              {figure.label} a serving:{' '}
              {figure.was === null ? 'not known' : withUnit(figure.was, figure.unit)} before,{' '}
              <b>{figure.now === null ? 'not known' : withUnit(figure.now, figure.unit)}</b> now
            </p>
          ))}
          {one.view.limits.map((words) => (
            <p key={words} className={styles.broken}>
              {words}
            </p>
          ))}
        </section>
      ))}
    </>
  );
}
