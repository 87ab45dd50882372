import { counted } from '@pale-glint/core';
import type { StationDefinition } from '../definition.js';

export const partsStation: StationDefinition = {
  path: 'parts',
  name: 'Parts',
  mapFirst: true,
  page: () => import('./PartsStation.js').then((m) => m.PartsStation),
  below: {
    scan: () => import('../scan/ScanStation.js').then((m) => m.ScanStation),
    mesh: () => import('../mesh/MeshStation.js').then((m) => m.MeshStation),
  },
  state: ({ piece: { parts } }) => (parts.length === 0 ? 'none yet' : counted(parts.length, 'part')),
};
