/** A weight that is hard to believe is asked about before it counts. */
import type { JSX } from 'react';

import { Notice } from './Notice';

interface Props {
  question: string | null;
  onSure: () => void;
}

export function WeighQuestion({ question, onSure }: Props): JSX.Element | null {
  if (!question) return null;
  return (
    <Notice
      actions={
        <button type="button" className="chip" onClick={onSure}>
          It is right, take it
        </button>
      }
    >
      {question}
    </Notice>
  );
}
