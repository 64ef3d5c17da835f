/** A place that is opened drawer by drawer: its name, the drawers beside it, the open one below. */
import type { JSX } from 'react';
import { NavLink, Outlet } from 'react-router';

import { useTitle } from './useTitle';
import styles from './drawers.module.css';

interface Props {
  name: string;
  drawers: readonly (readonly [to: string, name: string])[];
}

export function Drawers({ name, drawers }: Props): JSX.Element {
  useTitle(name);
  return (
    <main className="place" id="content">
      <div className={`row ${styles.drawers}`}>
        <h1>{name}</h1>
        <nav aria-label={`Drawers of ${name}`} className="row">
          {drawers.map(([to, drawer]) => (
            <NavLink key={to} to={to} end>
              {drawer}
            </NavLink>
          ))}
        </nav>
      </div>
      <Outlet />
    </main>
  );
}
