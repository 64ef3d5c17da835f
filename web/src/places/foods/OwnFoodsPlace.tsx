/** The household's own foods: from labels, by hand or by file. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { kitchenQuery } from '../../api/kitchen';
import { ownFoodRemoval, ownFoodsQuery, useSaveOwnFood } from '../../api/ownFoods';
import type { OwnFood } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useRemovable } from '../../parts/useRemovable';
import { FoodsFile } from './FoodsFile';
import { HomemadeFoods } from './HomemadeFoods';
import { LabelForm } from './LabelForm';
import { emptyFood, LINE_NAMES, LINES, MORE_LINES } from './labelFields';

function printed(food: OwnFood): string {
  const { label } = food;
  const per = label.basis === 'serving' ? `${label.serving_grams ?? '?'} g serving` : '100 g';
  const order = [...LINES[label.jurisdiction], ...MORE_LINES];
  const figures = [...new Set(order)]
    .filter((name) => label.printed[name]?.trim())
    .map((name) => {
      const [words = name, unit = ''] = (LINE_NAMES[name] ?? name).split(', ');
      return `${words.toLowerCase()} ${label.printed[name]} ${unit}`;
    });
  return `per ${per}: ${figures.join(' · ')}`;
}

export function OwnFoodsPlace(): JSX.Element {
  const kept = useQuery(ownFoodsQuery);
  const kitchen = useQuery(kitchenQuery);
  const [open, setOpen] = useState<OwnFood | null>(null);
  const known = kept.data?.some((record) => record.food.id === open?.id) ?? false;
  const save = useSaveOwnFood(() => setOpen(null));
  const away = useRemovable(ownFoodRemoval);
  if (open)
    return (
      <LabelForm
        start={open}
        saving={save.isPending}
        problem={save.error ? sentence(save.error) : null}
        onSave={(food) => save.mutate({ food, known })}
        onCancel={() => {
          save.reset();
          setOpen(null);
        }}
      />
    );
  const problem = kept.error ?? away.error;
  return (
    <>
      <div className="row" style={{ margin: '4px 0 10px' }}>
        <span className="soft">
          What a package says, copied as printed. Your own foods are found first everywhere.
        </span>
        <span className="grow" />
        <Button
          variant="contained"
          onClick={() => setOpen(emptyFood(kitchen.data?.label_region ?? 'eu'))}
        >
          Copy a label
        </Button>
      </div>
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
        <p>None yet. Take a package from the shelf and copy its label.</p>
      )}
      <ul className="ledger-list">
        {kept.data?.map(({ food, warnings }) => (
          <li key={food.id}>
            <div className="row" style={{ alignItems: 'baseline' }}>
              <h3 style={{ minWidth: 200 }}>
                <Link to={`/foods?q=${encodeURIComponent(food.name)}&food=own:${food.id}`}>
                  {food.name}
                </Link>
              </h3>
              <span style={{ flex: 1, minWidth: 260 }}>
                <span className="soft">{printed(food)}</span>
                {food.holds === null && <span className="soft"> ingredients not read</span>}
                {warnings.map((warning) => (
                  <span key={warning} className="bad" style={{ display: 'block' }}>
                    {warning}
                  </span>
                ))}
              </span>
              <PlainButton
                className="plain-button"
                aria-label={`Change ${food.name}`}
                onClick={() => setOpen(food)}
              >
                Change
              </PlainButton>
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
      <HomemadeFoods />
      <FoodsFile />
    </>
  );
}
