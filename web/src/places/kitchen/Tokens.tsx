/** Other programs that are let in: for what, how far, until when. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { tokensQuery, useEndToken, useMakeToken } from '../../api/archive';
import { sentence } from '../../api/client';
import type { TokenRecord } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import styles from './archive.module.css';

const DAY: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'long', year: 'numeric' };
const SCOPES = [
  ['read', 'Look and compute'],
  ['write', 'Change what the kitchen keeps'],
] as const;
const DAYS = [
  [1, 'A day'],
  [7, 'A week'],
  [30, 'A month'],
  [365, 'A year'],
] as const;

function day(instant: string): string {
  return new Date(instant).toLocaleDateString('en-GB', DAY);
}

function Row({ token, onEnd }: { token: TokenRecord; onEnd: () => void }): JSX.Element {
  const scope = SCOPES.find(([key]) => key === token.scope)?.[1].toLowerCase() ?? token.scope;
  return (
    <li style={{ gridTemplateColumns: '1fr auto' }}>
      <span>
        {token.name}
        <span className="soft">
          , may {scope}, {token.expired ? 'was good' : 'good'} until {day(token.expires_at)},{' '}
          {token.used_at ? `last used ${day(token.used_at)}` : 'not used yet'}
        </span>
      </span>
      <PlainButton className="plain-button" onClick={onEnd}>
        End it<span className="hidden">: {token.name}</span>
      </PlainButton>
    </li>
  );
}

export function Tokens(): JSX.Element {
  const [name, setName] = useState('');
  const [scope, setScope] = useState<'read' | 'write'>('read');
  const [days, setDays] = useState(30);
  const tokens = useQuery(tokensQuery);
  const making = useMakeToken(() => setName(''));
  const ending = useEndToken();
  const problem = tokens.error ?? making.error ?? ending.error;
  return (
    <section aria-label="Other programs">
      <h2>Other programs</h2>
      <p>
        A program with a token reads your dishes, foods, shelf, and who eats what; or changes them
        too. It never gets your password, the archive or other tokens.
      </p>
      <ul className="ledger-list">
        {tokens.data?.map((token) => (
          <Row key={token.id} token={token} onEnd={() => ending.mutate(token.id)} />
        ))}
      </ul>
      {tokens.data?.length === 0 && <p className="soft">No program is let in.</p>}
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          making.mutate({ name, scope, days });
        }}
      >
        <TextField label="Which program" value={name} onChange={(e) => setName(e.target.value)} />
        <TextField
          select
          label="It may"
          value={scope}
          onChange={(e) => setScope(e.target.value === 'write' ? 'write' : 'read')}
        >
          {SCOPES.map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="For"
          value={days}
          onChange={(e) => setDays(Number(e.target.value))}
        >
          {DAYS.map(([count, words]) => (
            <MenuItem key={count} value={count}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <Button type="submit" variant="outlined" disabled={!name.trim() || making.isPending}>
          Make a token
        </Button>
      </form>
      {making.data && (
        <Notice>
          Copy it now, it is not shown again:{' '}
          <code className={styles.secret}>{making.data.secret}</code>
        </Notice>
      )}
      {problem && <Notice bad>{sentence(problem)}</Notice>}
    </section>
  );
}
