/** The eaters: who they are, their way of eating and their limits. */
import Button from '@mui/material/Button';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { client, sentence, take } from '../../api/client';
import { eatersQuery, schoolsQuery } from '../../api/queries';
import type { EaterForm, EaterRecord, Target } from '../../api/types';
import { LABELS, plain, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';
import { EaterEditor } from './EaterEditor';

function limit(target: Target): string {
  const unit = unitOf(target.nutrient);
  const parts = [];
  if (target.at_least !== null) parts.push(`at least ${plain(target.at_least)}`);
  if (target.at_most !== null) parts.push(`at most ${plain(target.at_most)}`);
  return `${LABELS[target.nutrient] ?? target.nutrient} ${parts.join(', ')} ${unit}`;
}

const NEW: EaterForm = { name: '', school: 'no_preset', targets: [], exclusions: [] };

export function TablePlace(): JSX.Element {
  const eaters = useQuery(eatersQuery);
  const schools = useQuery(schoolsQuery);
  const queries = useQueryClient();
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const refresh = async (): Promise<void> => {
    await queries.invalidateQueries({ queryKey: eatersQuery.queryKey });
    queries.removeQueries({ queryKey: ['preview'] });
    queries.removeQueries({ queryKey: ['rank'] });
  };
  const save = useMutation({
    mutationFn: (form: EaterForm) =>
      open === 'new' || open === null
        ? take(client.POST('/api/eaters', { body: form }))
        : take(
            client.PUT('/api/eaters/{eater_id}', {
              params: { path: { eater_id: open } },
              body: form,
            }),
          ),
    onSuccess: async () => {
      setOpen(null);
      await refresh();
    },
  });
  const away = useRemovable<EaterRecord>(
    (eater) =>
      take(client.DELETE('/api/eaters/{eater_id}', { params: { path: { eater_id: eater.id } } })),
    (eater) =>
      take(
        client.POST('/api/eaters/{eater_id}/restore', { params: { path: { eater_id: eater.id } } }),
      ),
    refresh,
  );
  const problem = eaters.error ?? save.error ?? away.error;
  const editor = (start: EaterForm): JSX.Element => (
    <EaterEditor
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
            <button type="button" className="chip" onClick={() => away.bringBack()}>
              Bring back
            </button>
          }
        >
          {away.removed.name} left the table.
        </Notice>
      )}
      <ul className="ledger-list">
        {open === 'new' && <li>{editor(NEW)}</li>}
        {eaters.data?.map((eater) => (
          <li key={eater.id}>
            {open === eater.id ? (
              editor(eater)
            ) : (
              <div className="row" style={{ alignItems: 'baseline' }}>
                <h2 style={{ minWidth: 130 }}>{eater.name}</h2>
                <span style={{ flex: 1, minWidth: 240 }}>
                  {eater.school_name}
                  <br />
                  <span className="soft">
                    {[...eater.targets.map(limit), ...eater.exclusions.map((e) => `no ${e}`)].join(
                      ' · ',
                    ) || 'no limits set'}
                  </span>
                </span>
                <button
                  type="button"
                  className="plain-button"
                  aria-label={`Change ${eater.name}`}
                  onClick={() => setOpen(eater.id)}
                >
                  Change
                </button>
                <button
                  type="button"
                  className="plain-button soft"
                  aria-label={`Take away ${eater.name} from the table`}
                  onClick={() => away.remove(eater)}
                >
                  Take away
                </button>
              </div>
            )}
          </li>
        ))}
      </ul>
    </main>
  );
}
