/** The other choices of an "A or B" line, each one tap away with its own amount. */
import { useMutation } from '@tanstack/react-query';
import type { JSX } from 'react';

import { sentence } from '../api/client';
import { readLine } from '../api/reading';
import type { Line, UnitSystem } from '../api/types';
import { withAlternative } from '../draft/edits';
import { PlainButton } from './PlainButton';
import { withUnit } from './format';
import { Notice } from './Notice';

interface Props {
  line: Line;
  unitSystem: UnitSystem;
  onTake: (line: Line) => void;
}

function choiceText(other: Line): string {
  if (other.food === null) return other.text;
  return `${other.grams === null ? '' : `${withUnit(other.grams, 'g')} `}${other.food_name}`;
}

export function Choices({ line, unitSystem, onTake }: Props): JSX.Element | null {
  const reading = useMutation({
    mutationFn: async (other: Line) => {
      const [read] = await readLine(other.text, unitSystem);
      return read && withAlternative(line, { ...read, id: other.id });
    },
    onSuccess: (read) => read && onTake(read),
  });
  if (line.alternatives.length === 0) return null;
  // Kept as words alone by an older release.
  const unread = (other: Line): boolean => other.food === null;
  return (
    <span className="chips">
      <span className="soft">or</span>
      {line.alternatives.map((other) => (
        <PlainButton
          key={other.id}
          className="chip"
          onClick={() =>
            unread(other) ? reading.mutate(other) : onTake(withAlternative(line, other))
          }
        >
          {choiceText(other)}
        </PlainButton>
      ))}
      {reading.error && <Notice bad>{sentence(reading.error)}</Notice>}
    </span>
  );
}
