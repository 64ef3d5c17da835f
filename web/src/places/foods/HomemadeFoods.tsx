/** Foods made of the household's own dishes. */
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { homemadeQuery, homemadeRemoval } from '../../api/ownFoods';
import { PlainButton } from '../../parts/PlainButton';
import { withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';

export function HomemadeFoods(): JSX.Element {
  const kept = useQuery(homemadeQuery);
  const away = useRemovable(homemadeRemoval);
  const problem = kept.error ?? away.error;
  return (
    <section aria-label="From your dishes" style={{ marginTop: 26 }}>
      <h2>From your dishes</h2>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
      {away.removed && (
        <Notice
          actions={
            <PlainButton className="chip" onClick={() => away.bringBack()}>
              Bring back
            </PlainButton>
          }
        >
          {away.removed.name} is archived; dishes that use it keep it.
        </Notice>
      )}
      {kept.data?.length === 0 && (
        <p className="soft">
          None yet. Keep a version of a dish and choose “Use it as an ingredient”.
        </p>
      )}
      <ul className="ledger-list">
        {kept.data?.map((food) => (
          <li key={food.id}>
            <div className="row" style={{ alignItems: 'baseline' }}>
              <h3 style={{ minWidth: 200 }}>
                <Link to={`/foods?q=${encodeURIComponent(food.name)}&food=${food.key}`}>
                  {food.name}
                </Link>
              </h3>
              <span className="soft" style={{ flex: 1, minWidth: 260 }}>
                {food.part && `${food.part} of `}
                {food.dish}, version {food.version} · {withUnit(food.grams, 'g')}
                {food.weighed ? ' weighed when done' : ' by what went in'}
              </span>
              <PlainButton
                className="plain-button soft"
                aria-label={`Archive ${food.name}`}
                onClick={() => away.remove(food)}
              >
                Archive
              </PlainButton>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
