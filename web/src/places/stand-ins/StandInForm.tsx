/** A stand-in of one's own, written or changed in place. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { rolesQuery, useKeepStandIn } from '../../api/standIns';
import type { OwnStandIn, StandInEntry } from '../../api/types';
import { FoodPicker } from '../../parts/FoodPicker';
import { Notice } from '../../parts/Notice';
import { NumberField } from '../../parts/NumberField';
import { changed, withFood, withLine, withNewStep, withStep } from './entries';
import { StepFields } from './StepFields';
import styles from './standIns.module.css';

type Words = 'name' | 'family' | 'expectation' | 'smell' | 'taste' | 'in_oven';
const WORDS: readonly (readonly [Words, string])[] = [
  ['name', 'Name'],
  ['family', 'Family'],
  ['expectation', 'What to expect'],
  ['smell', 'Smell while it cooks'],
  ['taste', 'Taste'],
  ['in_oven', 'How it behaves in the dish'],
];
const HOLDS: readonly (readonly [StandInEntry['hold'], string])[] = [
  ['', 'not said'],
  ['crumbles', 'crumbles'],
  ['fork', 'needs a fork'],
  ['slice', 'lifts as a slice'],
  ['rubbery', 'is rubbery'],
];

const SMELLS = ['not said', 'hardly', 'a little', 'in the kitchen', 'all over the house'] as const;

interface Props {
  id: string;
  start: OwnStandIn;
  foodNames: Record<string, string>;
  onDone: () => void;
}

interface LinesProps {
  own: OwnStandIn;
  names: Record<string, string>;
  onChange: (own: OwnStandIn) => void;
  onName: (key: string, name: string) => void;
}

function Lines({ own, names, onChange, onName }: LinesProps): JSX.Element {
  return (
    <>
      <div className={styles.lines}>
        {own.stand_in.lines.map((line, place) => {
          const name = names[line.food] ?? line.food;
          const put = (more: Partial<typeof line>): void =>
            onChange(withLine(own, place, { ...line, ...more }));
          return (
            <div key={`${place}/${line.food}`} style={{ display: 'contents' }}>
              <b>{name}</b>
              <NumberField
                label="Grams"
                value={line.grams}
                onChange={(grams) => put({ grams: grams ?? 0 })}
              />
              <NumberField label="At least" value={line.low} onChange={(low) => put({ low })} />
              <NumberField label="At most" value={line.high} onChange={(high) => put({ high })} />
              <Button
                size="small"
                aria-label={`Take out ${name}`}
                onClick={() => onChange(withLine(own, place, null))}
              >
                Take out
              </Button>
            </div>
          );
        })}
      </div>
      <FoodPicker
        key={own.stand_in.lines.length}
        label="Add a food"
        initial=""
        onPick={(food) => {
          onName(food.key, food.name);
          onChange(withFood(own, food.key));
        }}
      />
    </>
  );
}

export function StandInForm({ id, start, foodNames, onDone }: Props): JSX.Element {
  const [own, setOwn] = useState(start);
  const [names, setNames] = useState(foodNames);
  const roles = useQuery(rolesQuery);
  const keep = useKeepStandIn();
  const entry = own.stand_in;
  const unit = roles.data?.find((role) => role.key === own.role)?.unit ?? '';
  return (
    <form
      className={styles.form}
      aria-label={entry.name || 'New stand-in'}
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate({ id, own }, { onSuccess: onDone });
      }}
    >
      <div className={styles.fields}>
        <TextField
          select
          size="small"
          label="Stands in for"
          value={own.role}
          onChange={(event) => setOwn({ ...own, role: event.target.value })}
        >
          {(roles.data ?? [])
            .filter((role) => role.key !== 'plain')
            .map((role) => (
              <MenuItem key={role.key} value={role.key}>
                {role.name}
              </MenuItem>
            ))}
        </TextField>
        {WORDS.map(([key, label]) => (
          <TextField
            key={key}
            size="small"
            multiline
            maxRows={4}
            label={label}
            value={entry[key]}
            onChange={(event) => setOwn(changed(own, { [key]: event.target.value }))}
          />
        ))}
        <TextField
          select
          size="small"
          label="Holds"
          value={entry.hold}
          onChange={(event) =>
            setOwn(changed(own, { hold: event.target.value as StandInEntry['hold'] }))
          }
        >
          {HOLDS.map(([key, label]) => (
            <MenuItem key={key || 'none'} value={key}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          size="small"
          label="Smells while it cooks"
          value={entry.smell_level === null ? 0 : entry.smell_level + 1}
          onChange={(event) => {
            const level = Number(event.target.value) - 1;
            setOwn(changed(own, { smell_level: level < 0 ? null : level }));
          }}
        >
          {SMELLS.map((label, place) => (
            <MenuItem key={label} value={place}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        <NumberField
          label="Serves, if scaled by servings"
          value={entry.serves}
          onChange={(serves) => setOwn(changed(own, { serves }))}
        />
        {unit && (
          <NumberField
            label={`Makes, ${unit}`}
            value={entry.gives}
            onChange={(gives) => setOwn(changed(own, { gives }))}
          />
        )}
      </div>
      <h3>What goes in</h3>
      <Lines
        own={own}
        names={names}
        onChange={setOwn}
        onName={(key, name) => setNames({ ...names, [key]: name })}
      />
      <h3>What is done</h3>
      {entry.step.map((step, place) => (
        <StepFields
          key={step.id}
          step={step}
          number={place + 1}
          onChange={(next) => setOwn(withStep(own, place, next))}
        />
      ))}
      <div>
        <Button size="small" variant="outlined" onClick={() => setOwn(withNewStep(own))}>
          Add a step
        </Button>
      </div>
      {keep.error && <Notice bad>{sentence(keep.error)}</Notice>}
      <div className={styles.row}>
        <Button type="submit" variant="contained" disabled={keep.isPending}>
          Keep it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
