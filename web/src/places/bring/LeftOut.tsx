/** What was pasted and is no food: set aside, never lost, each back with one click. */
import { useMutation } from '@tanstack/react-query';
import type { JSX } from 'react';

import { sentence } from '../../api/client';
import { readLine } from '../../api/reading';
import type { Aside, Dish } from '../../api/types';
import { asLines, asStep } from '../../draft/kinds';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import styles from './bring.module.css';

const WORDS: Record<Aside['kind'], string> = {
  furniture: 'page',
  note: 'note',
  story: 'story',
  nutrition: 'nutrition',
};

interface Props {
  dish: Dish;
  onChange: (dish: Dish) => void;
}

export function LeftOut({ dish, onChange }: Props): JSX.Element | null {
  const reading = useMutation({
    mutationFn: async (aside: Aside) =>
      asLines(dish, aside.id, aside.text, await readLine(aside.text, dish.unit_system)),
    onSuccess: onChange,
  });
  const count = dish.asides.length;
  if (count === 0) return null;
  return (
    <details className={styles.leftOut}>
      <summary>
        Left out: {count === 1 ? 'one line' : `${count} lines`} that {count === 1 ? 'is' : 'are'} no
        food
      </summary>
      {reading.error && <Notice bad>{sentence(reading.error)}</Notice>}
      <ul className="plain-list">
        {dish.asides.map((aside) => (
          <li key={aside.id}>
            <span className="soft">{WORDS[aside.kind]}</span>
            <span className="grow">{aside.text}</span>
            <PlainButton
              className="chip"
              aria-label={`Ingredient: ${aside.text}`}
              onClick={() => reading.mutate(aside)}
            >
              ingredient
            </PlainButton>
            <PlainButton
              className="chip"
              aria-label={`Step: ${aside.text}`}
              onClick={() => onChange(asStep(dish, aside))}
            >
              step
            </PlainButton>
          </li>
        ))}
      </ul>
    </details>
  );
}
