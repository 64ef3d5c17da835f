/** A meal: whom it suits, how much is made and left; opened, what can be otherwise. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import type { EaterRecord, MealView, MenuAnswer, PlannedMeal } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { plain, typed, withUnit } from '../../parts/format';
import { VERDICTS } from '../../parts/verdicts';
import { called, weekday } from './dates';
import styles from './menu.module.css';
import type { Menu } from './useMenu';

interface Props {
  meal: PlannedMeal;
  view: MealView | undefined;
  answer: MenuAnswer;
  eaters: EaterRecord[];
  menu: Menu;
  open: boolean;
  onOpen: (is: boolean) => void;
}

function servings(count: number): string {
  return plain(count) === '1' ? '1 serving' : `${plain(count)} servings`;
}

/** How it comes to the table. */
function how({ meal, view, answer }: Pick<Props, 'meal' | 'view' | 'answer'>): string {
  if (meal.kind === 'again')
    return meal.cooked_on ? `again, cooked ${called(meal.cooked_on, answer.today)}` : 'again';
  if (meal.kind === 'shelf')
    return `${meal.begun ? 'taken off the shelf' : 'off the shelf'}, ${withUnit(meal.grams, 'g')}`;
  const left = view?.left ?? 0;
  const over =
    left > 0.01 ? `, ${plain(left)} over` : left < -0.01 ? `, ${plain(-left)} short` : '';
  const done = meal.begun ? 'on the Stove or done' : 'cooked';
  return `${done}, ${servings(meal.makes)}${over}`;
}

function Whom({ view, eaters }: { view: MealView; eaters: EaterRecord[] }): JSX.Element {
  const name = (id: string): string => eaters.find((one) => one.id === id)?.name ?? '';
  return (
    <ul className={styles.whom}>
      {view.eaters.map((one) => {
        const [word, tone] = VERDICTS[one.verdict];
        return (
          <li key={one.eater} data-tone={tone} title={one.words}>
            {name(one.eater)} <b>{word}</b>
          </li>
        );
      })}
    </ul>
  );
}

/** Everybody's servings, and how many are made. */
function Amounts({ meal, eaters, menu }: Pick<Props, 'meal' | 'eaters' | 'menu'>): JSX.Element {
  const [makes, setMakes] = useState(plain(meal.makes));
  const [grams, setGrams] = useState(plain(meal.grams));
  const [shares, setShares] = useState<Record<string, string>>({});
  const there = eaters.filter((one) => one.id in meal.servings);
  const said = Object.fromEntries(
    there.map((one) => [one.id, typed(shares[one.id] ?? plain(meal.servings[one.id] ?? 1))]),
  );
  const wrong =
    Object.values(said).some((count) => count === null || count < 0) ||
    (meal.kind === 'cooked' && !typed(makes)) ||
    (meal.kind === 'shelf' && !typed(grams));
  const save = (): void => {
    const own = Object.entries(said).filter(([, count]) => count !== 1);
    const made = typed(makes);
    menu.change(meal, {
      servings: Object.fromEntries(own.map(([id, count]) => [id, count ?? 1])),
      ...(meal.kind === 'cooked' ? { makes: made === meal.size ? null : made } : {}),
      ...(meal.kind === 'shelf' ? { grams: typed(grams) ?? meal.grams } : {}),
    });
  };
  return (
    <div className="row">
      {meal.kind === 'cooked' && (
        <TextField
          label="Servings made"
          value={makes}
          onChange={(event) => setMakes(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 130 }}
        />
      )}
      {meal.kind === 'shelf' && (
        <TextField
          label="Of it, g"
          value={grams}
          onChange={(event) => setGrams(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 110 }}
        />
      )}
      {there.map((one) => (
        <TextField
          key={one.id}
          label={`${one.name} has`}
          value={shares[one.id] ?? plain(meal.servings[one.id] ?? 1)}
          onChange={(event) => setShares({ ...shares, [one.id]: event.target.value })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 110 }}
        />
      ))}
      <Button variant="contained" disabled={wrong} onClick={save}>
        Save
      </Button>
    </div>
  );
}

function Opened(props: Props): JSX.Element {
  const { meal, view, answer, eaters, menu } = props;
  const later = answer.days.filter((one) => one.date > meal.date);
  return (
    <div className={styles.opened}>
      {view?.eaters
        .filter((one) => one.words)
        .map((one) => (
          <p key={one.eater}>
            <b>{eaters.find((each) => each.id === one.eater)?.name}</b>: {one.words}.
          </p>
        ))}
      <Amounts key={JSON.stringify(meal)} {...props} />
      {meal.kind === 'cooked' && meal.makes !== meal.size && !meal.problem && (
        <p>
          The dish is saved for {servings(meal.size)}.{' '}
          <PlainButton className="chip" onClick={() => menu.sizeDish(meal)}>
            Set it to {servings(meal.makes)}
          </PlainButton>
        </p>
      )}
      <div className="row">
        <TextField
          select
          label="On another day"
          value=""
          onChange={(event) => menu.change(meal, { date: event.target.value })}
          sx={{ minWidth: 160 }}
        >
          {answer.days
            .filter((one) => one.date !== meal.date)
            .map((one) => (
              <MenuItem key={one.date} value={one.date}>
                {weekday(one.date)}
              </MenuItem>
            ))}
        </TextField>
        {meal.kind === 'cooked' && !meal.problem && later.length > 0 && (
          <TextField
            select
            label="Eat of it again"
            value=""
            onChange={(event) =>
              menu.add({
                date: event.target.value,
                kind: 'again',
                of: meal.id,
                dish: null,
                batch: null,
                grams: null,
                makes: null,
              })
            }
            sx={{ minWidth: 160 }}
          >
            {later.map((one) => (
              <MenuItem key={one.date} value={one.date}>
                {weekday(one.date)}
              </MenuItem>
            ))}
          </TextField>
        )}
        {meal.kind === 'shelf' && !meal.begun && !meal.problem && (
          <Button variant="outlined" onClick={() => menu.eat(meal)}>
            Take it off the shelf
          </Button>
        )}
        {meal.kind === 'again' && (
          <Button variant="outlined" onClick={() => menu.change(meal, { cooked: true })}>
            Cook it anew
          </Button>
        )}
        <Button variant="outlined" onClick={() => menu.away.remove(meal)}>
          Take it off
        </Button>
      </div>
      {meal.dish && !meal.problem && (
        <p className="row">
          <Link to={`/dishes/${meal.dish}/bench`}>Bench</Link>
          <Link to={`/dishes/${meal.dish}/run-sheet`}>Run sheet</Link>
          <Link to={`/card/${meal.dish}`}>Card for taking it along</Link>
        </p>
      )}
    </div>
  );
}

export function MealRow(props: Props): JSX.Element {
  const { meal, view, eaters, open, onOpen } = props;
  return (
    <div className={styles.meal}>
      <PlainButton className={styles.mealHead} aria-expanded={open} onClick={() => onOpen(!open)}>
        <span className={styles.title}>{meal.title}</span>
        <span className={styles.how}>{how(props)}</span>
      </PlainButton>
      {meal.problem ? (
        <p className={styles.problem}>{meal.problem}</p>
      ) : (
        view && <Whom view={view} eaters={eaters} />
      )}
      {open && <Opened {...props} />}
    </div>
  );
}
