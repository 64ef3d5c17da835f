/** The eaters: who they are, their way of eating and their limits. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { eaterRemoval, eatersQuery, schoolsQuery, useSaveEater } from '../../api/table';
import type { EaterForm, EaterRecord, Exclusion, Target } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { day, LABELS, percent, plain, unitOf, unitText, valueIn } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';
import { Day } from './Day';
import { EaterEditor } from './EaterEditor';
import { Matrix } from './Matrix';
import { useTitle } from '../../parts/useTitle';
import styles from './table.module.css';

function limit(target: Target): string {
  const unit = unitOf(target.nutrient);
  const parts = [];
  if (target.at_least !== null) parts.push(`at least ${valueIn(target.at_least, unit)}`);
  if (target.at_most !== null) parts.push(`at most ${valueIn(target.at_most, unit)}`);
  const day = target.per === 'day' ? ` a day, ${percent(target.day_share)} of it here` : '';
  const wish = target.hard ? '' : ', nice to have';
  const bears = target.tolerance > 0 ? `, may go over by ${plain(target.tolerance)}` : '';
  const name = LABELS[target.nutrient] ?? target.nutrient;
  return `${name} ${parts.join(', ')} ${unitText(unit)}${day}${wish}${bears}`;
}

function leftOut(exclusion: Exclusion): string {
  const bears = exclusion.tolerated > 0 ? `, bears ${plain(exclusion.tolerated)} g` : '';
  return `no ${exclusion.what}${bears}`;
}

const NEW: EaterForm = {
  name: '',
  school: 'no_preset',
  targets: [],
  exclusions: [],
  programme: null,
  dismissed: [],
};

interface SettingProps {
  eater: EaterRecord;
  onChange: () => void;
  onTakeAway: () => void;
}

/** One place at the table: who sits there and what they need to know of a dish. */
function PlaceSetting({ eater, onChange, onTakeAway }: SettingProps): JSX.Element {
  return (
    <li className={styles.placeSetting}>
      <h2>{eater.name}</h2>
      <p>
        {eater.school_name}
        {!eater.preset && eater.school !== 'no_preset' && (
          <span className="soft">, own limits</span>
        )}
      </p>
      <ul className="plain-list">
        {eater.targets.map((target) => (
          <li key={`${target.nutrient}-${target.per}`}>{limit(target)}</li>
        ))}
        {eater.exclusions.length > 0 && <li>{eater.exclusions.map(leftOut).join(' · ')}</li>}
        {eater.programme && (
          <li>
            for {eater.programme.days} days from {day(eater.programme.start)}:{' '}
            {eater.programme.rules.map((rule) => rule.replaceAll('_', ' ')).join(', ')}
          </li>
        )}
        {eater.targets.length + eater.exclusions.length === 0 && (
          <li className="soft">no limits set</li>
        )}
      </ul>
      <PlainButton className="plain-button" aria-label={`Change ${eater.name}`} onClick={onChange}>
        Change
      </PlainButton>
      <PlainButton
        className="plain-button soft"
        aria-label={`Take away ${eater.name} from the table`}
        onClick={onTakeAway}
      >
        Take away
      </PlainButton>
    </li>
  );
}

function formOf(eaters: EaterRecord[] | undefined, id: string): EaterForm {
  return eaters?.find((eater) => eater.id === id) ?? NEW;
}

export function TablePlace(): JSX.Element {
  useTitle('Table');
  const eaters = useQuery(eatersQuery);
  const schools = useQuery(schoolsQuery);
  const [open, setOpen] = useState<string | null>(null);
  const save = useSaveEater(open === 'new' ? null : open, () => setOpen(null));
  const away = useRemovable(eaterRemoval);
  const problem = eaters.error ?? save.error ?? away.error;
  const editor = (start: EaterForm): JSX.Element => (
    <EaterEditor
      key={String(open)}
      start={start}
      schools={schools.data ?? []}
      saving={save.isPending}
      onSave={(form) => save.mutate(form)}
      onCancel={() => setOpen(null)}
    />
  );
  return (
    <main className="place">
      <div className="row">
        <h1>Table</h1>
        <span className="soft">Everybody here counts on every dish.</span>
        <span className="grow" />
        <Button variant="contained" onClick={() => setOpen('new')}>
          Seat somebody
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
          {away.removed.name} left the table.
        </Notice>
      )}
      {open !== null && (
        <div className={styles.eaterOpen}>
          {editor(open === 'new' ? NEW : formOf(eaters.data, open))}
        </div>
      )}
      <ul className={styles.placeSettings} aria-label="At the table">
        {eaters.data
          ?.filter((eater) => eater.id !== open)
          .map((eater) => (
            <PlaceSetting
              key={eater.id}
              eater={eater}
              onChange={() => setOpen(eater.id)}
              onTakeAway={() => away.remove(eater)}
            />
          ))}
      </ul>
      <Matrix />
      <Day />
    </main>
  );
}
