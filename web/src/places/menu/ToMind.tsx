/** What there is to mind about these days, what is to be done about it at hand. */
import type { JSX } from 'react';
import { Link } from 'react-router';

import type { MenuAnswer, MenuNote } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { weekday } from './dates';
import styles from './menu.module.css';
import type { Menu } from './useMenu';

const GRAVE = new Set(['cannot', 'too_long', 'before', 'shelf_late', 'too_little']);

/** The first day on which something can be eaten and nothing else is, else the first. */
function freeDay(answer: MenuAnswer, note: MenuNote): string | null {
  const able = answer.days.filter(
    (one) => one.date >= answer.today && (!note.day || one.date <= note.day),
  );
  return (able.find((one) => one.meals.length === 0) ?? able.at(0))?.date ?? null;
}

function Note({
  note,
  answer,
  menu,
}: {
  note: MenuNote;
  answer: MenuAnswer;
  menu: Menu;
}): JSX.Element {
  const known = answer.shelf.find((one) => one.batch === note.batch);
  const day = freeDay(answer, note);
  return (
    <li data-grave={GRAVE.has(note.kind)}>
      {note.words}
      {note.kind === 'shelf_first' && known && day && (
        <>
          {' '}
          <PlainButton
            className="chip"
            onClick={() =>
              menu.add({
                date: day,
                kind: 'shelf',
                batch: known.batch,
                grams: null,
                dish: null,
                of: null,
                makes: null,
              })
            }
          >
            Eat it on {weekday(day)}
          </PlainButton>
        </>
      )}
      {note.kind === 'shelf_first' && !known && (
        <>
          {' '}
          <Link to="/shelf">To the Shelf</Link>
        </>
      )}
    </li>
  );
}

export function ToMind({ answer, menu }: { answer: MenuAnswer; menu: Menu }): JSX.Element | null {
  const { notes } = answer.view;
  const problems = answer.days.flatMap((day) => day.meals).filter((meal) => meal.problem);
  if (!notes.length && !problems.length) return null;
  const ordered = [...notes].sort(
    (one, other) => Number(GRAVE.has(other.kind)) - Number(GRAVE.has(one.kind)),
  );
  return (
    <section>
      <h2>To mind</h2>
      <ul className={styles.notes}>
        {problems.map((meal) => (
          <li key={meal.id} data-grave>
            {meal.title}: {meal.problem}
          </li>
        ))}
        {ordered.map((note) => (
          <Note
            key={`${note.kind}${note.meal}${note.batch}${note.day ?? ''}${note.words}`}
            note={note}
            answer={answer}
            menu={menu}
          />
        ))}
      </ul>
    </section>
  );
}
