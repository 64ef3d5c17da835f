/** The household's own stand-ins: kept from dishes, written by hand, brought in packs. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { standInsQuery, useBringBack, usePutAway } from '../../api/standIns';
import type { StandInRecord } from '../../api/types';
import { newId } from '../../browser/newId';
import { Notice } from '../../parts/Notice';
import { useTitle } from '../../parts/useTitle';
import { emptyOwn } from './entries';
import { PackFile } from './PackFile';
import { StandInForm } from './StandInForm';
import styles from './standIns.module.css';

interface RowProps {
  record: StandInRecord;
  onChange: () => void;
  onPutAway: () => void;
}

function Row({ record, onChange, onPutAway }: RowProps): JSX.Element {
  const entry = record.own.stand_in;
  return (
    <>
      <div className={styles.row}>
        <span>
          <b>{entry.name}</b>{' '}
          <span className="soft">
            for a {record.role_name} · {entry.lines.length} foods, {entry.step.length} steps
          </span>
        </span>
        <Button size="small" onClick={onChange} aria-label={`Change ${entry.name}`}>
          Change
        </Button>
        <Button size="small" onClick={onPutAway} aria-label={`Put ${entry.name} away`}>
          Put away
        </Button>
      </div>
      {entry.expectation && <div className="soft">{entry.expectation}</div>}
      {record.doubts.map((words) => (
        <div key={words}>{words}</div>
      ))}
      {record.problem && <Notice bad>{record.problem}</Notice>}
    </>
  );
}

export function StandInsPlace(): JSX.Element {
  useTitle('Your stand-ins');
  const list = useQuery(standInsQuery);
  const putAway = usePutAway();
  const bringBack = useBringBack();
  const [open, setOpen] = useState<string | null>(null);
  const [fresh, setFresh] = useState<string | null>(null);
  const [gone, setGone] = useState<{ id: string; name: string } | null>(null);
  const records = list.data ?? [];
  const problem = list.error ?? putAway.error ?? bringBack.error;
  return (
    <>
      <p className="soft" style={{ margin: '8px 0' }}>
        They stand beside the book’s own on the Bench and scale to every dish. A part that worked
        can be kept as one from the Bench.
      </p>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
      {gone && (
        <Notice>
          {gone.name} is put away; dishes that chose it keep it.{' '}
          <Button
            size="small"
            onClick={() => bringBack.mutate(gone.id, { onSuccess: () => setGone(null) })}
          >
            Bring it back
          </Button>
        </Notice>
      )}
      {list.data && records.length === 0 && <p>None yet.</p>}
      <ul className={styles.list}>
        {records.map((record) => (
          <li key={record.id}>
            {open === record.id ? (
              <StandInForm
                id={record.id}
                start={record.own}
                foodNames={record.food_names}
                onDone={() => setOpen(null)}
              />
            ) : (
              <Row
                record={record}
                onChange={() => setOpen(record.id)}
                onPutAway={() =>
                  putAway.mutate(record.id, {
                    onSuccess: () => setGone({ id: record.id, name: record.own.stand_in.name }),
                  })
                }
              />
            )}
          </li>
        ))}
      </ul>
      {fresh === null ? (
        <Button variant="outlined" onClick={() => setFresh(newId())}>
          Write a stand-in
        </Button>
      ) : (
        <StandInForm
          id={fresh}
          start={emptyOwn('mash')}
          foodNames={{}}
          onDone={() => setFresh(null)}
        />
      )}
      <PackFile some={records.length > 0} />
    </>
  );
}
