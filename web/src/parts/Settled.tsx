/** A place appears whole, once what it begins with is there, so that nothing jumps under a thumb. */
import { useIsFetching } from '@tanstack/react-query';
import { useEffect, useState, type JSX, type ReactNode } from 'react';
import styles from './settled.module.css';

// Something slow does not keep the rest away for longer.
const LONGEST_MS = 1500;
// One answer may lead to the next question.
const QUIET_MS = 40;

interface Props {
  /** A new one has to settle anew. */
  place: string;
  children: ReactNode;
}

export function Settled({ place, children }: Props): JSX.Element {
  const waiting = useIsFetching({ predicate: (query) => query.state.data === undefined }) > 0;
  const [ready, setReady] = useState<string | null>(null);
  useEffect(() => {
    if (waiting) return;
    const quiet = setTimeout(() => setReady(place), QUIET_MS);
    return () => clearTimeout(quiet);
  }, [waiting, place]);
  useEffect(() => {
    const longest = setTimeout(() => setReady(place), LONGEST_MS);
    return () => clearTimeout(longest);
  }, [place]);
  return (
    <div className={ready === place ? styles.settled : `${styles.settled} ${styles.settling}`}>
      {children}
    </div>
  );
}
