/** The household's pans, tins and dishes, by their inside measures. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Pan } from '../../api/types';
import { withUnit } from '../../parts/format';
import { NumberField } from '../../parts/NumberField';
import styles from './kitchen.module.css';

const KINDS: readonly (readonly [Pan['kind'], string])[] = [
  ['round', 'round'],
  ['square', 'square'],
  ['rectangle', 'rectangle'],
  ['wells', 'tin with wells'],
  ['mug', 'mug'],
];
const EMPTY: Pan = {
  name: '',
  kind: 'round',
  across: 0,
  height: 0,
  other: 0,
  wells: 1,
  empty_grams: null,
};

function measures(pan: Pan): string {
  const floor =
    pan.kind === 'rectangle'
      ? `${pan.across} by ${pan.other} cm`
      : pan.kind === 'wells'
        ? `${pan.wells} wells of ${pan.across} cm`
        : `${pan.across} cm`;
  const empty = pan.empty_grams === null ? '' : `, ${withUnit(pan.empty_grams, 'g')} empty`;
  return `${floor}, ${pan.height} cm deep${empty}`;
}

function NewPan({ onAdd }: { onAdd: (pan: Pan) => void }): JSX.Element {
  const [pan, setPan] = useState(EMPTY);
  const ready =
    pan.name.trim() !== '' &&
    pan.across > 0 &&
    pan.height > 0 &&
    (pan.kind !== 'rectangle' || pan.other > 0);
  return (
    <div className="row">
      <TextField
        size="small"
        label="Name of the pan"
        value={pan.name}
        sx={{ width: 160 }}
        onChange={(event) => setPan({ ...pan, name: event.target.value })}
      />
      <TextField
        select
        size="small"
        label="Shape"
        value={pan.kind}
        sx={{ width: 150 }}
        onChange={(event) => setPan({ ...pan, kind: event.target.value as Pan['kind'] })}
      >
        {KINDS.map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <NumberField
        label={pan.kind === 'rectangle' ? 'Long side cm' : 'Across cm'}
        value={null}
        onChange={(across) => setPan({ ...pan, across: across ?? 0 })}
      />
      {pan.kind === 'rectangle' && (
        <NumberField
          label="Short side cm"
          value={null}
          onChange={(other) => setPan({ ...pan, other: other ?? 0 })}
        />
      )}
      {pan.kind === 'wells' && (
        <NumberField
          label="Wells"
          value={null}
          onChange={(wells) => setPan({ ...pan, wells: Math.round(wells ?? 1) })}
        />
      )}
      <NumberField
        label="Depth cm"
        value={null}
        onChange={(height) => setPan({ ...pan, height: height ?? 0 })}
      />
      <NumberField
        label="Empty g, if weighed"
        value={null}
        onChange={(grams) => setPan({ ...pan, empty_grams: grams && grams > 0 ? grams : null })}
      />
      <Button variant="outlined" disabled={!ready} onClick={() => onAdd(pan)}>
        Add this pan
      </Button>
    </div>
  );
}

export function Pans({
  pans,
  onChange,
}: {
  pans: Pan[];
  onChange: (next: Pan[]) => void;
}): JSX.Element {
  return (
    <div className={styles.setting}>
      <h2>Pans and tins</h2>
      <p className="soft" style={{ margin: '4px 0 12px' }}>
        Inside measures: a crust says which of them it fits, and how thick it lies there. What one
        weighs empty is taken off at the scale. Bowls belong here too.
      </p>
      <ul className="plain-list">
        {pans.map((pan, place) => (
          <li key={`${place}/${pan.name}`} className="row">
            <span style={{ flex: 1 }}>
              <b>{pan.name}</b> {measures(pan)}
            </span>
            <Button
              size="small"
              aria-label={`Take out ${pan.name}`}
              onClick={() => onChange(pans.filter((_, i) => i !== place))}
            >
              Take out
            </Button>
          </li>
        ))}
      </ul>
      <NewPan key={pans.length} onAdd={(pan) => onChange([...pans, pan])} />
    </div>
  );
}
