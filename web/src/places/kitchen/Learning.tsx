/** What this kitchen's own weigh-ins have shown, beside the book's figures. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';

import { sentence } from '../../api/client';
import { learningQuery, useLearning } from '../../api/kitchen';
import { Notice } from '../../parts/Notice';
import styles from './learning.module.css';

export function Learning(): JSX.Element {
  const learning = useQuery(learningQuery);
  const changing = useLearning();
  const known = learning.data;
  return (
    <section aria-label="What your kitchen has shown" className={styles.learning}>
      <h2>What your kitchen has shown</h2>
      <p className="soft">
        Two weigh-ins, before a step and after it, show what your own cloth, pan or oven does. What
        you say of a part that was weighed (too wet, right, too dry) moves where it is right. The
        book counts as three cookings, each of yours as one.
      </p>
      {known && (
        <FormControlLabel
          control={
            <Switch
              checked={known.on}
              disabled={changing.isPending}
              onChange={(_, on) => changing.mutate({ on, reset: false })}
            />
          }
          label="Go by it in every dish"
        />
      )}
      {known?.rows.length === 0 && <p>Nothing has been weighed twice yet.</p>}
      {known && known.rows.length > 0 && (
        <>
          <table>
            <thead>
              <tr>
                <th scope="col">what you do</th>
                <th scope="col">yours</th>
                <th scope="col">the book</th>
                <th scope="col">times</th>
              </tr>
            </thead>
            <tbody>
              {known.rows.map((row) => (
                <tr key={row.words}>
                  <th scope="row">{row.words}</th>
                  <td className={styles.yours}>{row.yours}</td>
                  <td>{row.book}</td>
                  <td>{row.runs}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p style={{ marginTop: 10 }}>
            <Button
              variant="outlined"
              disabled={changing.isPending}
              onClick={() => changing.mutate({ on: known.on, reset: true })}
            >
              Begin again with the book’s figures
            </Button>
          </p>
        </>
      )}
      {changing.error && <Notice bad>{sentence(changing.error)}</Notice>}
    </section>
  );
}
