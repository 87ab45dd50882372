import { clockSide, clockText } from '@pale-glint/core';
import type { StationDefinition } from '../definition.js';

export const lightStation: StationDefinition = {
  path: 'light',
  name: 'Light',
  mapFirst: true,
  page: () => import('./LightStation.js').then((m) => m.LightStation),
  state: ({ piece: { rig } }) => `${clockText(rig.keyClockHours)}, ${clockSide(rig.keyClockHours)}`,
};
