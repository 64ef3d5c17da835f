/** Which of a dish's variants is looked at, or what the others have. */
import Chip from '@mui/material/Chip';
import type { JSX } from 'react';

import { useOpenDish } from '../draft/context';
import { branchName } from './branchName';

interface Props {
  onLook: (variant: string | null) => void;
}

export function VariantSwitch({ onLook }: Props): JSX.Element | null {
  const { whole, variant, preview } = useOpenDish();
  const others = preview?.parting?.branches.find((one) => one.id === '');
  const { variants } = whole.document;
  if (variants.length === 0) return null;
  const all = [
    { id: null, name: others ? branchName(others) : 'the others' },
    ...variants.map(({ id, name }) => ({ id, name })),
  ];
  return (
    <>
      <span className="soft">Cooked for</span>
      {all.map(({ id, name }) => {
        const on = id === (variant?.id ?? null);
        return (
          <Chip
            key={id ?? 'others'}
            label={name}
            color={on ? 'primary' : 'default'}
            variant={on ? 'filled' : 'outlined'}
            aria-pressed={on}
            onClick={() => onLook(id)}
          />
        );
      })}
    </>
  );
}
