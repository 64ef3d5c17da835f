/** What the server would not have of what was told, until the cook has read it. */
import type { JSX } from 'react';

import { Notice } from '../parts/Notice';
import type { Refused } from '../outbox/box';
import { PlainButton } from '../parts/PlainButton';

export function Refusals({
  shelf,
}: {
  shelf: { refused: Refused[]; readRefused: () => void };
}): JSX.Element {
  return (
    <>
      {shelf.refused.map((one, place) => (
        <Notice
          key={`${place}/${one.name}`}
          bad
          actions={
            <PlainButton className="chip" onClick={shelf.readRefused}>
              Understood
            </PlainButton>
          }
        >
          {one.name}: {one.sentence}
        </Notice>
      ))}
    </>
  );
}
