/** The days of the menu: what is eaten, by whom, what it leaves of the day; what there is to mind. */
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { eatersQuery } from '../../api/table';
import type { MenuAnswer } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { dayAndMonth, plusDays } from './dates';
import { DayRow } from './DayRow';
import styles from './menu.module.css';
import { ToMind } from './ToMind';
import { DAYS, useMenu, type Menu } from './useMenu';
import { WeekMeans } from './WeekMeans';

function Span({ menu, today }: { menu: Menu; today: string }): JSX.Element {
  const { first } = menu;
  return (
    <div className={styles.span}>
      <h2>
        {dayAndMonth(first)} to {dayAndMonth(plusDays(first, DAYS - 1))}
      </h2>
      <PlainButton className="chip" onClick={() => menu.showFrom(plusDays(first, -DAYS))}>
        7 days earlier
      </PlainButton>
      <PlainButton className="chip" onClick={() => menu.showFrom(plusDays(first, DAYS))}>
        7 days later
      </PlainButton>
      {first !== today && (
        <PlainButton className="chip" onClick={() => menu.showFrom(today)}>
          From today
        </PlainButton>
      )}
    </div>
  );
}

function nothing(answer: MenuAnswer): boolean {
  return answer.days.every((day) => day.meals.length === 0);
}

export function DaysPlace(): JSX.Element {
  const menu = useMenu();
  const eaters = useQuery(eatersQuery);
  const [open, setOpen] = useState<string | null>(null);
  const { answer } = menu;
  if (!answer)
    return menu.error ? (
      <Notice bad>{sentence(menu.error)}</Notice>
    ) : (
      <p className="soft">Opening the menu …</p>
    );
  return (
    <div className={styles.place}>
      <div>
        <Span menu={menu} today={answer.today} />
        {menu.error && <Notice bad>{sentence(menu.error)}</Notice>}
        {menu.away.removed && (
          <Notice
            actions={
              <PlainButton className="chip" onClick={menu.away.bringBack}>
                Bring it back
              </PlainButton>
            }
          >
            {menu.away.removed.title} is off the menu.
          </Notice>
        )}
        {nothing(answer) && (
          <p>
            Nothing is planned for these days. Put a dish on a day: cook it once, and eat of it
            again on others.
          </p>
        )}
        <ol className={styles.days}>
          {answer.days.map((day, place) => (
            <DayRow
              key={day.date}
              day={day}
              view={answer.view.days[place]}
              answer={answer}
              eaters={eaters.data ?? []}
              menu={menu}
              open={open}
              onOpen={setOpen}
            />
          ))}
        </ol>
      </div>
      <aside className={styles.rail} aria-label="These days as a whole">
        <ToMind answer={answer} menu={menu} />
        <WeekMeans week={answer.view.week} />
      </aside>
    </div>
  );
}
