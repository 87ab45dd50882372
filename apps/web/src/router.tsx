import { createBrowserRouter, Link, Navigate, useRouteError } from 'react-router';
import { FirstPage } from './first/FirstPage.js';
import { OnePart } from './first/OnePart.js';
import { GlintStation } from './stations/glint/GlintStation.js';
import { OrderStation } from './stations/order/OrderStation.js';
import { StationFrame } from './stations/Station.js';
import { StepsStation } from './stations/steps/StepsStation.js';

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
      {
        path: '/pieces/:id',
        element: <StationFrame />,
        children: [
          { index: true, element: <Navigate to="glint" replace /> },
          { path: 'glint', element: <GlintStation /> },
          { path: 'steps', element: <StepsStation /> },
          { path: 'order', element: <OrderStation /> },
        ],
      },
      { path: '*', element: <Stumbled /> },
    ],
  },
]);
