import { lazy, type ComponentType } from 'react';
import { createBrowserRouter, Link, Navigate, useRouteError } from 'react-router';
import { FirstPage } from './first/FirstPage.js';
import { stations } from './stations/registry.js';
import { StationFrame } from './stations/Station.js';

type Load = () => Promise<ComponentType>;

/** A page that is fetched when it is first shown. */
function page(load: Load) {
  const Page = lazy(async () => ({ default: await load() }));
  return <Page />;
}

const stationPages = stations.flatMap(({ path, page: load, below = {} }) => [
  { path, load },
  ...Object.entries(below).map(([rest, loadBelow]) => ({ path: `${path}/${rest}`, load: loadBelow })),
]);
const loadDrills = () => import('./drills/DrillsPage.js').then((m) => m.DrillsPage);
const otherPages: readonly { readonly path: string; readonly load: Load }[] = [
  { path: '/one-part', load: () => import('./first/OnePart.js').then((m) => m.OnePart) },
  { path: '/keys', load: () => import('./help/Keys.js').then((m) => m.Keys) },
  { path: '/shelf', load: () => import('./shelf/ShelfPage.js').then((m) => m.ShelfPage) },
  { path: '/drills', load: loadDrills },
  { path: '/drills/:drill', load: loadDrills },
  { path: '/shelf/card', load: () => import('./shelf/CardPage.js').then((m) => m.CardPage) },
];
/** Once the first is shown all are fetched: they must open with the server away, too. */
const preload = () => void Promise.allSettled([...stationPages, ...otherPages].map(({ load }) => load()));

const routes = (pages: readonly { readonly path: string; readonly load: Load }[]) =>
  pages.map(({ path, load }) => ({ path, element: page(load) }));

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
      ...routes(otherPages),
      {
        path: '/pieces/:id',
        element: <StationFrame preload={preload} />,
        children: [{ index: true, element: <Navigate to="glint" replace /> }, ...routes(stationPages)],
      },
      { path: '*', element: <Stumbled /> },
    ],
  },
]);
