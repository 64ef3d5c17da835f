/** The Menu: the days, the shopping list, the run sheet over the days. */
import type { JSX } from 'react';
import { NavLink, Outlet } from 'react-router';

import { useTitle } from '../../parts/useTitle';

const DRAWERS = [
  ['/menu', 'Days'],
  ['/menu/shopping', 'Shopping list'],
  ['/menu/run-sheet', 'Run sheet'],
] as const;

export function MenuFrame(): JSX.Element {
  useTitle('Menu');
  return (
    <main className="place" id="content">
      <div className="row drawers no-print">
        <h1>Menu</h1>
        <nav aria-label="Drawers of Menu" className="row">
          {DRAWERS.map(([to, name]) => (
            <NavLink key={to} to={to} end>
              {name}
            </NavLink>
          ))}
        </nav>
      </div>
      <Outlet />
    </main>
  );
}
