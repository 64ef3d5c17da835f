/** Who has a variant, what it is called, and for how many servings besides. */
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { eatersQuery } from '../../api/table';
import type { Variant } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { listed } from '../../parts/format';
import { Tick } from '../../parts/Tick';
import styles from './variants.module.css';

const MOST_OTHERS = 200;

interface EatersProps {
  chosen: string[];
  /** The variant that is changed: its own eaters are free for it. */
  of?: string;
  onChange: (eaters: string[]) => void;
}

/** Everybody at the table; who has another variant can only be taken out of that one. */
export function WhoHasIt({ chosen, of, onChange }: EatersProps): JSX.Element {
  const { whole } = useOpenDish();
  const eaters = useQuery(eatersQuery);
  const taken = new Map(
    whole.document.variants
      .filter((one) => one.id !== of)
      .flatMap((one) => one.eaters.map((eater) => [eater, one.name] as const)),
  );
  return (
    <div role="group" aria-label="Who has it" className={styles.who}>
      {eaters.data?.map((eater) => {
        const other = taken.get(eater.id);
        return (
          <Tick
            key={eater.id}
            disabled={other !== undefined}
            checked={chosen.includes(eater.id)}
            onChange={(on) =>
              onChange(on ? [...chosen, eater.id] : chosen.filter((id) => id !== eater.id))
            }
          >
            {other === undefined ? eater.name : `${eater.name} has another`}
          </Tick>
        );
      })}
    </div>
  );
}

interface OthersProps {
  value: string;
  onChange: (text: string) => void;
}

/** Servings typed for people without limits; null where the text is no such number. */
export function othersIn(text: string): number | null {
  const number = Number(text.trim().replace(',', '.') || '0');
  return Number.isFinite(number) && number >= 0 && number <= MOST_OTHERS ? number : null;
}

export function MoreServings({ value, onChange }: OthersProps): JSX.Element {
  return (
    <TextField
      label="More servings of it"
      value={value}
      error={othersIn(value) === null}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width: 190 }}
    />
  );
}

interface WhoProps {
  variant: Variant;
  onChange: (variant: Variant) => void;
}

export function VariantWho({ variant, onChange }: WhoProps): JSX.Element {
  const [name, setName] = useState(variant.name);
  const [others, setOthers] = useState(String(variant.others));
  const eaters = useQuery(eatersQuery);
  // A variant that is called by its eaters goes on being so.
  const called = (ids: string[]): string =>
    listed((eaters.data ?? []).filter((one) => ids.includes(one.id)).map((one) => one.name));
  return (
    <div className={styles.form}>
      <WhoHasIt
        chosen={variant.eaters}
        of={variant.id}
        onChange={(ids) => {
          const own = variant.name === called(variant.eaters);
          const next = own && ids.length > 0 ? called(ids) : variant.name;
          setName(next);
          onChange({ ...variant, eaters: ids, name: next });
        }}
      />
      <MoreServings
        value={others}
        onChange={(text) => {
          setOthers(text);
          const number = othersIn(text);
          if (number !== null) onChange({ ...variant, others: number });
        }}
      />
      <TextField
        label="Called"
        value={name}
        error={name.trim() === ''}
        onChange={(event) => {
          setName(event.target.value);
          if (event.target.value.trim()) onChange({ ...variant, name: event.target.value });
        }}
      />
    </div>
  );
}
