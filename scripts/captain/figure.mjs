// The lock captain: harness of plate, cape, a long sluice blade under his hand. Foot to crown 54 mm, on a round base.
import { arm } from './arms.mjs';
import { both, either } from './field.mjs';
import { solid } from './joints.mjs';
import { gearSolids } from './gear.mjs';
import { headSolids } from './head.mjs';
import { leg, tasset } from './legs.mjs';
import { trunkSolids } from './trunk.mjs';

const base = (() => {
  const disc = both(
    (x, y, z) => Math.hypot(x, z + 0.5) - 17.2 - 0.25 * y,
    (x, y) => -3 - y,
    (x, y) => y + 0.35,
  );
  // Setts laid in rows, each with rounded edges.
  const setts = (x, y, z) => {
    const row = Math.floor(z / 5.2);
    const u = Math.abs(((x + row * 3.1 + 300) % 7.2) - 3.6);
    const v = Math.abs(z - (row + 0.5) * 5.2);
    const high = -0.12 + 0.22 * Math.sin(row * 2.3 + Math.floor((x + row * 3.1 + 300) / 7.2) * 1.7);
    const edge = Math.max(u - 3.35, v - 2.35);
    return Math.max(y - high + 0.5 * Math.max(0, edge + 0.5) ** 2, edge) * 0.8;
  };
  return either(
    disc,
    both(
      setts,
      (x, y, z) => Math.hypot(x, z + 0.5) - 16.6,
      (x, y) => -1 - y,
    ),
  );
})();

/** @type {readonly import('./joints.mjs').Solid[]} */
export const captain = [
  ...trunkSolids,
  ...tasset('r'),
  ...tasset('l'),
  ...leg('r'),
  ...leg('l'),
  ...arm('r'),
  ...arm('l'),
  ...headSolids,
  ...gearSolids,
  solid('base', [0, -1, -0.5, 19], base),
];

/** The nearest solid at a point: its distance and its place in the list. */
export function nearest(x, y, z) {
  let [best, which] = [Infinity, -1];
  for (let i = 0; i < captain.length; i++) {
    const { ball, field } = captain[i];
    const far = Math.hypot(x - ball[0], y - ball[1], z - ball[2]) - ball[3];
    if (far > best || far > 6) {
      if (far < best) best = far;
      continue;
    }
    const d = field(x, y, z);
    if (d < best) [best, which] = [d, i];
  }
  return { mm: best, which };
}
