/** How the serving stands for each eater, in words. */
import type { JSX } from 'react';

import { useOpenDish } from '../../draft/context';
import { ReachBar } from '../../parts/ReachBar';

export function Standings(): JSX.Element {
  const { preview } = useOpenDish();
  return (
    <>
      <h2>Who can eat it</h2>
      {preview?.eaters.map((eater) => (
        <div key={eater.id} style={{ marginTop: 12 }}>
          <h3>
            {eater.name}:{' '}
            {eater.excluded ? 'not as it is' : eater.suits ? 'yes' : 'with a limit missed'}
          </h3>
          {eater.reaches.map((reach) => (
            <ReachBar key={reach.nutrient} reach={reach} />
          ))}
          {eater.breaches.map((breach) => (
            <p
              key={`${breach.line_id}-${breach.what}`}
              className={breach.certainty === 'contains' ? 'verdict bad' : 'verdict unsure'}
            >
              {breach.words}
            </p>
          ))}
        </div>
      ))}
    </>
  );
}
