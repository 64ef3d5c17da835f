/** Taking a dish along as a file; each format says what of this dish it leaves behind. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';

import { sentence } from '../api/client';
import { formatsQuery } from '../api/formats';
import { Notice } from './Notice';
import styles from './takeAlong.module.css';

interface Props {
  dish: string;
  open: boolean;
  onClose: () => void;
}

export function TakeAlong({ dish, open, onClose }: Props): JSX.Element {
  const formats = useQuery({ ...formatsQuery(dish), enabled: open });
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="take-along" maxWidth="md">
      <div className={styles.take}>
        <h2 id="take-along">Save as a file</h2>
        <p className="soft">The dish as it is cooked now, with what was swapped.</p>
        {formats.error && <Notice bad>{sentence(formats.error)}</Notice>}
        <ul className={styles.formats}>
          {formats.data?.map((format) => (
            <li key={format.key} className={styles.format}>
              <div>
                <b>{format.name}</b>
                <p>{format.use}</p>
                <p className="soft">
                  {format.leaves.length === 0
                    ? 'Carries all of this dish.'
                    : `Leaves behind: ${format.leaves.join('; ')}.`}
                </p>
              </div>
              <Button
                variant="outlined"
                href={`/api/dishes/${dish}/formats/${format.key}`}
                download
                aria-label={`Save as ${format.name}`}
              >
                Save
              </Button>
            </li>
          ))}
        </ul>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}
