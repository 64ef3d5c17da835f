/** What kind of thing it is: first what was done with it, then which of those; likely ones first. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';

import { kindsQuery } from '../../api/shelf';
import type { KindView } from '../../api/types';

export type KindGroup = KindView['group'];

const GROUPS: [KindGroup, string][] = [
  ['cooked', 'cooked'],
  ['sauce', 'a sauce, cream or broth'],
  ['assembled', 'prepared, not cooked'],
  ['dough', 'dough or batter'],
  ['crumb', 'crumb or topping'],
  ['by_product', 'left of preparing'],
  ['opened', 'opened: packet, tin, jar'],
];

interface Props {
  food: string;
  group: KindGroup;
  value: string;
  onGroup: (group: KindGroup) => void;
  onChange: (kind: string) => void;
}

/** The kinds of a group, those a food may be first, the shortest of them on top. */
export function useKinds(food: string, group: KindGroup): KindView[] {
  const found = useQuery(kindsQuery(food)).data;
  const mine = (found?.kinds ?? []).filter((kind) => kind.group === group);
  const likely = (found?.proposed ?? [])
    .map((key) => mine.find((kind) => kind.key === key))
    .filter((kind) => kind !== undefined);
  return [...likely, ...mine.filter((kind) => !likely.includes(kind))];
}

/** The kind that a food likeliest is, empty where none is likely. */
export function useLikeliest(food: string, group: KindGroup): string {
  const proposed = useQuery(kindsQuery(food)).data?.proposed ?? [];
  const kinds = new Set(useKinds(food, group).map((kind) => kind.key));
  return proposed.find((key) => kinds.has(key)) ?? '';
}

export function KindSelect({ food, group, value, onGroup, onChange }: Props): JSX.Element {
  const kinds = useKinds(food, group);
  const known = value === '' || kinds.some((kind) => kind.key === value);
  return (
    <>
      <TextField
        select
        label="It is"
        value={group}
        onChange={(event) => onGroup(event.target.value as KindGroup)}
        fullWidth
      >
        {GROUPS.map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="What kind"
        value={known ? value : ''}
        onChange={(event) => onChange(event.target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        fullWidth
      >
        {kinds.map((kind) => (
          <MenuItem key={kind.key} value={kind.key}>
            {kind.name}
          </MenuItem>
        ))}
        <MenuItem value="">something else: keeps shortest</MenuItem>
      </TextField>
    </>
  );
}
