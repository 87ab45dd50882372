// Breastplate and backplate, and the skirt of lames under them.
import {
  both,
  column,
  either,
  ellipsoid,
  grown,
  halfSpace,
  outside,
  profile,
  rolled,
  shell,
  without,
} from './field.mjs';
import { RIM, solid } from './joints.mjs';

const trunkKeys = profile([
  [28.5, 5.2, 4.1, 3.6, 0.2],
  [30.2, 4.9, 3.9, 3.3, 0.2],
  [32, 5.2, 4.5, 3.4, 0.1],
  [35, 6.1, 5.5, 3.8, 0],
  [38, 6.9, 5.7, 4.2, 0],
  [40.5, 7.0, 5.1, 4.2, 0],
  [43, 6.0, 3.7, 3.5, 0],
  [45, 3.6, 2.6, 2.8, 0],
]);
export const trunk = both(
  column((y) => [trunkKeys(y, 1), trunkKeys(y, 2), trunkKeys(y, 3), 0, trunkKeys(y, 4)], [1.62, 2]),
  (x, y) => y - 44.6,
);
const armhole = either(ellipsoid([-8.3, 41.2, 0], [3.5, 4.9, 9]), ellipsoid([8.3, 41.2, 0], [3.5, 4.9, 9]));
const neckhole = ellipsoid([0, 46.2, 0.6], [3.9, 3.0, 6]);
const aboveBelt = halfSpace([0, 30.4, 0], [0, -1, 0]);
const plate = grown(trunk, 0.4);
const front = halfSpace([0, 0, -0.6], [0, 0, -1]);
const bodyPlate = without(both(plate, aboveBelt), armhole, neckhole);

// A second plate over the lower chest, its upper edge drawn up to a point in the middle.
const plackart = both(
  grown(trunk, 0.85),
  aboveBelt,
  front,
  (x, y) => (y - (36.6 - 0.62 * Math.abs(x) + 0.018 * x * x)) * 0.84,
  outside(armhole),
);
const plackartRim = rolled(
  grown(trunk, 0.85),
  (x, y) => (y - (36.6 - 0.62 * Math.abs(x) + 0.018 * x * x)) * 0.84,
  0.36,
  front,
  outside(armhole),
);

// --- Skirt of lames --------------------------------------------------------------------------------------------------
const FAULDS = [
  [30.2, 27.4, 4.9, 4.1, 6.3, 5.5],
  [28.1, 25.2, 5.6, 4.8, 6.9, 6.2],
  [25.9, 22.9, 6.2, 5.4, 7.5, 6.9],
].map(([top, foot, a0, b0, a1, b1]) => {
  const at = (y) => {
    const t = (top - y) / (top - foot);
    // Each lame bells outward toward its lower edge.
    const s = 0.55 * t + 0.45 * t * t;
    return [a0 + (a1 - a0) * s, b0 + (b1 - b0) * s, b0 + (b1 - b0) * s, 0, 0.1];
  };
  const cone = column(at, [1.8, 2]);
  const lower = (x, y, z) => foot + 0.5 * Math.cos((x / a1) * 3) * (z > 0 ? 1 : 0) - 0.5 - y;
  return {
    lame: both(shell(cone, 0.3), (x, y) => y - top, lower),
    rim: rolled(grown(cone, 0.1), lower, RIM),
  };
});
const skirtKeys = profile([
  [18.6, 8.6, 7.1],
  [22, 7.4, 6.0],
  [26, 6.2, 5.0],
]);
/** A quilted coat that hangs out under the lames, with folds. */
const skirt = both(
  (x, y, z) => {
    const round = Math.atan2(z, x);
    const deep = Math.max(0, (24 - y) / 6);
    const fold =
      0.55 * deep * Math.sin(round * 9 + 0.6 * Math.sin(round * 2)) + 0.3 * deep * Math.sin(round * 5 + 1);
    return (
      column((h) => [skirtKeys(h, 1) + fold, skirtKeys(h, 2) + fold, skirtKeys(h, 2) + fold, 0.4, 0.3])(
        x,
        y,
        z,
      ) * 0.8
    );
  },
  (x, y) => 19.4 - y + 0.4 * Math.sin(x * 0.9),
  (x, y) => y - 26,
);

export const trunkSolids = [
  solid('breastplate', [0, 38, 0, 11.5], both(bodyPlate, front)),
  solid('backplate', [0, 38, 0, 11.5], without(bodyPlate, front)),
  solid('plackart', [0, 34, 1, 9], plackart),
  solid('plackart-rim', [0, 35, 1, 9], plackartRim),
  solid(
    'trunk-rim',
    [0, 40, 0, 12],
    either(
      rolled(plate, armhole, RIM, (x, y) => 36.8 - y),
      rolled(plate, neckhole, RIM),
    ),
  ),
  solid('arming-coat', [0, 38, 0, 11], both(grown(trunk, -0.2), aboveBelt)),
  ...FAULDS.flatMap(({ lame, rim }, i) => [
    solid(`fauld-${i + 1}`, [0, 26.5, 0, 10.5], lame),
    solid(`fauld-${i + 1}-rim`, [0, 26.5, 0, 10.5], rim),
  ]),
  solid('coat', [0, 21, 0, 12.5], skirt),
];
