/** The dish parted so that everybody can eat it: fewest variants, taken out as late as can be. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import type { SplitView } from '../../api/types';
import { splitQuery } from '../../api/variants';
import { useStopLooking } from '../../api/ways';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { branchName } from '../../parts/branchName';
import { Notice } from '../../parts/Notice';
import { percent, withUnit } from '../../parts/format';
import styles from './variants.module.css';

interface Props {
  /** Nothing else makes it fit: it is looked for at once. */
  atOnce: boolean;
}

function Found({ found }: { found: SplitView }): JSX.Element {
  const { whole } = useOpenDish();
  const { dish, parting } = found;
  if (!dish || !parting) return <p>{found.words}</p>;
  return (
    <>
      <div className={styles.head}>
        <p>
          <b>{found.words}</b> {parting.common}
        </p>
        <Button
          variant="outlined"
          onClick={() => whole.change((now) => ({ ...dish, pinned: now.pinned }), 'the variants')}
        >
          Part it so
        </Button>
      </div>
      <ul className={styles.branches}>
        {parting.branches.map((branch) => (
          <li key={branch.id || 'others'}>
            <b>{branchName(branch)}</b>{' '}
            <span className="soft">
              {percent(branch.share)} of the dish
              {branch.figures.net_carbs?.best != null &&
                ` · ${withUnit(branch.figures.net_carbs.best, 'g')} net carbs`}
            </span>
            <br />
            {branch.id
              ? `${branch.changes.join(', ')}; ${branch.parted}`
              : found.changes.join(', ') || 'as it is'}
          </li>
        ))}
      </ul>
      {parting.contacts.map((words) => (
        <p key={words} className={styles.mind}>
          {words}
        </p>
      ))}
    </>
  );
}

export function Parted({ atOnce }: Props): JSX.Element {
  const { whole, readings } = useOpenDish();
  const [asked, setAsked] = useState(false);
  const stop = useStopLooking('split');
  const wanted = atOnce || asked;
  const found = useQuery(splitQuery(whole.document, readings, wanted));
  if (!wanted)
    return (
      <PlainButton className="chip" onClick={() => setAsked(true)}>
        Keep the dish and part it instead
      </PlainButton>
    );
  return (
    <div className={styles.parted} aria-busy={found.isFetching}>
      <h4>Or part it</h4>
      {found.isFetching && (
        <p className="soft">
          Looking for who can share what …{' '}
          <PlainButton className="chip" onClick={stop}>
            Stop
          </PlainButton>
        </p>
      )}
      {!found.isFetching && !found.data && !found.error && (
        <PlainButton className="chip" onClick={() => void found.refetch()}>
          Look on
        </PlainButton>
      )}
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {found.data && <Found found={found.data} />}
    </div>
  );
}
