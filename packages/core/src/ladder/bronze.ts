import type { Ladder } from '../piece/index.js';
import { FREE } from './aims.js';

/** Bronze in seven steps, dark brown to pale tallow, from the paints of the demo shelf. */
export const bronze: Ladder = {
  id: 'bronze',
  name: 'Bronze',
  metal: 'bronze',
  school: 'dark-first',
  undercoat: 'black-primer',
  recipe: [],
  steps: [
    { id: 'b1', mix: [{ paint: 'tarred-oak', parts: 1 }], water: 1, aimedShare: 1, ...FREE },
    {
      id: 'b2',
      mix: [
        { paint: 'gate-brown', parts: 2 },
        { paint: 'tarred-oak', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.84,
      ...FREE,
    },
    {
      id: 'b3',
      mix: [
        { paint: 'rust-pin', parts: 2 },
        { paint: 'gate-brown', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.63,
      ...FREE,
    },
    {
      id: 'b4',
      mix: [
        { paint: 'ferry-ochre', parts: 1 },
        { paint: 'rust-pin', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.4,
      ...FREE,
    },
    { id: 'b5', mix: [{ paint: 'ferry-ochre', parts: 1 }], water: 1, aimedShare: 0.2, ...FREE },
    {
      id: 'b6',
      mix: [
        { paint: 'ferry-ochre', parts: 1 },
        { paint: 'tallow', parts: 1 },
      ],
      water: 1,
      aimedShare: 0.07,
      ...FREE,
    },
    { id: 'b7', mix: [{ paint: 'tallow', parts: 1 }], water: 0.5, aimedShare: 0.01, ...FREE },
  ],
};
