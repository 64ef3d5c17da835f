/** One run sheet over the days: each day's cooking, and what is done for it the day before. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { menuQuery, menuSheetQuery } from '../../api/menu';
import type { MenuSheetDay, MenuTodo } from '../../api/types';
import { keep, recall } from '../../browser/storage';
import { PlainButton } from '../../parts/PlainButton';
import { clockOf, listed } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import { SheetList } from '../run-sheet/SheetList';
import { called, plusDays } from './dates';
import styles from './menuSheet.module.css';
import { startOn } from './startOn';

const DAYS = 7;

interface Wishes {
  cooks: number | null;
  ahead: Record<string, string[]>;
}

const NONE: Wishes = { cooks: null, ahead: {} };

function useWishes(): [Wishes, (next: Partial<Wishes>) => void] {
  const [wishes, setWishes] = useState<Wishes>(() => ({
    ...NONE,
    ...recall<Partial<Wishes>>('menu-sheet'),
  }));
  return [
    wishes,
    (next) => {
      const all = { ...wishes, ...next };
      setWishes(all);
      keep('menu-sheet', all);
    },
  ];
}

function Todos({ todos }: { todos: MenuTodo[] }): JSX.Element | null {
  if (!todos.length) return null;
  return (
    <ul className={styles.todos}>
      {todos.map((one) => (
        <li key={one.kind + one.meal}>
          <time>{clockOf(one.at)}</time> {one.words}.
        </li>
      ))}
    </ul>
  );
}

interface DayProps {
  day: MenuSheetDay;
  today: string;
  /** What of other days is done on this one: their sheets and what is thawed or frozen. */
  forOthers: MenuSheetDay[];
  todos: MenuTodo[];
  wishes: Wishes;
  change: (next: Partial<Wishes>) => void;
}

function Day({ day, today, forOthers, todos, wishes, change }: DayProps): JSX.Element {
  const titles = day.dishes.map((dish) => dish.title);
  const { sheet } = day;
  const chosen = wishes.ahead[day.date] ?? [];
  return (
    <section className={styles.day} aria-label={called(day.date, today)}>
      <h2>{called(day.date, today)}</h2>
      <Todos todos={todos} />
      {forOthers.map(
        (other) =>
          other.before && (
            <div key={other.date} className={styles.before}>
              <h3>
                For {called(other.date, today)}: {listed(other.dishes.map((one) => one.title))}
              </h3>
              <SheetList
                sheet={other.before}
                titles={other.dishes.map((one) => one.title)}
                last="Into the fridge until then"
              />
            </div>
          ),
      )}
      {day.problem && <Notice>{day.problem}</Notice>}
      {sheet && sheet.items.length > 0 && (
        <>
          <h3>
            {listed(titles)}, on the table at {clockOf(sheet.serve)}
          </h3>
          {sheet.why.map((words) => (
            <Notice key={words}>{words}</Notice>
          ))}
          <SheetList sheet={sheet} titles={titles} />
          {day.other_size.length > 0 && (
            <Notice>
              {listed(day.other_size)}: saved for another size than is planned here. Open it in{' '}
              <Link to="/menu">Days</Link> and set it before you cook.
            </Notice>
          )}
          {day.date === today && day.other_size.length === 0 && (
            <p>
              <Link
                to={`/dishes/${day.dishes[0]?.id ?? ''}/run-sheet`}
                onClick={() => startOn(day)}
              >
                Start cooking from here
              </Link>
            </p>
          )}
          {sheet.ahead.length > 0 && (
            <div className={styles.ahead}>
              <h3>Could be done the day before</h3>
              {sheet.ahead.map((one) => (
                <Tick
                  key={one.tasks.join()}
                  checked={one.on}
                  onChange={(on) => {
                    const others = chosen.filter((task) => !one.tasks.includes(task));
                    const mine = on ? [...others, ...one.tasks] : others;
                    change({ ahead: { ...wishes.ahead, [day.date]: mine } });
                  }}
                >
                  {one.words}
                </Tick>
              ))}
            </div>
          )}
        </>
      )}
    </section>
  );
}

export function MenuSheetPlace(): JSX.Element {
  const menu = useQuery(menuQuery('', DAYS));
  const [wishes, change] = useWishes();
  const today = menu.data?.today ?? '';
  const found = useQuery({
    ...menuSheetQuery(today, DAYS, wishes.cooks, wishes.ahead),
    enabled: today !== '',
  });
  const problem = menu.error ?? found.error;
  if (problem) return <Notice bad>{sentence(problem)}</Notice>;
  const days = found.data ?? [];
  const todos = days.flatMap((day) => day.todos);
  const on = (date: string): MenuTodo[] =>
    [...new Map(todos.map((one) => [one.kind + one.meal, one])).values()].filter(
      (one) => one.at.slice(0, 10) === date,
    );
  const before = (date: string): MenuSheetDay[] =>
    days.filter((day) => day.before && plusDays(day.date, -1) === date);
  const shown = days.filter(
    (day) =>
      day.problem ||
      day.dishes.length > 0 ||
      on(day.date).length > 0 ||
      before(day.date).length > 0,
  );
  const cooks = wishes.cooks ?? days.find((day) => day.sheet)?.sheet?.cooks ?? 1;
  return (
    <div className={styles.place}>
      <div className={styles.bar}>
        <div className="row" role="group" aria-label="How many cooks">
          {[1, 2, 3].map((count) => (
            <PlainButton
              key={count}
              className="chip"
              aria-pressed={cooks === count}
              onClick={() => change({ cooks: count })}
            >
              {count === 1 ? 'one cook' : `${count} cooks`}
            </PlainButton>
          ))}
        </div>
        <Button variant="outlined" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {days.length < DAYS && <p className="soft">Laying out the days …</p>}
      {days.length >= DAYS && shown.length === 0 && (
        <p>
          Nothing is cooked in the next {DAYS} days. Put dishes on the <Link to="/menu">Menu</Link>;
          when to do what for them stands here.
        </p>
      )}
      {shown.map((day) => (
        <Day
          key={day.date}
          day={day}
          today={today}
          forOthers={before(day.date)}
          todos={on(day.date)}
          wishes={wishes}
          change={change}
        />
      ))}
    </div>
  );
}
