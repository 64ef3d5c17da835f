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
import { BenchPlace } from './places/bench/BenchPlace';
import { DishFrame } from './places/bench/DishFrame';
import { BringPlace } from './places/bring/BringPlace';
import { ComparePlace } from './places/compare/ComparePlace';
import { DishesPlace } from './places/dishes/DishesPlace';
import { ConversionsPlace } from './places/foods/ConversionsPlace';
import { FoodsFrame } from './places/foods/FoodsFrame';
import { LookUpPlace } from './places/foods/LookUpPlace';
import { OwnFoodsPlace } from './places/foods/OwnFoodsPlace';
import { SideBySidePlace } from './places/foods/SideBySidePlace';
import { KitchenPlace } from './places/kitchen/KitchenPlace';
import { PortionsPlace } from './places/portions/PortionsPlace';
import { TablePlace } from './places/table/TablePlace';
import { WaterPlace } from './places/water/WaterPlace';
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
    children: [
      { index: true, element: <Navigate to="/dishes" replace /> },
      { path: 'dishes', element: <DishesPlace /> },
      { path: 'bring', element: <BringPlace /> },
      { path: 'table', element: <TablePlace /> },
      {
        path: 'foods',
        element: <FoodsFrame />,
        children: [
          { index: true, element: <LookUpPlace /> },
          { path: 'side-by-side', element: <SideBySidePlace /> },
          { path: 'own', element: <OwnFoodsPlace /> },
          { path: 'conversions', element: <ConversionsPlace /> },
        ],
      },
      { path: 'kitchen', element: <KitchenPlace /> },
      {
        path: 'dishes/:dishId',
        element: <DishFrame />,
        children: [
          { index: true, element: <Navigate to="bench" replace /> },
          { path: 'bench', element: <BenchPlace /> },
          { path: 'water', element: <WaterPlace /> },
          { path: 'portions', element: <PortionsPlace /> },
          { path: 'compare', element: <ComparePlace /> },
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
