/** What leaves the plate: fat poured off, liquid drained, juice pressed out, by line. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Leaving, Line } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { effectiveLines, replaceLine, withLeaving } from '../../draft/edits';
import { PlainButton } from '../../parts/PlainButton';
import { LEAVES } from '../../parts/format';

const USUAL = 0.5;

function Lost({ line, gone }: { line: Line; gone: Leaving }): JSX.Element {
  const { draft } = useOpenDish();
  const put = (share: number | null): void =>
    draft.change((dish) => replaceLine(dish, line.id, withLeaving(line, gone.what, share)));
  return (
    <li className="row">
      <span>
        {line.food_name || line.text}: {LEAVES[gone.what]}
        {gone.words && <span className="soft">, {gone.words}</span>}
      </span>
      <TextField
        label="share, %"
        type="number"
        defaultValue={Math.round(gone.best * 100)}
        helperText={
          gone.low < gone.high &&
          `usually ${Math.round(gone.low * 100)} to ${Math.round(gone.high * 100)} %`
        }
        title={gone.source}
        sx={{ width: 160 }}
        slotProps={{ htmlInput: { min: 0, max: 100 } }}
        onChange={(e) => {
          const share = Number(e.target.value) / 100;
          if (e.target.value !== '' && share >= 0 && share <= 1) put(share);
        }}
      />
      <PlainButton className="plain-button soft" onClick={() => put(null)}>
        Nothing lost
      </PlainButton>
    </li>
  );
}

export function LossesOf(): JSX.Element {
  const { draft } = useOpenDish();
  const [what, setWhat] = useState<Leaving['what']>('fat');
  const { parts } = draft.document;
  const lines = parts.flatMap((part) => effectiveLines(part).map((line) => ({ part, line })));
  const add = (lineId: string): void => {
    const found = lines.find(({ line }) => line.id === lineId)?.line;
    if (found) draft.change((dish) => replaceLine(dish, lineId, withLeaving(found, what, USUAL)));
  };
  return (
    <section aria-label="What leaves the plate" style={{ marginTop: 22 }}>
      <h2>What leaves the plate</h2>
      <ul className="plain-list">
        {lines.flatMap(({ line }) =>
          line.leavings.map((gone) => (
            <Lost key={`${line.id}/${gone.what}/${gone.cause}`} line={line} gone={gone} />
          )),
        )}
      </ul>
      <div className="row" style={{ marginTop: 8 }}>
        <TextField
          select
          label="What leaves"
          value={what}
          sx={{ width: 220 }}
          onChange={(e) => {
            const found = Object.keys(LEAVES).find((key) => key === e.target.value);
            if (found) setWhat(found as Leaving['what']);
          }}
        >
          {Object.entries(LEAVES).map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="of which line"
          value=""
          sx={{ width: 200 }}
          onChange={(e) => add(e.target.value)}
        >
          {lines.map(({ part, line }) => (
            <MenuItem key={line.id} value={line.id}>
              {line.food_name || line.text}, {part.name.toLowerCase()}
            </MenuItem>
          ))}
        </TextField>
      </div>
    </section>
  );
}
