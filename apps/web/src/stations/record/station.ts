import type { StationDefinition } from '../definition.js';

export const recordStation: StationDefinition = {
  path: 'record',
  name: 'Record',
  mapFirst: false,
  page: () => import('./RecordStation.js').then((m) => m.RecordStation),
  state: ({ piece }) => {
    const photos = piece.notes.filter((n) => n.photo !== null).length;
    return photos === 0 ? 'no photo yet' : photos === 1 ? 'one photo' : `${photos} photos`;
  },
};
