// Belt, sword, cape and key.
import { both, box, either, ellipsoid, grown, limb, profile, rolled, shell } from './field.mjs';
import { HAND, solid } from './joints.mjs';
import { trunk } from './trunk.mjs';

const belt = both(grown(trunk, 0.75), (x, y, z) => Math.abs(y - 30.1 + 0.06 * z) - 0.85);
const beltRims = either(
  rolled(grown(trunk, 0.72), (x, y, z) => y - 30.95 + 0.06 * z, 0.2),
  rolled(grown(trunk, 0.72), (x, y, z) => y - 29.25 + 0.06 * z, 0.2),
);
const buckle = either(
  ellipsoid([0, 29.85, 4.75], [1.75, 1.75, 0.62]),
  (x, y, z) => Math.hypot(Math.hypot(x, y - 29.85) - 1.7, z - 4.75) - 0.34,
);

const [SX, SZ] = [HAND.r[0], HAND.r[2] + 0.25];
const bladeHalf = profile([
  [-0.2, 0.15],
  [1.9, 1.15],
  [4, 1.62],
  [12, 1.95],
  [23, 2.35],
]);
/** A long blade of four facets, point down, with a fuller's step near the guard. */
const blade = both(
  (x, y, z) => {
    const half = bladeHalf(y);
    const thick = 0.36 + 0.2 * half;
    return (Math.abs(x - SX) / half + Math.abs(z - SZ) / thick - 1) / Math.hypot(1 / half, 1 / thick);
  },
  (x, y) => -0.2 - y,
  (x, y) => y - 23.2,
);
const guard = either(
  limb([SX - 4.2, 22.9, SZ + 0.2], [SX, 23.7, SZ], 0.62, 0.85),
  limb([SX + 4.2, 22.9, SZ + 0.2], [SX, 23.7, SZ], 0.62, 0.85),
  ellipsoid([SX - 4.4, 22.7, SZ + 0.2], [0.85, 0.85, 0.85]),
  ellipsoid([SX + 4.4, 22.7, SZ + 0.2], [0.85, 0.85, 0.85]),
  ellipsoid([SX, 23.6, SZ], [1.5, 1.15, 1.05]),
);
const grip = (x, y, z) =>
  Math.max(
    Math.hypot(x - SX, z - SZ) - 0.78 - 0.1 * Math.sin(y * 6 + Math.atan2(z - SZ, x - SX)),
    Math.abs(y - 26) - 3,
  ) * 0.8;
const pommel = ellipsoid([SX, 29.0, SZ], [1.15, 1.1, 1.15]);

const cloakEdges = profile([
  [1, -0.6, 15.0],
  [12, -0.2, 13.4],
  [26, 0.3, 11.2],
  [36, -0.4, 9.2],
  [41.5, -2.0, 7.4],
  [44, -2.6, 5.0],
]);
const cloakBack = profile([
  [1, -11.4],
  [12, -9.6],
  [24, -8.6],
  [31, -7.0],
  [36, -5.9],
  [41, -5.1],
  [44, -3.4],
]);
/** A cape from the left shoulder to the ground: it hangs in folds that open downward and turns forward at its sides. */
const cloak = (() => {
  const share = (x, y) => {
    const [low, high] = [cloakEdges(y, 1), cloakEdges(y, 2)];
    return [(2 * x - low - high) / (high - low), (high - low) / 2];
  };
  const sheet = (x, y, z) => {
    const [u] = share(x, y);
    const deep = Math.min(1, Math.max(0, (43 - y) / 30));
    const fold =
      1.25 * deep ** 1.15 * Math.sin(u * 6.4 + 0.9 + 0.5 * Math.sin(y * 0.11)) +
      0.4 * deep * Math.sin(u * 12 + 2.2 - 0.06 * y);
    const zc = cloakBack(y) + fold + 1.5 * u * u + (0.8 + 1.2 * deep) * Math.max(0, u) ** 5;
    return (z - zc) * 0.66;
  };
  return both(
    shell(sheet, 0.42),
    (x, y) => {
      const [u, half] = share(x, y);
      return (Math.abs(u) - 1) * half * 0.95;
    },
    (x, y) => 0.9 + 0.5 * Math.sin(x * 0.55) - y,
    (x, y) => y - 43.4 + 0.03 * x * x,
  );
})();
/** A twisted cord holds it, from clasp to clasp over the gorget. */
const cord = (() => {
  const links = [
    [4.9, 43.3, 2.0],
    [6.2, 43.9, -1.4],
    [3.6, 43.9, -4.6],
    [0, 43.7, -5.0],
    [-3.3, 43.2, -4.3],
  ];
  const run = links.slice(1).map((to, i) => limb(links[i], to, 0.42, 0.42));
  return (x, y, z) => (either(...run)(x, y, z) + 0.08 * Math.sin(4 * (x + y - z))) * 0.9;
})();
const clasps = either(
  ellipsoid([4.9, 43.3, 2.0], [1.0, 1.0, 0.65]),
  ellipsoid([-3.3, 43.2, -4.3], [1.0, 1.0, 0.65]),
);

// A key of the lock hangs from the belt at his left: ring, shank, two wards.
const key = either(
  (x, y, z) => Math.hypot(Math.hypot(x - 4.6, y - 26.6) - 1.25, z - 6.6) - 0.33,
  limb([4.75, 25.3, 6.65], [5.1, 20.2, 7.35], 0.4, 0.4),
  box([5.75, 20.9, 7.3], [0.95, 0.35, 0.35], 0.1),
  box([5.65, 22.1, 7.15], [0.85, 0.3, 0.35], 0.1),
);

export const gearSolids = [
  solid('belt', [0, 30, 0, 8], belt),
  solid('belt', [0, 30, 0, 8], beltRims),
  solid('buckle', [0, 29.85, 4.7, 3], buckle),
  solid('blade', [SX, 11.5, SZ, 13], blade),
  solid('guard', [SX, 23.4, SZ, 6], guard),
  solid('grip', [SX, 26, SZ, 4], grip),
  solid('pommel', [SX, 29, SZ, 2], pommel),
  solid('cape', [4, 22, -5, 29], cloak),
  solid('cord', [1.5, 43.5, -1.5, 7.5], cord),
  solid('clasps', [0, 43.4, 2.2, 6.5], clasps),
  solid('key', [5, 23.5, 7, 5], key),
];
