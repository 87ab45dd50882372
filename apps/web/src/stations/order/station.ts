import { duration } from '@pale-glint/core';
import type { StationDefinition } from '../definition.js';

export const orderStation: StationDefinition = {
  path: 'order',
  name: 'Painting order',
  mapFirst: false,
  page: () => import('./OrderStation.js').then((m) => m.OrderStation),
  below: {
    table: () => import('./bench/BenchPage.js').then((m) => m.BenchPage),
    card: () => import('./EveningCard.js').then((m) => m.EveningCard),
  },
  state: ({ order, activeMin }) => {
    if (order.length === 0) return 'not yet';
    return activeMin === 0 ? 'all done' : `about ${duration(activeMin)} left`;
  },
};
