/** A field that finds a food as you type. */
import Autocomplete, { type AutocompleteProps } from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { foodsQuery } from '../api/foods';
import type { FoodView } from '../api/types';
import { plain } from './format';

interface Props {
  label: string;
  initial: string;
  autoFocus?: boolean;
  onPick: (food: FoodView) => void;
}

const SHOWN = 10;
/** The list opens below its field, so that it does not cover the line it is about. */
const BELOW: AutocompleteProps<FoodView, false, false, true>['slotProps'] = {
  popper: { placement: 'bottom-start', modifiers: [{ name: 'flip', enabled: false }] },
  listbox: { sx: { maxHeight: 'min(40vh, 300px)' } },
};

function describe(food: FoodView): string {
  const net =
    food.net_carbs === null ? 'net carbs unknown' : `${plain(food.net_carbs)} g net carbs`;
  return `${food.curated ? '' : `${food.source} · `}${net} in 100 g`;
}

export function FoodPicker({ label, initial, autoFocus = false, onPick }: Props): JSX.Element {
  const [text, setText] = useState(initial);
  const found = useQuery(foodsQuery(text, SHOWN));
  const queries = useQueryClient();
  /** Enter takes the best match of what was typed, also when it is quicker than the list. */
  const pickTyped = async (typed: string): Promise<void> => {
    if (typed.trim() === '') return;
    const hits = await queries.query(foodsQuery(typed, SHOWN)).catch(() => []);
    if (hits[0]) onPick(hits[0]);
  };
  return (
    <Autocomplete<FoodView, false, false, true>
      freeSolo
      options={found.data ?? []}
      getOptionLabel={(food) => (typeof food === 'string' ? food : food.name)}
      getOptionKey={(food) => (typeof food === 'string' ? food : food.key)}
      filterOptions={(foods) => foods}
      inputValue={text}
      onInputChange={(_, value) => setText(value)}
      onChange={(_, food) => {
        if (typeof food === 'string') void pickTyped(food);
        else if (food) onPick(food);
      }}
      autoHighlight
      openOnFocus={!autoFocus}
      slotProps={BELOW}
      renderOption={({ key, ...props }, food) => (
        <li key={key} {...props}>
          <span>
            {food.name}
            <br />
            <span className="soft">{describe(food)}</span>
          </span>
        </li>
      )}
      renderInput={(props) => <TextField {...props} label={label} autoFocus={autoFocus} />}
    />
  );
}
