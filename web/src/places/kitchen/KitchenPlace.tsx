/** What the computation has to know of this kitchen. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { client, sentence, take } from '../../api/client';
import { kitchenQuery, readingsQuery } from '../../api/queries';
import type { KitchenSettings } from '../../api/types';
import { Notice } from '../../parts/Notice';

const UNITS = [
  ['metric', 'Metric: cup 250 ml, tablespoon 15 ml'],
  ['us', 'North American: cup 237 ml'],
  ['australia', 'Australian: tablespoon 20 ml'],
] as const;
const POLYOLS = [
  [1, 'All of them'],
  [0.5, 'Half of them'],
  [0, 'None of them'],
] as const;

function Settings({ stored }: { stored: KitchenSettings }): JSX.Element {
  const [settings, setSettings] = useState(stored);
  const [watts, setWatts] = useState(String(stored.microwave_watts));
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () =>
      take(
        client.PUT('/api/kitchen', {
          body: { ...settings, microwave_watts: Math.round(Number(watts)) || 0 },
        }),
      ),
    onSuccess: (kept) => {
      queries.setQueryData(kitchenQuery.queryKey, kept);
      queries.removeQueries({ queryKey: ['preview'] });
      queries.removeQueries({ queryKey: ['rank'] });
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <div className="settings" style={{ marginTop: 14 }}>
        <div className="setting">
          <h2>Microwave</h2>
          <p className="soft" style={{ margin: '4px 0 12px' }}>
            The power on its plate. Times follow it; how well the oven couples to a load differs.
          </p>
          <TextField
            label="Watts"
            value={watts}
            onChange={(e) => setWatts(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
        </div>
        <div className="setting">
          <h2>Cups and spoons</h2>
          <p className="soft" style={{ margin: '4px 0 12px' }}>
            For recipes you bring from now on. Dishes already here keep theirs.
          </p>
          <TextField
            select
            label="Units"
            value={settings.unit_system}
            sx={{ minWidth: 300 }}
            onChange={(e) => setSettings({ ...settings, unit_system: e.target.value })}
          >
            {UNITS.map(([key, name]) => (
              <MenuItem key={key} value={key}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </div>
        <div className="setting">
          <h2>Polyols</h2>
          <p className="soft" style={{ margin: '4px 0 12px' }}>
            Which share of sugar alcohols is taken off for net carbs. Fibre is always taken off,
            once.
          </p>
          <TextField
            select
            label="Taken off"
            value={settings.polyol_share}
            sx={{ minWidth: 200 }}
            onChange={(e) => setSettings({ ...settings, polyol_share: Number(e.target.value) })}
          >
            {POLYOLS.map(([share, name]) => (
              <MenuItem key={share} value={share}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </div>
      </div>
      <Button type="submit" variant="contained" disabled={save.isPending}>
        Save
      </Button>
      {save.isSuccess && <p role="status">Saved; every dish follows.</p>}
      {save.error && <Notice bad>{sentence(save.error)}</Notice>}
    </form>
  );
}

function Readings(): JSX.Element {
  const readings = useQuery(readingsQuery);
  const queries = useQueryClient();
  const forgetting = useMutation({
    mutationFn: (id: number) =>
      take(client.DELETE('/api/readings/{reading_id}', { params: { path: { reading_id: id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: readingsQuery.queryKey }),
  });
  return (
    <section aria-label="Always read as" style={{ marginTop: 28 }}>
      <h2>Always read as</h2>
      <p className="soft" style={{ margin: '4px 0' }}>
        What your own words in recipes mean. You add to it where you fix a line.
      </p>
      {readings.data?.length === 0 && <p>Nothing yet.</p>}
      <ul className="ledger-list" style={{ maxWidth: 640 }}>
        {readings.data?.map((reading) => (
          <li key={reading.id} style={{ gridTemplateColumns: '1fr auto' }}>
            <span>
              “{reading.written}” is <b>{reading.food_name}</b>
              {reading.form && `, ${reading.form}`}
            </span>
            <button
              type="button"
              className="plain-button"
              aria-label={`Forget ${reading.written}`}
              onClick={() => forgetting.mutate(reading.id)}
            >
              Forget
            </button>
          </li>
        ))}
      </ul>
      {forgetting.error && <Notice bad>{sentence(forgetting.error)}</Notice>}
    </section>
  );
}

export function KitchenPlace(): JSX.Element {
  const kitchen = useQuery(kitchenQuery);
  return (
    <main className="place">
      <h1>Kitchen</h1>
      {kitchen.error && <Notice bad>{sentence(kitchen.error)}</Notice>}
      {kitchen.data && <Settings stored={kitchen.data} />}
      <Readings />
    </main>
  );
}
