/** Asks who is cooking. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useSignIn } from '../../api/session';
import type { Part, PartView } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { Section } from '../../parts/Section';
import { useTitle } from '../../parts/useTitle';
import styles from './signIn.module.css';

/** An invented dish, drawn to show what this is about. */
const PARTS: Part[] = [
  { id: 'a', name: 'Filling', lines: [], slots: [], taken: null },
  { id: 'b', name: 'Sauce', lines: [], slots: [], taken: null },
  { id: 'c', name: 'Lid', lines: [], slots: [], taken: null },
];
const view = (
  id: string,
  grams: number,
  was: number,
  net: number,
  share: number,
  starch: number,
): PartView => ({
  part_id: id,
  grams,
  was_grams: was,
  net_carbs: net,
  was_net_carbs: net,
  net_share: share,
  was_net_share: share,
  starch_share: starch,
  makes_grams: grams,
  taken: 1,
  was_starch_share: starch + (grams === was ? 0 : 0.1),
});
const VIEWS = [
  view('a', 640, 640, 3.1, 0.31, 0),
  view('b', 380, 380, 4.2, 0.42, 0.05),
  view('c', 560, 700, 2.7, 0.27, 0),
];

export function SignInPlace(): JSX.Element {
  useTitle('Sign in');
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  return (
    <main className={styles.signIn}>
      <div className={styles.show}>
        <div style={{ width: 290 }}>
          <Section parts={PARTS} views={VIEWS} chosen="c" />
        </div>
      </div>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate({ username, password });
        }}
      >
        <span className="mark" style={{ fontSize: 34 }}>
          snabo
        </span>
        <p style={{ fontSize: 19 }}>
          Keep the dish, swap its starch. Snabo weighs, dries and reckons along with you.
        </p>
        {signIn.error && <Notice bad>{sentence(signIn.error)}</Notice>}
        <TextField
          label="Name"
          autoComplete="username"
          autoFocus
          required
          value={username}
          onChange={(e) => setUsername(e.target.value)}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        <Button type="submit" variant="contained" disabled={signIn.isPending}>
          Sign in
        </Button>
      </form>
    </main>
  );
}
