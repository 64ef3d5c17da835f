/** The chosen part: its role, the lines as they were and as they become, and the stand-ins. */
import Checkbox from '@mui/material/Checkbox';
import Chip from '@mui/material/Chip';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { rolesQuery } from '../../api/standIns';
import type { Line, OfferView, Part, Slot } from '../../api/types';
import { newId } from '../../browser/newId';
import { useOpenDish } from '../../draft/context';
import {
  addSlot,
  allLines,
  effectiveLines,
  mapPart,
  mapSlot,
  replaceLine,
  setChoice,
  movedTo,
  removeLine,
} from '../../draft/edits';
import { makeIt } from '../../draft/kinds';
import { PlainButton } from '../../parts/PlainButton';
import { percent, withUnit } from '../../parts/format';
import { Choices } from '../../parts/Choices';
import { InOut } from '../../parts/InOut';
import { LineSwapsPanel } from '../../parts/LineSwapsPanel';
import { Notice } from '../../parts/Notice';
import { Pin } from '../../parts/Pin';
import { LineRow } from '../bring/LineRow';
import { Candidates } from './Candidates';
import styles from './candidates.module.css';
import { FromShelf } from './FromShelf';
import { KeepStandIn } from './KeepStandIn';
import { Offers } from './Offers';
import { OtherWeight } from './OtherWeight';
import { PartFacts } from './PartFacts';
import { PartSteps } from './PartSteps';
import { ToppingLoad } from './ToppingLoad';
import own from './bench.module.css';

function grams(line: Line): string {
  return line.grams === null ? '? g' : withUnit(line.grams, 'g');
}

function about(line: Line): string {
  return [line.food_name || line.text, line.preparation].filter(Boolean).join(', ');
}

function RoleChoice({ part, slot }: { part: Part; slot: Slot | null }): JSX.Element {
  const { draft } = useOpenDish();
  const roles = useQuery(rolesQuery);
  const pick = (role: string): void => {
    draft.change((dish) => {
      if (slot) return mapSlot(dish, part.id, slot.id, (s) => ({ ...s, role, choice: null }));
      const ids = part.lines.map((line) => line.id);
      const added: Slot = { id: newId(), role, line_ids: ids, choice: null };
      return mapPart(dish, part.id, (p) => ({ ...p, slots: [...p.slots, added] }));
    });
  };
  return (
    <Select
      value={slot?.role ?? 'plain'}
      onChange={(event) => pick(event.target.value)}
      inputProps={{ 'aria-label': `Role of ${part.name}` }}
      sx={{ '& .MuiSelect-select': { py: 0.6 } }}
    >
      {roles.data?.map((role) => (
        <MenuItem key={role.key} value={role.key}>
          {role.name}
          {role.stand_ins > 0 && <span className="soft">&nbsp;· {role.stand_ins}</span>}
        </MenuItem>
      ))}
    </Select>
  );
}

interface LinesProps {
  part: Part;
  slot: Slot | null;
  onSwap: (lineId: string) => void;
}

/** A line's text with what stands in its place; `covered` is met with another from the shelf. */
function LineText({ line, covered = false }: { line: Line; covered?: boolean }): JSX.Element {
  if (line.left_out || covered) return <s className="soft">{about(line)}</s>;
  if (!line.instead) return <span>{about(line)}</span>;
  return (
    <span>
      <s className="soft">{about(line)}</s>{' '}
      <b className="instead">
        {grams(line.instead)} {line.instead.food_name}
      </b>
    </span>
  );
}

/** In or out, and the recipe's other choices, where the line has any. */
function LineChoice({ line }: { line: Line }): JSX.Element | null {
  const { draft, preview } = useOpenDish();
  if (!line.optional && !line.left_out && line.alternatives.length === 0) return null;
  const change = (next: Line): void => draft.change((dish) => replaceLine(dish, line.id, next));
  return (
    <div className={own.lineChoice}>
      <InOut
        line={line}
        option={preview?.options.find((o) => o.line_id === line.id)}
        onChange={change}
      />
      <Choices line={line} unitSystem={draft.document.unit_system} onTake={change} />
    </div>
  );
}

function Or({ line, onSwap }: { line: Line; onSwap: () => void }): JSX.Element {
  return (
    <PlainButton
      className={`plain-button ${own.else}`}
      title="What else would do?"
      onClick={onSwap}
    >
      Replace<span className="hidden"> {line.food_name}</span>
    </PlainButton>
  );
}

function Was({ part, slot, onSwap }: LinesProps): JSX.Element {
  const { draft } = useOpenDish();
  const [open, setOpen] = useState<string | null>(null);
  const used = new Set(effectiveLines(part).map((line) => line.id));
  const swapped = new Set(part.slots.flatMap((one) => (one.choice ? one.line_ids : [])));
  const covered = (line: Line): boolean =>
    !line.left_out && !used.has(line.id) && !swapped.has(line.id);
  const toggle = (id: string): void => {
    if (!slot) return;
    const has = slot.line_ids.includes(id);
    const ids = has ? slot.line_ids.filter((x) => x !== id) : [...slot.line_ids, id];
    // Other lines, another amount: the stand-in has to be chosen again.
    draft.change((dish) =>
      mapSlot(dish, part.id, slot.id, (s) => ({ ...s, line_ids: ids, choice: null })),
    );
  };
  return (
    <div>
      <h3>{slot ? 'Ticked lines are replaced' : 'was'}</h3>
      <ul className={own.amounts}>
        {part.lines.map((line) =>
          line.settled ? (
            <li key={line.id}>
              {slot ? (
                <label className={slot.line_ids.includes(line.id) ? '' : 'stays'}>
                  <Checkbox
                    checked={slot.line_ids.includes(line.id)}
                    onChange={() => toggle(line.id)}
                  />
                  <b>{grams(line)}</b>
                  <LineText line={line} covered={covered(line)} />
                </label>
              ) : (
                <>
                  <b>{grams(line)}</b>
                  <LineText line={line} covered={covered(line)} />
                </>
              )}
              <Or line={line} onSwap={() => onSwap(line.id)} />
              <Pin id={line.id} name={line.food_name || line.text} />
              <LineChoice line={line} />
            </li>
          ) : (
            <li key={line.id} style={{ display: 'block' }}>
              <LineRow
                line={line}
                dish={{ ...draft.document, parts: [part] }}
                partId={part.id}
                open={open === line.id}
                onOpen={() => setOpen(line.id)}
                onClose={() => setOpen(null)}
                onChange={(next) => draft.change((dish) => replaceLine(dish, line.id, next))}
                onAdjust={(next) => draft.change((dish) => replaceLine(dish, line.id, next))}
                onMove={(to) => draft.change((dish) => movedTo(dish, line.id, to))}
                onRemove={() => draft.change((dish) => removeLine(dish, line.id))}
                onMake={(kind) => draft.change((dish) => makeIt(dish, line.id, kind))}
              />
            </li>
          ),
        )}
      </ul>
    </div>
  );
}

function Becomes({ part, slot, onSwap }: LinesProps): JSX.Element {
  const { draft, preview } = useOpenDish();
  const original = new Set(part.lines.map((line) => line.id));
  const ledger = preview?.ledgers.find((l) => l.slot_id === slot?.id);
  const last = ledger?.points.at(-1);
  if (!slot?.choice)
    return (
      <div>
        <h3>becomes</h3>
        <p className="soft">
          {slot
            ? 'Choose a stand-in below; nothing changes until you do.'
            : 'This part holds no starch to swap.'}
        </p>
      </div>
    );
  return (
    <div>
      <h3>becomes</h3>
      <ul className={own.amounts}>
        {effectiveLines(part).map((line) => (
          <li key={line.id} className={original.has(line.id) ? 'stays' : ''}>
            <b>{grams(line)}</b>
            <LineText line={line} />
            <Or line={line} onSwap={() => onSwap(line.id)} />
            {!original.has(line.id) && <Pin id={line.id} name={line.food_name || line.text} />}
          </li>
        ))}
      </ul>
      <p className="row" style={{ marginTop: 4 }}>
        {last && (
          <Link to={`/dishes/${draft.id}/water`}>
            Water: {withUnit(last.grams, 'g')} at {percent(last.water_share)}
          </Link>
        )}
        <PlainButton
          className="chip"
          onClick={() => draft.change((dish) => setChoice(dish, part.id, slot.id, null))}
        >
          Undo swap
        </PlainButton>
      </p>
      <OtherWeight key={`weight/${slot.choice.stand_in}`} part={part} slot={slot} />{' '}
      <KeepStandIn key={slot.choice.stand_in} part={part} slot={slot} />
    </div>
  );
}

export function PartWork({ part }: { part: Part }): JSX.Element {
  const { draft, preview, readings, eaters } = useOpenDish();
  // The slot that carries most of the starch comes first.
  const starchy = part.slots.findIndex((s) => s.id === preview?.starchy?.slot_id);
  const [chosenSlot, setPicked] = useState<number | null>(null);
  const picked = chosenSlot ?? Math.max(0, starchy);
  const slot = part.slots[Math.min(picked, part.slots.length - 1)] ?? null;
  const active = slot && slot.role !== 'plain' ? slot : null;
  const roles = useQuery(rolesQuery);
  const roleNames = new Map(roles.data?.map((role) => [role.key, role.name]));
  const [swapping, setSwapping] = useState<string | null>(null);
  const toSwap = allLines(part).find((line) => line.id === swapping);
  const was = preview?.already.find((one) => one.part_id === part.id && one.role === slot?.role);
  const base = preview?.bases.find((one) => one.slot_id === slot?.id);
  const takeUp = (offer: OfferView): void => {
    const added: Slot = { id: newId(), role: offer.role, line_ids: offer.line_ids, choice: null };
    const after = addSlot(draft.document, part.id, added);
    draft.change(() => after);
    const slots = after.parts.find((one) => one.id === part.id)?.slots ?? [];
    setPicked(slots.length - 1);
  };
  return (
    <>
      <div className={own.benchHead}>
        <h2>{part.name}</h2>
        <span className="soft">plays the role of</span>
        <RoleChoice part={part} slot={slot} />
        {active && <Pin id={active.id} name={`what stands in the ${part.name.toLowerCase()}`} />}
        <span className="grow" />
        <span className="soft">
          <kbd>[</kbd> <kbd>]</kbd> part &nbsp;<kbd>S</kbd> stand-ins
        </span>
      </div>
      {part.slots.length > 1 && (
        <div className={styles.slots} role="group" aria-label={`What ${part.name} holds`}>
          {part.slots.map((one, place) => (
            <Chip
              key={one.id}
              label={`${roleNames.get(one.role) ?? one.role}${one.choice ? `: ${one.choice.name}` : ''}`}
              color={one.id === slot?.id ? 'primary' : 'default'}
              variant={one.id === slot?.id ? 'filled' : 'outlined'}
              aria-pressed={one.id === slot?.id}
              onClick={() => setPicked(place)}
            />
          ))}
        </div>
      )}
      {was && <Notice>{was.words} You can keep it, or swap it again.</Notice>}
      <div className={own.wasBecomes} data-was-becomes>
        <Was part={part} slot={active} onSwap={setSwapping} />
        <Becomes part={part} slot={active} onSwap={setSwapping} />
      </div>
      <FromShelf part={part} />
      {toSwap && (
        <div className={own.swapDrawer}>
          <PlainButton
            className="plain-button"
            style={{ float: 'right' }}
            onClick={() => setSwapping(null)}
          >
            Close
          </PlainButton>
          <LineSwapsPanel
            dish={draft.document}
            line={toSwap}
            readings={readings}
            eaters={eaters}
            onTake={(instead) => {
              draft.change((dish) => replaceLine(dish, toSwap.id, { ...toSwap, instead }));
              setSwapping(null);
            }}
          />
        </div>
      )}
      {active && <PartSteps slot={active} />}
      {base && <ToppingLoad base={base} />}
      <PartFacts part={part} />
      <Offers
        offers={(preview?.offers ?? []).filter((offer) => offer.part_id === part.id)}
        onTake={takeUp}
      />
      {active && <Candidates part={part} slot={active} />}
    </>
  );
}
