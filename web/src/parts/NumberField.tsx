/** A short field for a number; what is no number is marked and not passed on. */
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { typed } from './format';

interface Props {
  label: string;
  value: number | null;
  className?: string | undefined;
  onChange: (value: number | null) => void;
}

export function NumberField({ label, value, className, onChange }: Props): JSX.Element {
  const [text, setText] = useState(value === null ? '' : String(value));
  const bad = text.trim() !== '' && typed(text) === null;
  return (
    <TextField
      size="small"
      label={label}
      value={text}
      error={bad}
      className={className}
      onChange={(event) => {
        setText(event.target.value);
        onChange(typed(event.target.value));
      }}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
}
