/** Run sheet: when to do what, so that everything is ready when it is served. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link, useNavigate } from 'react-router';

import { sentence } from '../../api/client';
import { eveningsQuery, sheetQuery, useBeginEvening } from '../../api/evening';
import { dishesQuery } from '../../api/dishes';
import type { SheetItem } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { newId } from '../../browser/newId';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { SheetList } from './SheetList';
import { Timeline } from './Timeline';
import { toCalendar } from './toCalendar';
import { requestOf, useSheetWishes } from './useSheetWishes';
import { clockOf } from '../../parts/format';
import { Tick } from '../../parts/Tick';
import styles from './runSheet.module.css';

function Chosen({
  item,
  onMove,
  onFree,
}: {
  item: SheetItem;
  onMove: (minutes: number) => void;
  onFree: () => void;
}): JSX.Element {
  return (
    <section className={styles.chosen} aria-label="The task chosen">
      <h3>{item.words}</h3>
      <p>
        {clockOf(item.at)} to {clockOf(item.ends)}.{' '}
        {item.slack > 0
          ? `It can begin up to ${item.slack} min later or earlier without moving anything else.`
          : 'It is on the chain that decides: move it, and the table moves.'}
      </p>
      {item.notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
      <div className="row">
        <Button variant="outlined" onClick={() => onMove(-5)}>
          5 min earlier
        </Button>
        <Button variant="outlined" onClick={() => onMove(5)}>
          5 min later
        </Button>
        {item.pinned && (
          <Button variant="outlined" onClick={onFree}>
            Let it move
          </Button>
        )}
      </div>
    </section>
  );
}

export function RunSheetPlace(): JSX.Element {
  const { draft } = useOpenDish();
  const { wishes, change, drop } = useSheetWishes(draft.id);
  const [now, setNow] = useState(() => new Date());
  const [chosen, setChosen] = useState<string | null>(null);
  const navigate = useNavigate();
  const evenings = useQuery(eveningsQuery);
  const dishes = useQuery(dishesQuery);
  const saved = draft.saving === 'saved';
  const request = requestOf(draft.id, wishes, now);
  const asked = useQuery({ ...sheetQuery(request, draft.document), enabled: saved });
  const [startId] = useState(newId);
  const start = useBeginEvening(
    async () => {
      await draft.flush();
      return { id: startId, sheet: { ...request, opens: wishes.opens } };
    },
    async (evening) => {
      drop();
      await navigate(`/stove/${evening}`);
    },
  );
  const going = evenings.data?.find((one) => one.dishes.some((dish) => dish.id === draft.id));
  if (asked.error) return <Notice bad>{sentence(asked.error)}</Notice>;
  if (!asked.data) return <main className="place soft">Laying out the evening …</main>;
  const { sheet, dishes: cooked } = asked.data;
  const titles = cooked.map((dish) => dish.title);
  const item = sheet.items.find((one) => one.task !== '' && one.task === chosen);
  // Pins are minutes of this sheet; from the first one on the sheet keeps its beginning.
  const pin = (task: string, minute: number): void =>
    change({
      pins: { ...wishes.pins, [task]: Math.max(0, minute) },
      opens: wishes.opens ?? sheet.opens,
    });
  const rest = dishes.data?.filter((one) => !request.dishes.includes(one.id)) ?? [];
  if (!sheet.items.length)
    return (
      <main className="place">
        <h2>Nothing to lay out yet</h2>
        {sheet.why.map((words) => (
          <Notice key={words}>{words}</Notice>
        ))}
        <p style={{ margin: '8px 0 16px' }}>
          A run sheet is made of the steps. Write them into the{' '}
          <Link to={`/dishes/${draft.id}/recipe`}>Recipe</Link>, or choose a stand-in on the{' '}
          <Link to={`/dishes/${draft.id}/bench`}>Bench</Link>: it brings its own.
        </p>
      </main>
    );
  return (
    <main className={styles.place}>
      <div className={styles.sheet}>
        <p className={styles.head}>
          {sheet.first_hands && <>First hands at {clockOf(sheet.first_hands)} · </>}
          on the table at {clockOf(sheet.serve)} · {sheet.minutes} min
          {sheet.cooks > 1 && ` · ${sheet.cooks} cooks`}
        </p>
        {sheet.why.map((words) => (
          <Notice key={words}>{words}</Notice>
        ))}
        <div className={styles.wide}>
          <Timeline
            sheet={sheet}
            titles={titles}
            chosen={chosen}
            onChoose={setChosen}
            onPin={pin}
          />
        </div>
        <div className={styles.narrow}>
          <SheetList sheet={sheet} titles={titles} />
        </div>
      </div>
      <aside className={styles.panel} aria-label="The evening">
        {item && (
          <Chosen
            item={item}
            onMove={(by) => pin(item.task, item.start + by)}
            onFree={() => {
              const pins = Object.entries(wishes.pins).filter(([task]) => task !== item.task);
              change({ pins: Object.fromEntries(pins) });
            }}
          />
        )}
        <h2>On the table at</h2>
        <p className={styles.serve}>{clockOf(sheet.serve)}</p>
        <div className="row">
          <TextField
            size="small"
            type="time"
            label="Serve at"
            value={wishes.serve}
            onChange={(event) => {
              setNow(new Date());
              change({ serve: event.target.value });
            }}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <Button size="small" disabled={wishes.serve === ''} onClick={() => change({ serve: '' })}>
            As early as can be
          </Button>
        </div>
        <div className={styles.start}>
          {going ? (
            <Button
              variant="contained"
              size="large"
              onClick={() => void navigate(`/stove/${going.id}`)}
            >
              Go on cooking
            </Button>
          ) : (
            <Button
              variant="contained"
              size="large"
              disabled={start.isPending || !saved}
              onClick={() => start.mutate()}
            >
              Start cooking
            </Button>
          )}
          <Button variant="outlined" onClick={() => window.print()}>
            Print
          </Button>
          <Button variant="outlined" onClick={() => void toCalendar(request)}>
            To calendar
          </Button>
        </div>
        {start.error && <Notice bad>{sentence(start.error)}</Notice>}
        <p className={styles.bound}>{sheet.bound_words}</p>
        <h3>Who cooks</h3>
        <div className="row" role="group" aria-label="How many cooks">
          {[1, 2, 3].map((count) => (
            <PlainButton
              key={count}
              className="chip"
              aria-pressed={sheet.cooks === count}
              onClick={() => change({ cooks: count })}
            >
              {count === 1 ? 'one cook' : `${count} cooks`}
            </PlainButton>
          ))}
        </div>
        {sheet.ahead.length > 0 && <h3>Could be done before</h3>}
        {sheet.ahead.map((one) => (
          <Tick
            key={one.tasks.join()}
            className={styles.ahead}
            checked={one.on}
            onChange={(on) => {
              const others = wishes.ahead.filter((task) => !one.tasks.includes(task));
              change({ ahead: on ? [...others, ...one.tasks] : others });
            }}
          >
            {one.words}
          </Tick>
        ))}
        <h3>Together with</h3>
        {cooked.slice(1).map((dish) => (
          <div key={dish.id} className="row">
            <span className="grow">{dish.title}</span>
            <Button
              size="small"
              onClick={() => change({ others: wishes.others.filter((id) => id !== dish.id) })}
            >
              Without it
            </Button>
          </div>
        ))}
        <TextField
          select
          size="small"
          label="Another dish"
          value=""
          sx={{ minWidth: 220, marginTop: '6px' }}
          onChange={(event) => change({ others: [...wishes.others, event.target.value], pins: {} })}
        >
          {rest.map((dish) => (
            <MenuItem key={dish.id} value={dish.id}>
              {dish.title}
            </MenuItem>
          ))}
        </TextField>
        {Object.keys(wishes.pins).length > 0 && (
          <Button size="small" onClick={() => change({ pins: {}, opens: null })}>
            Let everything pinned move
          </Button>
        )}
      </aside>
    </main>
  );
}
