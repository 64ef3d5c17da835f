/** Theme, server state and the map of places. */
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useMemo, type JSX } from 'react';
import { createBrowserRouter, Navigate, RouterProvider, useRouteError } from 'react-router';

import { ApiError, sentence } from './api/client';
import { Frame } from './parts/Frame';
import { Notice } from './parts/Notice';
import { useTitle } from './parts/useTitle';
import { themeFor } from './theme/theme';
import { useMode } from './theme/useMode';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? '';
const styles = createCache({ key: 'css', nonce, prepend: true });

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status >= 400),
      refetchOnWindowFocus: false,
      // The server may answer where the browser believes there is no network, or the worker for it.
      networkMode: 'always',
    },
  },
});

function Fault(): JSX.Element {
  const error = useRouteError();
  return (
    <main className="place">
      <Notice bad actions={<a href="/">Back to the dishes</a>}>
        This page failed: {sentence(error)} Nothing saved was lost.
      </Notice>
    </main>
  );
}

function NoSuchPlace(): JSX.Element {
  useTitle('No such page');
  return (
    <main className="place" id="content">
      <h1>No such page</h1>
      <p>
        There is nothing at this address. <a href="/dishes">To the dishes</a>
      </p>
    </main>
  );
}

const router = createBrowserRouter([
  {
    path: '/',
    element: <Frame />,
    errorElement: <Fault />,
    hydrateFallbackElement: <main className="place soft">Opening the kitchen …</main>,
    children: [
      { index: true, element: <Navigate to="/dishes" replace /> },
      {
        path: 'dishes',
        lazy: async () => ({
          Component: (await import('./places/dishes/DishesPlace')).DishesPlace,
        }),
      },
      {
        path: 'bring',
        lazy: async () => ({ Component: (await import('./places/bring/BringPlace')).BringPlace }),
      },
      {
        path: 'table',
        lazy: async () => ({ Component: (await import('./places/table/TablePlace')).TablePlace }),
      },
      {
        path: 'foods',
        lazy: async () => ({ Component: (await import('./places/foods/FoodsFrame')).FoodsFrame }),
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('./places/foods/LookUpPlace')).LookUpPlace,
            }),
          },
          {
            path: 'side-by-side',
            lazy: async () => ({
              Component: (await import('./places/foods/SideBySidePlace')).SideBySidePlace,
            }),
          },
          {
            path: 'own',
            lazy: async () => ({
              Component: (await import('./places/foods/OwnFoodsPlace')).OwnFoodsPlace,
            }),
          },
          {
            path: 'stand-ins',
            lazy: async () => ({
              Component: (await import('./places/stand-ins/StandInsPlace')).StandInsPlace,
            }),
          },
          {
            path: 'conversions',
            lazy: async () => ({
              Component: (await import('./places/foods/ConversionsPlace')).ConversionsPlace,
            }),
          },
        ],
      },
      {
        path: 'shelf',
        lazy: async () => ({ Component: (await import('./places/shelf/ShelfPlace')).ShelfPlace }),
      },
      {
        path: 'menu',
        lazy: async () => ({ Component: (await import('./places/menu/MenuFrame')).MenuFrame }),
        children: [
          {
            index: true,
            lazy: async () => ({ Component: (await import('./places/menu/DaysPlace')).DaysPlace }),
          },
          {
            path: 'shopping',
            lazy: async () => ({
              Component: (await import('./places/menu/ShoppingPlace')).ShoppingPlace,
            }),
          },
          {
            path: 'run-sheet',
            lazy: async () => ({
              Component: (await import('./places/menu/MenuSheetPlace')).MenuSheetPlace,
            }),
          },
        ],
      },
      {
        path: 'card/:dishId',
        lazy: async () => ({ Component: (await import('./places/card/CardPlace')).CardPlace }),
      },
      {
        path: 'kitchen',
        lazy: async () => ({
          Component: (await import('./places/kitchen/KitchenFrame')).KitchenFrame,
        }),
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('./places/kitchen/KitchenPlace')).KitchenPlace,
            }),
          },
          {
            path: 'archive',
            lazy: async () => ({
              Component: (await import('./places/kitchen/ArchivePlace')).ArchivePlace,
            }),
          },
        ],
      },
      {
        path: 'stove/:eveningId',
        lazy: async () => ({ Component: (await import('./places/stove/StovePlace')).StovePlace }),
      },
      {
        path: 'dishes/:dishId',
        lazy: async () => ({ Component: (await import('./places/bench/DishFrame')).DishFrame }),
        children: [
          { index: true, element: <Navigate to="bench" replace /> },
          {
            path: 'bench',
            lazy: async () => ({
              Component: (await import('./places/bench/BenchPlace')).BenchPlace,
            }),
          },
          {
            path: 'recipe',
            lazy: async () => ({
              Component: (await import('./places/recipe/RecipePlace')).RecipePlace,
            }),
          },
          {
            path: 'water',
            lazy: async () => ({
              Component: (await import('./places/water/WaterPlace')).WaterPlace,
            }),
          },
          {
            path: 'run-sheet',
            lazy: async () => ({
              Component: (await import('./places/run-sheet/RunSheetPlace')).RunSheetPlace,
            }),
          },
          {
            path: 'stove',
            lazy: async () => ({
              Component: (await import('./places/stove/ToTheStove')).ToTheStove,
            }),
          },
          {
            path: 'portions',
            lazy: async () => ({
              Component: (await import('./places/portions/PortionsPlace')).PortionsPlace,
            }),
          },
          {
            path: 'runs',
            lazy: async () => ({ Component: (await import('./places/runs/RunsPlace')).RunsPlace }),
          },
          {
            path: 'compare',
            lazy: async () => ({
              Component: (await import('./places/compare/ComparePlace')).ComparePlace,
            }),
          },
        ],
      },
      { path: '*', element: <NoSuchPlace /> },
    ],
  },
]);

export function App(): JSX.Element {
  const { mode } = useMode();
  const theme = useMemo(() => themeFor(mode), [mode]);
  return (
    <CacheProvider value={styles}>
      <ThemeProvider theme={theme}>
        <CssBaseline enableColorScheme />
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  );
}
