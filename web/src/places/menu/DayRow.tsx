/** One day: when it is served and who is there, its dishes, and what they leave each eater. */
import { useState, type JSX } from 'react';

import type {
  EaterLimits,
  EaterRecord,
  MenuAnswer,
  MenuDayRecord,
  MenuDayView,
} from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { listed, plain } from '../../parts/format';
import { AddMeal } from './AddMeal';
import { clock, dayAndMonth, weekday } from './dates';
import { MealRow } from './MealRow';
import styles from './menu.module.css';
import type { Menu } from './useMenu';
import { WhoIsThere } from './WhoIsThere';

interface Props {
  day: MenuDayRecord;
  view: MenuDayView | undefined;
  answer: MenuAnswer;
  eaters: EaterRecord[];
  menu: Menu;
  open: string | null;
  onOpen: (id: string | null) => void;
}

/** Who is there, in a few words. */
function there({ day, eaters }: Pick<Props, 'day' | 'eaters'>): string {
  const names = eaters.filter((one) => day.eaters.includes(one.id)).map((one) => one.name);
  const guests = day.guests === 1 ? '1 guest' : `${plain(day.guests)} guests`;
  const all = [...names, ...(day.guests > 0 ? [guests] : [])];
  if (!all.length) return 'nobody';
  if (day.everybody && day.guests === 0 && names.length > 1) return 'everybody';
  return listed(all);
}

/** What is left of the day: the limits that are missed before those that are kept. */
function Left({ limits }: { limits: EaterLimits }): JSX.Element {
  const lines = [...limits.lines].sort((one, other) => Number(one.met) - Number(other.met));
  return (
    <div className={styles.left}>
      <dt>{limits.name}</dt>
      {lines.length === 0 && <dd className="soft">no limit for the day</dd>}
      {lines.map((line) => (
        <dd key={line.nutrient} data-met={line.met}>
          {line.label.toLowerCase()} {line.words}
        </dd>
      ))}
    </div>
  );
}

export function DayRow(props: Props): JSX.Element {
  const { day, view, answer, eaters, menu, open, onOpen } = props;
  const [adding, setAdding] = useState(false);
  const [asking, setAsking] = useState(false);
  const today = day.date === answer.today;
  return (
    <li className={styles.day} data-today={today} data-past={day.date < answer.today}>
      <div className={styles.when}>
        <h3>{weekday(day.date)}</h3>
        <p>
          {dayAndMonth(day.date)}
          {today && ', today'}
        </p>
        <PlainButton
          className={styles.who}
          aria-expanded={asking}
          aria-label={`${weekday(day.date)}: served at ${clock(day.serve_at)}, ${there(props)}`}
          onClick={() => setAsking(!asking)}
        >
          {clock(day.serve_at)}, {there(props)}
        </PlainButton>
      </div>
      <div className={styles.meals}>
        {asking && (
          <WhoIsThere
            key={`${day.serve_at}${day.guests}${String(day.everybody)}${day.eaters.join()}`}
            day={day}
            eaters={eaters}
            onSave={(form) => {
              menu.changeDay(day.date, form);
              setAsking(false);
            }}
            onClose={() => setAsking(false)}
          />
        )}
        {day.meals.map((meal) => (
          <MealRow
            key={meal.id}
            meal={meal}
            view={view?.meals.find((one) => one.id === meal.id)}
            answer={answer}
            eaters={eaters}
            menu={menu}
            open={open === meal.id}
            onOpen={(is) => onOpen(is ? meal.id : null)}
          />
        ))}
        {adding ? (
          <AddMeal
            day={day}
            answer={answer}
            onAdd={(meal) => menu.put(meal).then(() => setAdding(false))}
            onClose={() => setAdding(false)}
          />
        ) : (
          <PlainButton
            className={styles.add}
            aria-label={`Put a dish on ${weekday(day.date)}`}
            onClick={() => setAdding(true)}
          >
            + a dish
          </PlainButton>
        )}
      </div>
      <dl className={styles.lefts}>
        {view?.eaters.map((limits) => (
          <Left key={limits.eater} limits={limits} />
        ))}
      </dl>
    </li>
  );
}
