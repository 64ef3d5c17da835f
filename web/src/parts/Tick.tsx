/** A tick box with its words. */
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { JSX, ReactNode } from 'react';

interface Props {
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
  className?: string;
  children: ReactNode;
}

export function Tick({ checked, onChange, disabled, className, children }: Props): JSX.Element {
  return (
    <FormControlLabel
      className={className}
      disabled={disabled}
      control={<Checkbox checked={checked} onChange={(_, on) => onChange(on)} />}
      label={children}
    />
  );
}
