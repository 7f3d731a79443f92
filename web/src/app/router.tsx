import { createBrowserRouter, isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { FIRST_STATION } from '../kit/stationPath.js';
import { Shell } from './Shell.js';
import { STATIONS } from './stations.js';

/** What a person sees when a screen itself breaks or an address leads nowhere. */
function Broken() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <main className="grid gap-3 p-6">
      <h1 className="text-title font-semibold">
        {missing ? 'There is nothing at this address.' : 'This screen stopped working.'}
      </h1>
      <p className="text-soft">
        {missing
          ? 'It may have been typed wrong or moved.'
          : 'Readings already accepted are kept. Load the page again; if it happens twice, note what you did.'}
      </p>
      <Link to="/" className="text-blue underline">
        To the benches
      </Link>
    </main>
  );
}

export const router = createBrowserRouter([
  {
    path: '/phone',
    errorElement: <Broken />,
    lazy: async () => ({ Component: (await import('../phone/PhonePage.js')).PhonePage }),
    hydrateFallbackElement: <p className="p-6 text-soft">Opening …</p>,
  },
  {
    path: '/join',
    errorElement: <Broken />,
    lazy: async () => ({ Component: (await import('../people/JoinPage.js')).JoinPage }),
    hydrateFallbackElement: <p className="p-6 text-soft">Opening …</p>,
  },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-6 text-soft">Opening …</p>,
    children: [
      {
        index: true,
        lazy: async () => ({ Component: (await import('../jobs/BenchesPage.js')).BenchesPage }),
      },
      { path: 'jobs', lazy: async () => ({ Component: (await import('../jobs/JobsPage.js')).JobsPage }) },
      {
        path: 'jobs/:id',
        lazy: async () => ({ Component: (await import('./JobPage.js')).JobPage }),
        children: [
          ...STATIONS.map(({ id, load }) =>
            id === FIRST_STATION ? { index: true, lazy: load } : { path: id, lazy: load },
          ),
          {
            path: 'timeline',
            lazy: async () => ({ Component: (await import('../timeline/TimelinePage.js')).TimelinePage }),
          },
          {
            path: 'bench-sheet',
            lazy: async () => ({ Component: (await import('../jobs/BenchSheet.js')).BenchSheet }),
          },
        ],
      },
      {
        path: 'engines',
        lazy: async () => ({ Component: (await import('../specs/EnginesPage.js')).EnginesPage }),
      },
      {
        path: 'engines/new',
        lazy: async () => ({ Component: (await import('../specs/EngineEditPage.js')).EngineEditPage }),
      },
      {
        path: 'engines/:id/edit',
        lazy: async () => ({ Component: (await import('../specs/EngineEditPage.js')).EngineEditPage }),
      },
      {
        path: 'engines/:id',
        lazy: async () => ({ Component: (await import('../specs/EnginePage.js')).EnginePage }),
      },
      {
        path: 'out',
        lazy: async () => ({ Component: (await import('../firms/OutPage.js')).OutPage }),
      },
      {
        path: 'gauges',
        lazy: async () => ({ Component: (await import('../gauges/GaugesPage.js')).GaugesPage }),
      },
      {
        path: 'gauges/:id',
        lazy: async () => ({ Component: (await import('../gauges/GaugePage.js')).GaugePage }),
      },
      {
        path: 'shop',
        lazy: async () => ({ Component: (await import('../shop/ShopPage.js')).ShopPage }),
        children: [
          {
            index: true,
            lazy: async () => ({ Component: (await import('../shop/SettingsPage.js')).SettingsPage }),
          },
          {
            path: 'people',
            lazy: async () => ({ Component: (await import('../people/PeoplePage.js')).PeoplePage }),
          },
          {
            path: 'customers',
            lazy: async () => ({ Component: (await import('../people/Customers.js')).Customers }),
          },
          {
            path: 'record',
            lazy: async () => ({ Component: (await import('../record/RecordPage.js')).RecordPage }),
          },
        ],
      },
      {
        path: 'customers/:id',
        lazy: async () => ({ Component: (await import('../customers/CustomerPage.js')).CustomerPage }),
      },
      { path: 'me', lazy: async () => ({ Component: (await import('../people/OwnPage.js')).OwnPage }) },
    ],
  },
]);
