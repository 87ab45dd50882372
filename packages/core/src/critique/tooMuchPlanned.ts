import { stepShares } from '../ladder/index.js';
import { coverOfLadder } from '../match/index.js';
import { percent } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import { usedLadders } from './usedLadders.js';

/** Steps that cover less than this are dots and lines: a plan for them says little. */
const LEAST_SHARE = 0.15;

export const tooMuchPlanned: FindingDefinition = {
  id: 'too-much-planned',
  label: 'Too much light planned',
  why: 'Where the lighter steps cover nearly as much as the ones below them nothing of those is left, and the dark side goes.',
  limit: 1.35,
  unit: 'times what the metal takes',
  find: (scene) => {
    const limit = scene.limit('too-much-planned', null);
    if (limit === null) return [];
    return usedLadders(scene).flatMap(({ ladder, at }) => {
      const own = stepShares(ladder.steps.length, coverOfLadder(ladder));
      const over = ladder.steps.map((s, k) => (k > 0 && own[k] >= LEAST_SHARE ? s.aimedShare / own[k] : 0));
      const worst = over.indexOf(Math.max(...over));
      if (over[worst] <= limit) return [];
      const { aimedShare } = ladder.steps[worst];
      return [
        {
          part: null,
          at,
          measured: over[worst],
          wanted: { from: null, to: limit },
          message:
            `step ${worst + 1} of ${ladder.name.toLowerCase()} is planned to cover ${percent(aimedShare)} ` +
            `of each part; this metal takes ${percent(own[worst])}`,
          fix: {
            label: `plan ${percent(own[worst])} for step ${worst + 1}, and no more than the metal takes for the others`,
            changes: ladder.steps.flatMap((s, k) =>
              s.aimedShare > own[k]
                ? [{ path: ['ladders', ladder.id, 'steps', s.id, 'aimedShare'], to: own[k] }]
                : [],
            ),
          },
        },
      ];
    });
  },
};
