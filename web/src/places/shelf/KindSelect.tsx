/** What kind of thing it is: those its food may be first, then all, group by group. */
import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';

import { kindsQuery } from '../../api/shelf';
import type { KindView } from '../../api/types';

const GROUPS: [KindView['group'], string][] = [
  ['cooked', 'Cooked'],
  ['sauce', 'Sauces, creams, broth'],
  ['assembled', 'Prepared, not cooked'],
  ['dough', 'Dough and batter'],
  ['crumb', 'Crumb and toppings'],
  ['by_product', 'What is left of preparing'],
  ['opened', 'Opened packets, tins, jars'],
];

interface Props {
  food: string;
  value: string;
  onChange: (kind: string) => void;
}

export function KindSelect({ food, value, onChange }: Props): JSX.Element {
  const found = useQuery(kindsQuery(food));
  const kinds = found.data?.kinds ?? [];
  const first = (found.data?.proposed ?? [])
    .map((key) => kinds.find((kind) => kind.key === key))
    .filter((kind) => kind !== undefined);
  const item = (kind: KindView): JSX.Element => (
    <MenuItem key={kind.key} value={kind.key}>
      {kind.name}
    </MenuItem>
  );
  return (
    <TextField
      select
      label="What it is"
      value={found.data ? value : ''}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      fullWidth
    >
      <MenuItem value="">something else: the shortest counts</MenuItem>
      {first.length > 0 && <ListSubheader>It may be</ListSubheader>}
      {first.map((kind) => (
        <MenuItem key={`first/${kind.key}`} value={kind.key}>
          {kind.name}
        </MenuItem>
      ))}
      {GROUPS.flatMap(([group, name]) => [
        <ListSubheader key={group}>{name}</ListSubheader>,
        ...kinds
          .filter((kind) => kind.group === group && !first.includes(kind))
          .map((kind) => item(kind)),
      ])}
    </TextField>
  );
}
