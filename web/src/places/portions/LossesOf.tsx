/** What leaves the plate by an explicit step: fat poured off, liquid drained, juice pressed out. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Loss, Part } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { effectiveLines, mapPart } from '../../draft/edits';

const KINDS: [Loss['kind'], string][] = [
  ['poured_off_fat', 'fat poured off'],
  ['drained_liquid', 'liquid drained away'],
  ['expressed_juice', 'juice pressed out'],
];
const USUAL = 0.5;

function Lost({ part, loss }: { part: Part; loss: Loss }): JSX.Element {
  const { draft } = useOpenDish();
  const names = effectiveLines(part).filter((line) => loss.line_ids.includes(line.id));
  const put = (change: Partial<Loss> | null): void =>
    draft.change((dish) =>
      mapPart(dish, part.id, (p) => ({
        ...p,
        losses: change
          ? p.losses.map((l) => (l.id === loss.id ? { ...l, ...change } : l))
          : p.losses.filter((l) => l.id !== loss.id),
      })),
    );
  return (
    <li className="row">
      <span>
        {names.map((line) => line.food_name).join(', ')}:{' '}
        {KINDS.find(([kind]) => kind === loss.kind)?.[1]}
      </span>
      <TextField
        label="share, %"
        type="number"
        defaultValue={Math.round(loss.share * 100)}
        sx={{ width: 100 }}
        slotProps={{ htmlInput: { min: 0, max: 100 } }}
        onChange={(e) => {
          const share = Number(e.target.value) / 100;
          if (share >= 0 && share <= 1) put({ share });
        }}
      />
      <button type="button" className="plain-button soft" onClick={() => put(null)}>
        Nothing lost
      </button>
    </li>
  );
}

export function LossesOf(): JSX.Element {
  const { draft } = useOpenDish();
  const [kind, setKind] = useState<Loss['kind']>('poured_off_fat');
  const { parts } = draft.document;
  const add = (choice: string): void => {
    const [partId, lineId] = choice.split('/');
    if (!partId || !lineId) return;
    const loss: Loss = { id: crypto.randomUUID(), kind, line_ids: [lineId], share: USUAL };
    draft.change((dish) =>
      mapPart(dish, partId, (part) => ({ ...part, losses: [...part.losses, loss] })),
    );
  };
  return (
    <section aria-label="What leaves the plate" style={{ marginTop: 22 }}>
      <h2>What leaves the plate</h2>
      <ul className="plain-list">
        {parts.flatMap((part) =>
          part.losses.map((loss) => <Lost key={loss.id} part={part} loss={loss} />),
        )}
      </ul>
      <div className="row" style={{ marginTop: 8 }}>
        <TextField
          select
          label="What leaves"
          value={kind}
          sx={{ width: 200 }}
          onChange={(e) => {
            const found = KINDS.find(([key]) => key === e.target.value);
            if (found) setKind(found[0]);
          }}
        >
          {KINDS.map(([key, name]) => (
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
          {parts.flatMap((part) =>
            effectiveLines(part).map((line) => (
              <MenuItem key={`${part.id}/${line.id}`} value={`${part.id}/${line.id}`}>
                {line.food_name || line.text}, {part.name.toLowerCase()}
              </MenuItem>
            )),
          )}
        </TextField>
      </div>
    </section>
  );
}
