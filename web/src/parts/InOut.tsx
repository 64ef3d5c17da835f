/** An optional line in or out by one tap, with what it costs where that is known. */
import type { JSX } from 'react';

import type { Line, OptionView } from '../api/types';
import { PlainButton } from './PlainButton';
import styles from './inOut.module.css';

interface Props {
  line: Line;
  option?: OptionView | undefined;
  onChange: (line: Line) => void;
}

export function InOut({ line, option, onChange }: Props): JSX.Element | null {
  if (!line.optional && !line.left_out) return null;
  return (
    <span className={styles.inOut} data-in-out>
      <PlainButton className="chip" onClick={() => onChange({ ...line, left_out: !line.left_out })}>
        {line.left_out ? 'Put it in' : 'Leave it out'}
        <span className="hidden">: {line.food_name || line.text}</span>
      </PlainButton>
      <span className="soft">
        {option?.words ?? (line.left_out ? 'Optional, left out' : 'Optional, in')}
      </span>
    </span>
  );
}
