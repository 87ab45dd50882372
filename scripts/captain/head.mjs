// Helm, visor, crest and gorget.
import {
  blended,
  both,
  column,
  either,
  ellipsoid,
  grown,
  limb,
  profile,
  rolled,
  shell,
  without,
} from './field.mjs';
import { solid } from './joints.mjs';

const TURN = (-14 * Math.PI) / 180;
/** The head looks a little to the viewer's left. */
const turned = (field) => (x, y, z) =>
  field(x * Math.cos(TURN) - z * Math.sin(TURN), y, x * Math.sin(TURN) + z * Math.cos(TURN));
const skullBody = ellipsoid([0, 49.4, -0.2], [3.75, 4.5, 4.5]);
const comb = both(
  (x, y, z) =>
    Math.max(ellipsoid([0, 49.5, -0.3], [9, 5.15, 5.2])(x, y, z), Math.abs(x) - 0.36 + 0.02 * (y - 49)),
  (x, y, z) => 0.4 * z + 47.6 - y,
);
const skull = both(blended(0.4, skullBody, comb), (x, y) => 46.2 - y);
const visorKeys = profile([
  [44.6, 2.9, 4.5],
  [46.4, 3.45, 5.7],
  [48, 3.95, 5.5],
  [49.6, 4.05, 4.9],
]);
const visorBody = column((y) => [visorKeys(y, 1), visorKeys(y, 2), 4.3, 0, 0], [1.42, 2]);
const brow = (x, y, z) => y - 49.25 - 0.1 * (z - 3) + 0.03 * x * x;
const slit = (x, y, z) => Math.max(Math.abs(y - 48.35 + 0.03 * x * x) - 0.3, Math.abs(x) - 3.3, 1.0 - z);
const breaths = (x, y, z) => {
  const u = Math.abs(x) - 1.55;
  let d = Infinity;
  for (const k of [-0.85, 0, 0.85])
    d = Math.min(d, Math.max(Math.abs(u - k) - 0.19, Math.abs(y - 46.4 + 0.25 * k) - 0.75));
  return Math.max(d, 1 - z);
};
const visorPlate = both(
  shell(visorBody, 0.42),
  brow,
  (x, y, z) => 45 - 0.16 * z - y,
  (x, y, z) => -0.7 - z,
);
const visor = without(visorPlate, slit, breaths);
const visorRims = either(
  rolled(grown(visorBody, 0.3), brow, 0.3, (x, y, z) => -0.7 - z),
  rolled(
    grown(visorBody, 0.25),
    (x, y, z) => 45.1 - 0.16 * z - y,
    0.3,
    (x, y, z) => -0.7 - z,
  ),
);
const pivots = either(
  ellipsoid([-4.1, 48.7, -0.3], [0.75, 1.0, 1.0]),
  ellipsoid([4.1, 48.7, -0.3], [0.75, 1.0, 1.0]),
);
const face = ellipsoid([0, 47.6, 0.2], [3.0, 3.4, 3.3]);

/** A crest of horsehair that rises from the comb and falls behind to the captain's left. */
const CREST = [
  [0, 53.6, 0.6, 0.8],
  [0.1, 56.2, -0.9, 1.5],
  [0.5, 57.2, -3.6, 1.95],
  [1.3, 55.6, -6.4, 2.0],
  [2.2, 51.8, -8.0, 1.75],
  [3.0, 47.4, -8.3, 1.3],
  [3.5, 43.6, -8.2, 0.5],
];
const crest = (x, y, z) => {
  let [best, at] = [Infinity, 0];
  let beside = [0, 0];
  for (let i = 0; i + 1 < CREST.length; i++) {
    const [a, b] = [CREST[i], CREST[i + 1]];
    const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
    const l2 = d[0] ** 2 + d[1] ** 2 + d[2] ** 2;
    const t = Math.min(1, Math.max(0, ((x - a[0]) * d[0] + (y - a[1]) * d[1] + (z - a[2]) * d[2]) / l2));
    const p = [x - a[0] - t * d[0], y - a[1] - t * d[1], z - a[2] - t * d[2]];
    // Flatter across than along, so that it reads as hair in a comb.
    const r = Math.hypot(p[0] * 1.15, p[1], p[2]) - (a[3] + (b[3] - a[3]) * t);
    if (r < best) {
      best = r;
      at = i + t;
      beside = [p[0], Math.hypot(p[1], p[2]) * Math.sign(p[1] * d[2] - p[2] * d[1] || 1)];
    }
  }
  const round = Math.atan2(beside[0], beside[1]);
  return (best + 0.16 * Math.sin(round * 9 + at * 1.4) + 0.09 * Math.sin(round * 17 - at * 2)) * 0.8;
};
const crestSocket = limb([0, 53.2, 0.5], [0, 54.6, 0.3], 0.9, 0.65);

const collarBody = column(
  (y) => {
    const r = 4.5 - 0.32 * (y - 42.4);
    return [r, r * 1.02, r * 0.95, 0, 0.2];
  },
  [1.8, 2],
);
const collar = both(
  collarBody,
  (x, y, z) => y - 45.4 + 0.1 * z,
  (x, y) => 41.5 - y,
);
const collarRim = rolled(collarBody, (x, y, z) => y - 45.4 + 0.1 * z, 0.34);
const collarLower = both(
  column(
    (y) => {
      const r = 5.0 - 0.55 * (y - 42.6);
      return [r * 1.12, r, r * 0.92, 0, 0.1];
    },
    [1.7, 2],
  ),
  (x, y) => y - 43.9,
  (x, y, z) => 41.6 - 0.13 * Math.max(0, z) ** 1.2 + 0.25 * Math.abs(x) - y,
);

export const headSolids = [
  solid('helm', [0, 49.5, 0, 6.5], turned(skull)),
  solid('visor', [0, 47.5, 0, 7.5], turned(visor)),
  solid('visor-rim', [0, 47.5, 0, 8], turned(visorRims)),
  solid('pivots', [0, 48.7, 0, 6], turned(pivots)),
  solid('face', [0, 47.6, 0, 4.5], turned(face)),
  solid('crest', [1.5, 51, -4, 12], turned(crest)),
  solid('crest-socket', [0, 54, 0.4, 3], turned(crestSocket)),
  solid('gorget', [0, 43.5, 0, 7], collar),
  solid('gorget-lower', [0, 43, 0, 8], collarLower),
  solid('gorget-rim', [0, 45, 0, 6], collarRim),
];
