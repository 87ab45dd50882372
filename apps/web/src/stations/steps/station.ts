import type { StationDefinition } from '../definition.js';

export const stepsStation: StationDefinition = {
  path: 'steps',
  name: 'Steps and mixes',
  mapFirst: false,
  page: () => import('./StepsStation.js').then((m) => m.StepsStation),
  state: ({ piece }) => {
    const used = piece.ladders.filter((l) =>
      piece.parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === l.id),
    );
    return used.length === 0 ? 'no metal yet' : used.map((l) => l.name.toLowerCase()).join(', ');
  },
};
