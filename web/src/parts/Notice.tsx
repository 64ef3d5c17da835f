/** One sentence that has to be seen, with what can be done about it. */
import type { JSX, ReactNode } from 'react';

interface Props {
  children: ReactNode;
  bad?: boolean;
  actions?: ReactNode;
}

export function Notice({ children, bad = false, actions }: Props): JSX.Element {
  return (
    <div className={bad ? 'notice bad' : 'notice'} role={bad ? 'alert' : 'status'}>
      <span>{children}</span>
      {actions}
    </div>
  );
}
