import { lazy } from 'react';
import { createBrowserRouter, Link, Navigate, useRouteError } from 'react-router';
import { FirstPage } from './first/FirstPage.js';
import { StationFrame } from './stations/Station.js';

const OnePart = lazy(() => import('./first/OnePart.js').then((m) => ({ default: m.OnePart })));
const Keys = lazy(() => import('./help/Keys.js').then((m) => ({ default: m.Keys })));
const LightStation = lazy(() =>
  import('./stations/light/LightStation.js').then((m) => ({ default: m.LightStation })),
);
const PartsStation = lazy(() =>
  import('./stations/parts/PartsStation.js').then((m) => ({ default: m.PartsStation })),
);
const GlintStation = lazy(() =>
  import('./stations/glint/GlintStation.js').then((m) => ({ default: m.GlintStation })),
);
const StepsStation = lazy(() =>
  import('./stations/steps/StepsStation.js').then((m) => ({ default: m.StepsStation })),
);
const OrderStation = lazy(() =>
  import('./stations/order/OrderStation.js').then((m) => ({ default: m.OrderStation })),
);

function Stumbled() {
  const error = useRouteError();
  return (
    <div className="grid h-full place-items-center p-8" role="alert">
      <div className="max-w-md space-y-3">
        <h1 className="text-lead font-semibold">This page stumbled</h1>
        <p>{error instanceof Error ? error.message : 'There is no such page.'}</p>
        <p>Unsaved changes are kept in this browser and come back when the piece is opened.</p>
        <Link to="/" reloadDocument className="font-semibold underline">
          Back to the pieces
        </Link>
      </div>
    </div>
  );
}

export const router = createBrowserRouter([
  {
    errorElement: <Stumbled />,
    children: [
      { path: '/', element: <FirstPage /> },
      { path: '/one-part', element: <OnePart /> },
      { path: '/keys', element: <Keys /> },
      {
        path: '/pieces/:id',
        element: <StationFrame />,
        children: [
          { index: true, element: <Navigate to="glint" replace /> },
          { path: 'light', element: <LightStation /> },
          { path: 'parts', element: <PartsStation /> },
          { path: 'glint', element: <GlintStation /> },
          { path: 'steps', element: <StepsStation /> },
          { path: 'order', element: <OrderStation /> },
        ],
      },
      { path: '*', element: <Stumbled /> },
    ],
  },
]);
