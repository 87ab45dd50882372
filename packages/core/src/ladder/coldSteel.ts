import type { Ladder } from '../piece/index.js';
import { FREE } from './aims.js';

/** Cold steel in seven steps, from the paints of the demo shelf. */
export const coldSteel: Ladder = {
  id: 'cold-steel',
  name: 'Cold steel',
  metal: 'cold-steel',
  school: 'dark-first',
  undercoat: 'black-primer',
  recipe: [],
  steps: [
    {
      id: 's1',
      mix: [
        { paint: 'lampsoot', parts: 2 },
        { paint: 'weir-blue', parts: 1 },
      ],
      water: 1,
      aimedShare: 1,
      ...FREE,
    },
    {
      id: 's2',
      mix: [
        { paint: 'wet-slate', parts: 8 },
        { paint: 'lampsoot', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.78,
      ...FREE,
    },
    {
      id: 's3',
      mix: [
        { paint: 'wet-slate', parts: 3 },
        { paint: 'plover-grey', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.56,
      ...FREE,
    },
    {
      id: 's4',
      mix: [
        { paint: 'plover-grey', parts: 3 },
        { paint: 'wet-slate', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.36,
      ...FREE,
    },
    {
      id: 's5',
      mix: [
        { paint: 'plover-grey', parts: 5 },
        { paint: 'chalk', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.2,
      ...FREE,
    },
    {
      id: 's6',
      mix: [
        { paint: 'plover-grey', parts: 1 },
        { paint: 'chalk', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.08,
      ...FREE,
    },
    { id: 's7', mix: [{ paint: 'chalk', parts: 1 }], water: 0.5, aimedShare: 0.01, ...FREE },
  ],
};
