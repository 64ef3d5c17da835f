/** One sentence that has to be seen, with what can be done about it. */
import type { JSX, ReactNode } from 'react';
import styles from './notice.module.css';

interface Props {
  children: ReactNode;
  bad?: boolean;
  actions?: ReactNode;
}

export function Notice({ children, bad = false, actions }: Props): JSX.Element {
  return (
    <div className={bad ? `${styles.notice} bad` : styles.notice} role={bad ? 'alert' : 'status'}>
      <span>{children}</span>
      {actions}
    </div>
  );
}
