/** A weight that is hard to believe is asked about before it counts. */
import type { JSX } from 'react';

import { Notice } from './Notice';
import { PlainButton } from './PlainButton';

interface Props {
  question: string | null;
  onSure: () => void;
}

export function WeighQuestion({ question, onSure }: Props): JSX.Element | null {
  if (!question) return null;
  return (
    <Notice
      actions={
        <PlainButton className="chip" onClick={onSure}>
          It is right, take it
        </PlainButton>
      }
    >
      {question}
    </Notice>
  );
}
