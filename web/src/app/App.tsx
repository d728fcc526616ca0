import { localStorageColorSchemeManager, MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate, RouterProvider, useParams } from 'react-router';
import { benchQuery } from '../store/benchQuery.ts';
import { PiecesPage } from '../steps/pieces/PiecesPage.tsx';
import { useIsTold } from '../ui/tell.ts';
import { keyHash } from './keyHash.ts';
import { Shell } from './Shell.tsx';
import { slips, theme } from './theme.ts';
import { Trouble } from './Trouble.tsx';

const Notifications = lazy(async () => ({ default: (await import('@mantine/notifications')).Notifications }));

/** The corner in which things are told. */
const Told = () => <Suspense>{useIsTold() && <Notifications position="bottom-left" autoClose={6000} />}</Suspense>;

const client = new QueryClient({
  defaultOptions: {
    queries: { queryKeyHashFn: keyHash, retry: false, refetchOnWindowFocus: false, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

// the bench is opened while the frame is drawn
void client.prefetchQuery(benchQuery);

/** The bench goes over all pieces; from a piece its own steps come first. */
const ToBench = () => <Navigate to={`/bench?piece=${useParams()['pieceId'] ?? ''}`} replace />;

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Trouble />,
    children: [
      { index: true, element: <Navigate to="/pieces" replace /> },
      { path: 'pieces', element: <PiecesPage /> },
      {
        path: 'pieces/new',
        lazy: async () => ({ Component: (await import('../steps/pieces/NewPiecePage.tsx')).NewPiecePage }),
      },
      {
        path: 'pieces/:pieceId/record',
        lazy: async () => ({ Component: (await import('../steps/record/RecordPage.tsx')).RecordPage }),
      },
      {
        path: 'pieces/:pieceId',
        lazy: async () => ({ Component: (await import('../steps/piece/PiecePage.tsx')).PiecePage }),
        children: [
          { index: true, element: <Navigate to="match" replace /> },
          {
            path: 'surface',
            lazy: async () => ({ Component: (await import('../steps/surface/SurfaceStep.tsx')).SurfaceStep }),
          },
          {
            path: 'match',
            lazy: async () => ({ Component: (await import('../steps/match/MatchStep.tsx')).MatchStep }),
          },
          {
            path: 'artwork',
            lazy: async () => ({ Component: (await import('../steps/artwork/ArtworkStep.tsx')).ArtworkStep }),
          },
          {
            path: 'amounts',
            lazy: async () => ({ Component: (await import('../steps/amounts/AmountsStep.tsx')).AmountsStep }),
          },
          { path: 'plan', lazy: async () => ({ Component: (await import('../steps/plan/PlanStep.tsx')).PlanStep }) },
          { path: 'bench', element: <ToBench /> },
          { path: 'care', lazy: async () => ({ Component: (await import('../steps/care/CareStep.tsx')).CareStep }) },
        ],
      },
      {
        path: 'week',
        lazy: async () => ({ Component: (await import('../steps/week/WeekPage.tsx')).WeekPage }),
      },
      {
        path: 'bench',
        lazy: async () => ({ Component: (await import('../steps/bench/BenchPage.tsx')).BenchPage }),
      },
      {
        path: 'log',
        lazy: async () => ({ Component: (await import('../steps/log/LogPage.tsx')).LogPage }),
      },
      {
        path: 'patches',
        lazy: async () => ({ Component: (await import('../steps/patches/PatchesPage.tsx')).PatchesPage }),
      },
      {
        path: 'rescue',
        lazy: async () => ({ Component: (await import('../steps/rescue/RescuePage.tsx')).RescuePage }),
      },
      {
        path: 'shelf',
        lazy: async () => ({ Component: (await import('../steps/shelf/ShelfPage.tsx')).ShelfPage }),
      },
      {
        path: 'shelf/to-buy',
        lazy: async () => ({ Component: (await import('../steps/shelf/ToBuyPage.tsx')).ToBuyPage }),
      },
      {
        path: 'handbook/words',
        lazy: async () => ({ Component: (await import('../steps/handbook/WordsPage.tsx')).WordsPage }),
      },
      {
        path: 'settings/licences',
        lazy: async () => ({ Component: (await import('../steps/settings/LicencesPage.tsx')).LicencesPage }),
      },
      {
        path: 'handbook/:entry?',
        lazy: async () => ({ Component: (await import('../steps/handbook/HandbookPage.tsx')).HandbookPage }),
      },
      {
        path: 'settings',
        lazy: async () => ({ Component: (await import('../steps/settings/SettingsPage.tsx')).SettingsPage }),
      },
      { path: '*', element: <Trouble /> },
    ],
  },
]);

export const App = () => (
  <MantineProvider
    theme={theme}
    cssVariablesResolver={slips}
    colorSchemeManager={localStorageColorSchemeManager({ key: 'sgraffa-fire' })}
    defaultColorScheme="light"
  >
    <QueryClientProvider client={client}>
      <Told />
      <RouterProvider router={router} />
    </QueryClientProvider>
  </MantineProvider>
);
