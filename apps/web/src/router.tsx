import { lazy } from 'react';
import { createBrowserRouter, Link, Navigate, useRouteError } from 'react-router';
import { FirstPage } from './first/FirstPage.js';
import { StationFrame } from './stations/Station.js';

const load = {
  one: () => import('./first/OnePart.js'),
  keys: () => import('./help/Keys.js'),
  shelf: () => import('./shelf/ShelfPage.js'),
  card: () => import('./shelf/CardPage.js'),
  light: () => import('./stations/light/LightStation.js'),
  parts: () => import('./stations/parts/PartsStation.js'),
  scan: () => import('./stations/scan/ScanStation.js'),
  mesh: () => import('./stations/mesh/MeshStation.js'),
  glint: () => import('./stations/glint/GlintStation.js'),
  steps: () => import('./stations/steps/StepsStation.js'),
  order: () => import('./stations/order/OrderStation.js'),
};
const OnePart = lazy(() => load.one().then((m) => ({ default: m.OnePart })));
const Keys = lazy(() => load.keys().then((m) => ({ default: m.Keys })));
const ShelfPage = lazy(() => load.shelf().then((m) => ({ default: m.ShelfPage })));
const CardPage = lazy(() => load.card().then((m) => ({ default: m.CardPage })));
const LightStation = lazy(() => load.light().then((m) => ({ default: m.LightStation })));
const PartsStation = lazy(() => load.parts().then((m) => ({ default: m.PartsStation })));
const ScanStation = lazy(() => load.scan().then((m) => ({ default: m.ScanStation })));
const MeshStation = lazy(() => load.mesh().then((m) => ({ default: m.MeshStation })));
const GlintStation = lazy(() => load.glint().then((m) => ({ default: m.GlintStation })));
const StepsStation = lazy(() => load.steps().then((m) => ({ default: m.StepsStation })));
const OrderStation = lazy(() => load.order().then((m) => ({ default: m.OrderStation })));
const preload = () => void Promise.allSettled(Object.values(load).map((l) => l()));

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
      { path: '/shelf', element: <ShelfPage /> },
      { path: '/shelf/card', element: <CardPage /> },
      {
        path: '/pieces/:id',
        element: <StationFrame preload={preload} />,
        children: [
          { index: true, element: <Navigate to="glint" replace /> },
          { path: 'light', element: <LightStation /> },
          { path: 'parts', element: <PartsStation /> },
          { path: 'parts/scan', element: <ScanStation /> },
          { path: 'parts/mesh', element: <MeshStation /> },
          { path: 'glint', element: <GlintStation /> },
          { path: 'steps', element: <StepsStation /> },
          { path: 'order', element: <OrderStation /> },
        ],
      },
      { path: '*', element: <Stumbled /> },
    ],
  },
]);
