/** The household's places along the top; asks strangers to sign in. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useMemo, useState, type JSX } from 'react';
import { Link, NavLink, Outlet, useLocation } from 'react-router';

import { ApiError, sentence } from '../api/client';
import { eveningsQuery } from '../api/evening';
import { sessionQuery, useSignOut } from '../api/session';
import { sendAll } from '../evening/outbox';
import { keepDishes } from '../keptDishes';
import { forgetForOffline } from '../offline';
import { shelfBox } from '../shelf/box';
import { shoppingBox } from '../shopping/box';
import { useMode } from '../theme/useMode';
import { PlainButton } from './PlainButton';
import { GlassPatterns } from './SightGlass';
import { setEnergyUnit } from './format';
import { Notice } from './Notice';
import { ReachPatterns } from './ReachBar';
import { Settled } from './Settled';
import { useKeys } from './useKeys';
import styles from './frame.module.css';

const SignInPlace = lazy(async () => ({
  default: (await import('../places/sign-in/SignInPlace')).SignInPlace,
}));
const KeysDialog = lazy(async () => ({ default: (await import('./KeysDialog')).KeysDialog }));

/** Milliseconds until dishes are asked for that nobody has opened. */
const KEEP_AFTER = 4000;
const PLACES = [
  ['/dishes', 'Dishes'],
  ['/menu', 'Menu'],
  ['/table', 'Table'],
  ['/shelf', 'Shelf'],
  ['/foods', 'Foods'],
  ['/kitchen', 'Kitchen'],
] as const;

/** Tell what waits in this browser; returns how much the server has not answered for. */
async function tellAll(user: string): Promise<number> {
  await shelfBox.send(user);
  await shoppingBox.send(user);
  const lists = shelfBox.of(user).waiting.length + shoppingBox.of(user).waiting.length;
  const told = (await sendAll()) + lists;
  try {
    const { sendPhotos } = await import('../evening/photoBox');
    return told + (await sendPhotos()).waiting;
  } catch {
    return told;
  }
}

/** When an evening was begun, to tell it from another that is not over: "Thu 18:10". */
function begun(instant: string): string {
  const parts = { weekday: 'short', hour: '2-digit', minute: '2-digit' } as const;
  return new Date(instant).toLocaleString('en-GB', parts);
}

export function Frame(): JSX.Element {
  const session = useQuery(sessionQuery);
  const evenings = useQuery({ ...eveningsQuery, enabled: session.isSuccess });
  const endSession = useSignOut();
  const queries = useQueryClient();
  const { mode, toggle } = useMode();
  const { pathname } = useLocation();
  const [keysShown, showKeys] = useState(false);
  const [unsent, setUnsent] = useState(0);
  const user = session.data?.username ?? '';
  useEffect(() => {
    // The Stove sends its own; what other evenings and the shelf left here goes now.
    if (user) void tellAll(user);
  }, [user]);
  useEffect(() => {
    if (!user) return undefined;
    // When the screen has what it needs.
    const later = setTimeout(() => void keepDishes(queries), KEEP_AFTER);
    return () => clearTimeout(later);
  }, [user, queries]);
  useKeys(useMemo(() => ({ '?': () => showKeys(true) }), []));
  if (session.isPending) return <main className="place soft">Opening the kitchen …</main>;
  if (session.error) {
    if (session.error instanceof ApiError && session.error.status === 401)
      return (
        <Suspense>
          <SignInPlace />
        </Suspense>
      );
    return (
      <main className="place">
        <Notice
          bad
          actions={
            <PlainButton className="chip" onClick={() => void session.refetch()}>
              Try again
            </PlainButton>
          }
        >
          {sentence(session.error)}
        </Notice>
      </main>
    );
  }
  setEnergyUnit(session.data.kitchen.energy_unit);
  const signOut = async (sure: boolean): Promise<void> => {
    const waiting = await tellAll(user);
    setUnsent(sure ? 0 : waiting);
    if (waiting && !sure) return;
    await endSession();
    forgetForOffline();
    await session.refetch();
  };
  return (
    <div className={styles.frame}>
      <ReachPatterns />
      <GlassPatterns />
      <a
        href="#content"
        className={styles.skip}
        onClick={(event) => {
          event.preventDefault();
          const main = document.querySelector('main');
          main?.setAttribute('tabindex', '-1');
          main?.focus();
        }}
      >
        Skip to the content
      </a>
      <header className={styles.top}>
        <Link to="/dishes" className="mark" aria-label="Snabo, to the dishes">
          snabo
        </Link>
        <nav aria-label="Places">
          {PLACES.map(([to, name]) => (
            <NavLink key={to} to={to}>
              {name}
            </NavLink>
          ))}
          {evenings.data?.map((one) => (
            <NavLink
              key={one.id}
              to={`/stove/${one.id}`}
              title={one.dishes.map((dish) => dish.title).join(', ')}
            >
              {evenings.data.length > 1 ? `Stove ${begun(one.opens_at)}` : 'Stove'}
            </NavLink>
          ))}
        </nav>
        <span className="grow" />
        <span className={`soft ${styles.wide}`}>{session.data.household}</span>
        <PlainButton className="plain-button" onClick={toggle}>
          {mode === 'dark' ? 'Light' : 'Dark'}
        </PlainButton>
        <PlainButton className={`plain-button ${styles.wide}`} onClick={() => showKeys(true)}>
          <kbd>?</kbd> keys
        </PlainButton>
        <PlainButton className="plain-button" onClick={() => void signOut(false)}>
          Sign out
        </PlainButton>
      </header>
      {unsent > 0 && (
        <Notice
          actions={
            <>
              <PlainButton className="chip" onClick={() => void signOut(true)}>
                Sign out all the same
              </PlainButton>
              <PlainButton className="chip" onClick={() => setUnsent(0)}>
                Stay
              </PlainButton>
            </>
          }
        >
          What was told at the Stove, the Shelf and the shopping list has not all reached the
          kitchen server: {unsent} to go. It stays in this browser and is sent when you sign in
          again.
        </Notice>
      )}
      <Settled place={pathname.split('/', 3).join('/')}>
        <Outlet />
      </Settled>
      {keysShown && (
        <Suspense>
          <KeysDialog open onClose={() => showKeys(false)} />
        </Suspense>
      )}
    </div>
  );
}
