import { ladderColours, paintsById } from '../ladder/index.js';
import type { Ladder } from '../piece/index.js';
import { plain } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import type { Change, Fix } from './fix.js';
import { usedLadders } from './usedLadders.js';

/** The same mixes, dark to light. */
function inOrder(ladder: Ladder, lightness: readonly number[]): Fix {
  const order = ladder.steps.map((_, k) => k).sort((a, b) => lightness[a] - lightness[b]);
  return {
    label: 'put their mixes in order, dark to light',
    changes: order.flatMap((from, k): Change[] => {
      if (from === k) return [];
      const path = ['ladders', ladder.id, 'steps', ladder.steps[k].id];
      const { mix, water } = ladder.steps[from];
      return [
        { path: [...path, 'mix'], to: mix },
        { path: [...path, 'water'], to: water },
      ];
    }),
  };
}

export const ladderInverted: FindingDefinition = {
  id: 'ladder-inverted',
  label: 'Steps out of order',
  why: 'Each step is painted inside the one before and has to be lighter. A darker one in between turns the form inside out.',
  limit: 2,
  unit: 'values by which a step may be darker than the one before',
  find: (scene) => {
    const limit = scene.limit('ladder-inverted', null);
    if (limit === null) return [];
    const paints = paintsById(scene.piece.paints);
    return usedLadders(scene).flatMap(({ ladder, at }) => {
      const lightness = ladderColours(ladder, paints).map((c) => c.l);
      const drops = lightness.map((l, k) => (k === 0 ? 0 : lightness[k - 1] - l));
      const worst = drops.indexOf(Math.max(...drops));
      if (drops[worst] <= limit) return [];
      return [
        {
          part: null,
          at,
          measured: drops[worst],
          wanted: { from: null, to: limit },
          message:
            `step ${worst + 1} of ${ladder.name.toLowerCase()} is ${plain(drops[worst], 0)} values darker ` +
            `than step ${worst}; put the mixes in order, dark to light`,
          fix: inOrder(ladder, lightness),
        },
      ];
    });
  },
};
