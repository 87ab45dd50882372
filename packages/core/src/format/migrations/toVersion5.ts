import { each, type Migration } from './json.js';

/** Version 5: the shape of a 3D file is kept with its surface; ladders know their metal, steps the value they aim at. */
export const toVersion5: Migration = (piece) => ({
  ...piece,
  version: 5,
  sculpts: each(piece['sculpts'], (s) => ({ ...s, shape: null })),
  ladders: each(piece['ladders'], (l) => ({
    ...l,
    metal: null,
    steps: each(l['steps'], (s) => ({ ...s, value: null, settled: 'no' })),
  })),
});
