/** The dish as read: title, servings, parts and lines, each to be settled in place. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { lookThroughQuery } from '../../api/reading';
import type { Dish, Line } from '../../api/types';
import { addPart, areGrams, moveLine, removeLine, replaceLine } from '../../draft/edits';
import { makeIt } from '../../draft/kinds';
import { Claims } from '../../parts/Claims';
import { Notice } from '../../parts/Notice';
import { LeftOut } from './LeftOut';
import { LineRow } from './LineRow';
import { OpenCount, OpenPoints, StepsRead } from './OpenPoints';
import styles from './bring.module.css';

interface Props {
  dish: Dish;
  onChange: (dish: Dish) => void;
  onUndo: (() => void) | null;
  onStore: () => void;
  storing: boolean;
  problem: string | null;
}

function nextDoubtful(dish: Dish, after: string): string | null {
  const lines = dish.parts.flatMap((part) => part.lines);
  const place = lines.findIndex((line) => line.id === after);
  const ordered = [...lines.slice(place + 1), ...lines.slice(0, place)];
  return ordered.find((line) => !line.settled)?.id ?? null;
}

/** What the recipe says of itself; the ledger and the schedule have their own figures. */
function Told({ dish }: { dish: Dish }): JSX.Element | null {
  const { told } = dish;
  const between = told.servings_low !== null && told.servings_high !== told.servings_low;
  const minutes: [string, number | null][] = [
    ['preparing', told.prep_minutes],
    ['cooking', told.cook_minutes],
    ['resting', told.rest_minutes],
    ['in all', told.total_minutes],
  ];
  const said = [
    ...(between ? [`serves ${told.servings_low} to ${told.servings_high}`] : []),
    ...(told.source ? [`it is from ${told.source}`] : []),
    ...(told.makes ? [`makes ${told.makes}`] : []),
    ...minutes.flatMap(([what, value]) => (value === null ? [] : [`${value} min ${what}`])),
  ];
  if (said.length === 0) return null;
  return <p className="soft">The recipe says: {said.join(', ')}.</p>;
}

function ClaimsOf({ dish }: { dish: Dish }): JSX.Element | null {
  const look = useQuery(lookThroughQuery(dish));
  return look.data?.claims ? <Claims view={look.data.claims} /> : null;
}

export function ReadDish({
  dish,
  onChange,
  onUndo,
  onStore,
  storing,
  problem,
}: Props): JSX.Element {
  const [open, setOpen] = useState<string | null>(null);
  const lines = dish.parts.flatMap((part) => part.lines);
  const doubtful = lines.filter((line) => !line.settled).length;
  const unitless = lines.filter((line) => line.doubts.includes('unit_guessed')).length;
  const changeLine = (id: string, line: Line): void => {
    const next = replaceLine(dish, id, line);
    onChange(next);
    if (line.settled) setOpen(nextDoubtful(next, id));
  };
  const move = (id: string, partId: string): void => {
    if (partId !== 'new') {
      onChange(moveLine(dish, id, partId));
      return;
    }
    const [bigger, added] = addPart(dish, `Part ${dish.parts.length + 1}`);
    onChange(moveLine(bigger, id, added));
  };
  return (
    <section aria-label="What was read">
      <div className="row" style={{ alignItems: 'flex-start' }}>
        <TextField
          label="Name of the dish"
          value={dish.title}
          sx={{ flex: 1, minWidth: 220 }}
          onChange={(e) => onChange({ ...dish, title: e.target.value })}
        />
        <TextField
          label="Servings"
          type="number"
          value={dish.servings}
          sx={{ width: 100 }}
          slotProps={{ htmlInput: { min: 1, max: 100 } }}
          onChange={(e) => {
            const servings = Number(e.target.value);
            if (servings >= 1 && servings <= 100)
              onChange({ ...dish, servings, servings_assumed: false });
          }}
        />
      </div>
      <div className="row" style={{ margin: '12px 0 0' }}>
        <b>
          {lines.length === 1 ? '1 line' : `${lines.length} lines`} read,{' '}
          {doubtful === 0
            ? 'none doubtful'
            : doubtful === 1
              ? 'one doubtful'
              : `${doubtful} doubtful`}
        </b>
        <span className="grow" />
        <Button disabled={onUndo === null} onClick={() => onUndo?.()}>
          Undo
        </Button>
        <Button variant="contained" disabled={storing || lines.length === 0} onClick={onStore}>
          Put it on the Bench
        </Button>
      </div>
      {/* After a change it may come a moment later: the buttons above must not move. */}
      <OpenCount dish={dish} />
      {dish.notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
      {unitless > 1 && (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={() => onChange(areGrams(dish))}>
          Yes, all {unitless} are grams
        </Button>
      )}
      <Told dish={dish} />
      <ClaimsOf dish={dish} />
      <LeftOut dish={dish} onChange={onChange} />
      {problem && <Notice bad>{problem}</Notice>}
      {dish.parts.map((part) => (
        <div key={part.id}>
          <div className={styles.partHead}>
            <TextField
              variant="standard"
              value={part.name}
              aria-label="Part"
              slotProps={{
                htmlInput: {
                  'aria-label': 'Name of the part',
                  style: { font: '650 18px var(--heading)' },
                },
                input: { disableUnderline: true },
              }}
              onChange={(e) =>
                onChange({
                  ...dish,
                  parts: dish.parts.map((p) =>
                    p.id === part.id ? { ...p, name: e.target.value } : p,
                  ),
                })
              }
            />
          </div>
          {part.lines.map((line) => (
            <LineRow
              key={line.id}
              line={line}
              dish={dish}
              partId={part.id}
              open={open === line.id}
              onOpen={() => setOpen(line.id)}
              onClose={() => setOpen((now) => (now === line.id ? null : now))}
              onChange={(next) => changeLine(line.id, next)}
              onAdjust={(next) => onChange(replaceLine(dish, line.id, next))}
              onMove={(partId) => move(line.id, partId)}
              onRemove={() => {
                onChange(removeLine(dish, line.id));
                setOpen(null);
              }}
              onMake={(kind) => {
                onChange(makeIt(dish, line.id, kind));
                setOpen(null);
              }}
            />
          ))}
        </div>
      ))}
      <OpenPoints
        dish={dish}
        onTakeOver={(keys) => onChange({ ...dish, accepted: [...dish.accepted, ...keys] })}
        onLine={setOpen}
      />
      <StepsRead dish={dish} onChange={onChange} />
    </section>
  );
}
