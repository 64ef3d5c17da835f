/** What becomes of a line: its shares, what is added by eye, and what nobody eats. */
import TextField from '@mui/material/TextField';
import type { JSX } from 'react';

import type { Line } from '../api/types';
import { withLeaving } from '../draft/edits';
import { NumberField } from './NumberField';
import { PlainButton } from './PlainButton';
import { LEAVES, withUnit } from './format';
import styles from './usesEditor.module.css';

type Use = Line['uses'][number];

const KINDS: Record<Use['kind'], string> = {
  dish: 'in the dish',
  later: 'later',
  top: 'on top',
  greasing: 'for greasing',
  frying: 'for frying',
  serving: 'to serve',
};

/** The uses as one short text, for the line itself. */
export function usesText(line: Line): string {
  const grams = line.grams ?? 0;
  const shares = line.uses
    .filter((use) => line.uses.length > 1 || use.kind !== 'dish')
    .map((use) => `${withUnit(grams * use.share, 'g')} ${KINDS[use.kind]}`);
  if (line.hold)
    shares.push(
      [
        `start with ${withUnit(line.hold.start, 'g')}`,
        `up to ${withUnit(line.hold.ceiling, 'g')}`,
        ...(line.hold.cue ? [line.hold.cue] : []),
      ].join(', '),
    );
  for (const gone of line.leavings) {
    const about = gone.known ? '' : 'about ';
    shares.push(`${about}${Math.round(gone.best * 100)} % ${gone.words || LEAVES[gone.what]}`);
  }
  return shares.join(' · ');
}

/** Shares of a line with the last use taking what the others leave. */
export function withShare(uses: Use[], index: number, share: number): Use[] {
  const wanted = Math.min(Math.max(share, 0), 1);
  const rest = uses.reduce((sum, use, i) => (i === index ? sum : sum + use.share), 0);
  return uses.map((use, i) => ({
    ...use,
    share:
      i === index
        ? wanted
        : rest > 0
          ? (use.share / rest) * (1 - wanted)
          : (1 - wanted) / (uses.length - 1),
  }));
}

/** A line of which some is held back: half of it at first, where nobody says. */
export function heldBack(line: Line, more: Partial<NonNullable<Line['hold']>>): Line {
  const grams = line.grams ?? 0;
  const hold = { start: grams / 2, ceiling: grams, cue: '', ...line.hold, ...more };
  return { ...line, hold: { ...hold, start: Math.min(hold.start, hold.ceiling) } };
}

export function UsesEditor({
  line,
  onChange,
}: {
  line: Line;
  onChange: (line: Line) => void;
}): JSX.Element {
  const gone = line.leavings.find((one) => one.what === 'all');
  const others = line.leavings.filter((one) => one.what !== 'all');
  return (
    <div className={`row ${styles.uses}`} role="group" aria-label="What becomes of it">
      {line.uses.length > 1 &&
        line.uses.map((use, i) => (
          <TextField
            key={use.kind}
            label={`${KINDS[use.kind]}, %`}
            type="number"
            value={Math.round(use.share * 100)}
            sx={{ width: 130 }}
            title={use.words}
            onChange={(e) =>
              onChange({ ...line, uses: withShare(line.uses, i, Number(e.target.value) / 100) })
            }
          />
        ))}
      <TextField
        label="Not eaten, %"
        type="number"
        value={Math.round((gone?.best ?? 0) * 100)}
        helperText={
          gone &&
          gone.low < gone.high &&
          `${Math.round(gone.low * 100)} to ${Math.round(gone.high * 100)} %`
        }
        sx={{ width: 130 }}
        slotProps={{ htmlInput: { min: 0, max: 100 } }}
        title={gone?.source ?? 'Left in the pan, drained away, shells'}
        onChange={(e) => {
          const lost = Math.min(Math.max(Number(e.target.value) / 100, 0), 1);
          onChange(withLeaving(line, 'all', lost === 0 ? null : lost));
        }}
      />
      {line.hold ? (
        <>
          <NumberField
            label="Begin with, g"
            value={line.hold.start}
            onChange={(start) => onChange(heldBack(line, { start: start ?? 0 }))}
          />
          <NumberField
            label="At most, g"
            value={line.hold.ceiling}
            onChange={(ceiling) => onChange(heldBack(line, { ceiling: ceiling ?? 0 }))}
          />
          <TextField
            size="small"
            label="Until"
            value={line.hold.cue}
            onChange={(e) => onChange(heldBack(line, { cue: e.target.value }))}
          />
          <PlainButton className="chip" onClick={() => onChange({ ...line, hold: null })}>
            All at once
          </PlainButton>
        </>
      ) : (
        <PlainButton className="chip" onClick={() => onChange(heldBack(line, {}))}>
          Hold some back
        </PlainButton>
      )}
      {others.map((one) => (
        <PlainButton
          key={one.what}
          className="chip"
          onClick={() => onChange(withLeaving(line, one.what, null))}
        >
          Not {one.words || LEAVES[one.what]}
        </PlainButton>
      ))}
    </div>
  );
}
