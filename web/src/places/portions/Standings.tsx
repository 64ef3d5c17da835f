/** How the serving stands for each eater, in words. */
import type { JSX } from 'react';

import { useOpenDish } from '../../draft/context';
import { Limits } from '../../parts/Limits';

export function Standings(): JSX.Element {
  const { preview } = useOpenDish();
  return (
    <>
      <h2>Who can eat it</h2>
      {preview?.eaters.map((eater) => (
        <div key={eater.id} style={{ marginTop: 12 }}>
          <h3>
            {eater.name}:{' '}
            {eater.excluded ? 'cannot eat this version' : eater.suits ? 'yes' : 'misses a limit'}
          </h3>
          <Limits eater={eater} />
        </div>
      ))}
    </>
  );
}
