import { cellOf } from '../form/index.js';
import { plain } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';
import { inPiece, lightnessAt, type PartInView } from './scene.js';

/** Value of the map under a place of a part, from the nearest canonical point. */
function valueUnder(s: PartInView, at: readonly [number, number]): number {
  const { grid } = s.p.shape.canonical;
  const [c, r] = cellOf(grid, at);
  const col = Math.min(grid.width - 1, Math.max(0, Math.floor(c)));
  const row = Math.min(grid.height - 1, Math.max(0, Math.floor(r)));
  return s.value[row * grid.width + col];
}

export const dotInShade: FindingDefinition = {
  id: 'dot-in-shade',
  label: 'Dot in the shade',
  why: 'A white dot is the lamp itself. In a dark place there is no lamp to mirror: it reads as a chip.',
  limit: 0.9,
  unit: 'times the value of the mid step under it',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('dot-in-shade', s.part);
      if (limit === null) return [];
      const mid = s.p.midValue * (1 - s.p.lost);
      return s.p.overrides.all.flatMap((a) => {
        if (a.kind !== 'glint-add' && a.kind !== 'glint-move') return [];
        const dot = s.p.metal!.glints.find((g) => g.key === (a.kind === 'glint-add' ? a.id : a.glint));
        if (!dot) return [];
        const value = valueUnder(s, dot.at);
        if (value >= limit * mid) return [];
        return [
          {
            part: s.part.id,
            at: inPiece(s.part, dot.at),
            measured: value / mid,
            wanted: { from: limit, to: null },
            message:
              `a dot stands where the metal has value ${plain(lightnessAt(s, value), 0)}; the mid step has ` +
              `${plain(lightnessAt(s, mid), 0)}, so put it into the light or leave it out`,
            fix: release(
              a.kind === 'glint-add' ? 'leave it out' : 'let it lie where the light puts it',
              a.id,
            ),
          },
        ];
      });
    }),
};
