/** Who is signed in where: the password, and the sessions that are open. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { signInsQuery, useChangePassword, useEndSignIn } from '../../api/session';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';

const DAY: Intl.DateTimeFormatOptions = {
  day: 'numeric',
  month: 'long',
  hour: '2-digit',
  minute: '2-digit',
};

function Password(): JSX.Element {
  const [old, setOld] = useState('');
  const [wanted, setWanted] = useState('');
  const changing = useChangePassword();
  const cleared = (): void => {
    setOld('');
    setWanted('');
  };
  return (
    <form
      className="row"
      style={{ marginTop: 12 }}
      onSubmit={(event) => {
        event.preventDefault();
        changing.mutate({ old, new: wanted }, { onSuccess: cleared });
      }}
    >
      <TextField
        type="password"
        label="Password now"
        autoComplete="current-password"
        value={old}
        onChange={(e) => setOld(e.target.value)}
      />
      <TextField
        type="password"
        label="New password"
        autoComplete="new-password"
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <Button type="submit" variant="outlined" disabled={!old || !wanted || changing.isPending}>
        Change it
      </Button>
      {changing.isSuccess && <p role="status">Changed. Other sessions have ended.</p>}
      {changing.error && <Notice bad>{sentence(changing.error)}</Notice>}
    </form>
  );
}

export function Doors(): JSX.Element {
  const open = useQuery(signInsQuery);
  const ending = useEndSignIn();
  return (
    <section aria-label="Signed in" style={{ marginTop: 28 }}>
      <h2>Signed in</h2>
      <ul className="ledger-list" style={{ maxWidth: 640 }}>
        {open.data?.map((one) => (
          <li key={one.id} style={{ gridTemplateColumns: '1fr auto' }}>
            <span>
              {one.device}
              {one.here && <b> (this one)</b>}
              <span className="soft">
                , last used {new Date(one.seen).toLocaleString('en-GB', DAY)}
              </span>
            </span>
            {!one.here && (
              <PlainButton className="plain-button" onClick={() => ending.mutate(one.id)}>
                End it<span className="hidden">: {one.device}</span>
              </PlainButton>
            )}
          </li>
        ))}
      </ul>
      {(open.error ?? ending.error) && <Notice bad>{sentence(open.error ?? ending.error)}</Notice>}
      <Password />
    </section>
  );
}
