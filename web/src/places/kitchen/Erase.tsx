/** Erasing the household: its name and a password, and the archive offered first. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { sessionQuery, useErase } from '../../api/session';
import { Notice } from '../../parts/Notice';

export function Erase(): JSX.Element {
  const session = useQuery(sessionQuery);
  const [open, setOpen] = useState(false);
  const [household, setHousehold] = useState('');
  const [password, setPassword] = useState('');
  const erasing = useErase();
  const name = session.data?.household ?? '';
  return (
    <section aria-label="Erase this household">
      <h2>Erase this household</h2>
      {!open ? (
        <Button variant="outlined" color="error" onClick={() => setOpen(true)}>
          Erase everything …
        </Button>
      ) : (
        <>
          <p>
            Dishes, cookings, photos, foods, people, shelf, menu, tokens and everybody’s account go
            for good. Only an archive brings them back:{' '}
            <a href="/api/archive" download>
              save it first
            </a>
            .
          </p>
          <form
            className="row"
            onSubmit={(event) => {
              event.preventDefault();
              erasing.mutate({ household, password });
            }}
          >
            <TextField
              label={`Write “${name}”`}
              value={household}
              onChange={(e) => setHousehold(e.target.value)}
            />
            <TextField
              type="password"
              label="Your password"
              autoComplete="current-password"
              value={password}
              onChange={(e) => setPassword(e.target.value)}
            />
            <Button
              type="submit"
              variant="contained"
              color="error"
              disabled={household.trim() !== name || !password || erasing.isPending}
            >
              Erase it for good
            </Button>
            <Button onClick={() => setOpen(false)}>Keep it</Button>
          </form>
          {erasing.error && <Notice bad>{sentence(erasing.error)}</Notice>}
        </>
      )}
    </section>
  );
}
