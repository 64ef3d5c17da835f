/** The Foods place: looking up, side by side, own foods, own stand-ins, conversions. */
import type { JSX } from 'react';
import { NavLink, Outlet } from 'react-router';
import { useTitle } from '../../parts/useTitle';

const DRAWERS = [
  ['/foods', 'Look up'],
  ['/foods/side-by-side', 'Side by side'],
  ['/foods/own', 'Your own'],
  ['/foods/stand-ins', 'Your stand-ins'],
  ['/foods/conversions', 'Conversions'],
] as const;

export function FoodsFrame(): JSX.Element {
  useTitle('Foods');
  return (
    <main className="place">
      <div className="row drawers">
        <h1>Foods</h1>
        <nav aria-label="Drawers of Foods" className="row">
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
