// The lock captain: harness of plate, cloak, a long sluice blade under his hand. Foot to crown 54 mm, on a round base.
import {
  along,
  blended,
  both,
  box,
  column,
  either,
  ellipsoid,
  grooved,
  grown,
  halfSpace,
  limb,
  outside,
  profile,
  rolled,
  shell,
  without,
} from './field.mjs';

/**
 * What the figure is made of. Of two solids the nearer surface shows; `label` says which part of the miniature it is.
 * `ball` holds all of the solid.
 * @typedef {{ label: string, ball: readonly [number, number, number, number], field: import('./field.mjs').Field }} Solid
 */

const RIM = 0.34;

// Joints. R is the captain's right, at the viewer's left.
const HIP = { r: [-3.1, 26.5, 0], l: [3.1, 26.2, 0.3] };
const KNEE = { r: [-4.0, 15.2, 1.1], l: [5.2, 15.0, 2.8] };
const ANKLE = { r: [-4.4, 3.4, -0.6], l: [6.4, 3.4, 1.3] };
const TOE = { r: [-5.6, 1.1, 5.2], l: [9.6, 1.1, 6.4] };
const SHOULDER = { r: [-7.0, 42.0, -0.2], l: [7.0, 42.2, -0.2] };
const ELBOW = { r: [-11.6, 35.2, 0.6], l: [12.6, 36.0, -0.8] };
const HAND = { r: [-13.2, 29.4, 6.0], l: [7.9, 30.0, 4.6] };

// --- Trunk -----------------------------------------------------------------------------------------------------------
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
const trunk = both(
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
  [30.2, 27.4, 4.9, 4.1, 6.5, 5.5],
  [28.1, 25.2, 5.7, 4.8, 7.3, 6.2],
  [25.9, 22.9, 6.4, 5.4, 8.1, 6.9],
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

// --- Legs ------------------------------------------------------------------------------------------------------------
function leg(side) {
  const out = side === 'r' ? -1 : 1;
  const [hip, knee, ankle, toe] = [HIP[side], KNEE[side], ANKLE[side], TOE[side]];
  const thigh = limb(hip, knee, 3.2, 2.35);
  const shin = along(ankle, knee, [toe[0] - ankle[0], 0, toe[2] - ankle[2]]);
  const calf = profile([
    [-1, 1.75, 1.95, 1.75],
    [1.5, 1.6, 1.9, 1.7],
    [4.5, 2.0, 2.1, 2.5],
    [7.4, 2.3, 2.3, 2.9],
    [10, 2.1, 2.3, 2.3],
    [12, 2.2, 2.4, 2.2],
  ]);
  const greaveBody = column((y) => [calf(y, 1), calf(y, 2), calf(y, 3), 0, 0], [1.5, 2]);
  const greave = shin.put(
    both(
      greaveBody,
      (x, y) => y - 10.4,
      (x, y) => -0.2 - y,
    ),
  );
  const greaveRims = either(
    shin.put(rolled(greaveBody, (x, y, z) => y - 10.2 - 0.05 * z, 0.36)),
    shin.put(rolled(greaveBody, (x, y) => y - 0.1, 0.34)),
  );
  const at = shin.long;
  // A knee cop with a keel, a plate above and below, and a wing outside.
  const copBody = (x, y, z) => {
    const [u, v, w] = [Math.abs(x) / 2.75, (y - at - 0.1) / 2.5, (z - 0.2) / (z > 0.2 ? 3.5 : 2.6)];
    const n = (u ** 1.5 + Math.abs(v) ** 1.9 + Math.abs(w) ** 1.5) ** (1 / 1.55);
    return (n - 1) * 2.1;
  };
  const cop = shin.put(both(copBody, (x, y, z) => -1.3 - z));
  const copRims = shin.put(
    either(
      rolled(
        copBody,
        (x, y, z) => Math.abs(y - at - 0.1) - 1.75 + 0.05 * z,
        0.26,
        (x, y, z) => -0.6 - z,
      ),
    ),
  );
  const wing = shin.put(
    both(ellipsoid([out * 2.6, at + 0.1, -0.3], [1.0, 2.3, 2.3]), (x, y, z) => out * -x + 1.4),
  );
  const lames = shin.put(
    either(
      both(grown(greaveBody, 0.28), (x, y) => Math.abs(y - at + 2.3) - 0.75),
      both(ellipsoid([0, at + 2.2, -0.1], [2.75, 1.2, 3.0]), (x, y) => Math.abs(y - at - 2.2) - 0.8),
    ),
  );
  // A shoe of plates: a limb laid flat, cut into lames that step along it.
  const heel = [ankle[0], 1.5, ankle[2]];
  const foot = along(heel, toe, [0, 1, 0]);
  const shoe = foot.put((x, y, z) => {
    const t = Math.min(1, Math.max(0, y / foot.long));
    const share = y * 0.95 - Math.floor(y * 0.95);
    const step = y > 0.9 && y < foot.long - 0.7 ? Math.min(share / 0.82, (1 - share) / 0.18) : 0.5;
    const half = 1.95 - 0.75 * t + 0.3 * Math.sin(t * 3.1) + 0.2 * step;
    const high = 2.0 - 1.15 * t + 0.2 * step;
    const over = y < 0 ? y / 1.7 : y > foot.long ? (y - foot.long) / 1.3 : 0;
    const n = Math.hypot(Math.abs(x) / half, Math.abs(z) / high, over);
    return (n - 1) * Math.min(half, high) * 0.9;
  });
  const sole = halfSpace([0, 0, 0], [0, -1, 0]);
  const bound = (p, r) => [...p, r];
  const tag = side === 'r' ? 'sword' : 'cape';
  const middle = (p, q) => p.map((v, k) => (v + q[k]) / 2);
  return [
    {
      label: `${tag}-cuisse`,
      ball: bound(middle(hip, knee), 9.5),
      field: both(thigh, (x, y) => knee[1] - 0.5 - y),
    },
    { label: `${tag}-greave`, ball: bound(middle(knee, ankle), 8.5), field: greave },
    { label: `${tag}-greave-rim`, ball: bound(middle(knee, ankle), 9), field: greaveRims },
    { label: `${tag}-knee-rim`, ball: bound(knee, 6), field: copRims },
    { label: `${tag}-knee`, ball: bound(knee, 6), field: either(cop, wing) },
    { label: `${tag}-knee`, ball: bound(knee, 5.5), field: lames },
    {
      label: `${tag}-sabaton`,
      ball: bound(middle(heel, toe), 6.5),
      field: both(blended(0.5, shoe, limb(heel, ankle, 1.7, 1.55)), sole),
    },
  ];
}

/** A plate that hangs from the lowest lame over each thigh: curved round it, keeled, pointed below. */
function tasset(side) {
  const out = side === 'r' ? -1 : 1;
  const tag = side === 'r' ? 'sword' : 'cape';
  const [cx, cz] = [out * 4.1, 1.4];
  const body = column((y) => [4.0 + 0.05 * (24 - y), 5.6 + 0.12 * (24 - y), 4, cx, cz], [1.6, 2]);
  const edge = (x, y) => {
    const u = Math.abs(x - cx) / 3.3;
    return Math.max((u - 1) * 3.3, 16.6 - y + 2.6 * u ** 2.2, y - 24.2) * 0.85;
  };
  const ahead = (x, y, z) => cz + 1.2 - z;
  return [
    { label: `${tag}-tasset`, ball: [cx, 20.4, 6, 6], field: both(shell(body, 0.34), edge, ahead) },
    {
      label: `${tag}-tasset-rim`,
      ball: [cx, 20.4, 6, 6.5],
      field: rolled(grown(body, 0.12), edge, 0.36, ahead, (x, y) => y - 23.8),
    },
  ];
}

// --- Arms ------------------------------------------------------------------------------------------------------------
function arm(side) {
  const out = side === 'r' ? -1 : 1;
  const [shoulder, elbow, hand] = [SHOULDER[side], ELBOW[side], HAND[side]];
  const tag = side === 'r' ? 'sword' : 'cape';
  const middle = (p, q) => p.map((v, k) => (v + q[k]) / 2);
  const upper = along(shoulder, elbow);
  const fore = along(elbow, hand, side === 'r' ? [-1, 0, 1] : [1, 0, 1]);
  const sleeve = limb(shoulder, elbow, 2.2, 1.85);
  const taper = profile([
    [0, 1.9],
    [2.5, 2.05],
    [6.2, 1.45],
    [9, 1.4],
  ]);
  const vambraceBody = column((y) => [taper(y), taper(y), taper(y), 0, 0], [1.6, 2]);
  const wrist = fore.long - 1.5;
  const vambrace = fore.put(
    both(
      vambraceBody,
      (x, y) => y - wrist,
      (x, y) => 0.6 - y,
    ),
  );
  const cuffBody = column(
    (y) => {
      const r = 1.5 + 0.3 * Math.max(0, wrist - y) + 0.03 * Math.max(0, wrist - y) ** 2;
      return [r, r, r, 0, 0];
    },
    [1.7, 2],
  );
  const cuff = fore.put(
    both(
      cuffBody,
      (x, y) => wrist - 2.7 - y,
      (x, y) => y - wrist - 0.3,
    ),
  );
  const cuffRim = fore.put(rolled(cuffBody, (x, y) => wrist - 2.7 - y, 0.3));
  const cop = either(
    ellipsoid(elbow, [2.5, 2.4, 2.5]),
    both(
      ellipsoid([elbow[0] + out * 0.9, elbow[1] - 0.1, elbow[2] - 0.5], [0.75, 2.9, 2.9]),
      (x, y, z) => -z + elbow[2] - 2.4,
    ),
  );
  const copRidge = both(
    (x, y, z) =>
      Math.hypot(ellipsoid(elbow, [2.5, 2.4, 2.5])(x, y, z), y - elbow[1] - 0.25 * out * (x - elbow[0])) -
      0.3,
  );
  // A pauldron: a dome over the shoulder and two lames under it along the arm, each with a rolled lower edge.
  const c = [shoulder[0] + out * 0.5, shoulder[1] - 0.2, shoulder[2]];
  const dome = ellipsoid(c, [4.0, 3.9, 4.4]);
  const below = (mm, dip) => (x, y, z) => {
    const [u, v] = [x - c[0], y - c[1]];
    // Across the arm: 0 where the lame ends, growing down and outward.
    return -(0.62 * v - 0.78 * out * u) - mm + dip * (z - c[2]) ** 2 * 0.02;
  };
  const inner = halfSpace([out * 3.9, 42, 0], [-out, 0.25, 0]);
  const dome0 = both(dome, below(1.7, 1), inner);
  const lame1 = both(
    ellipsoid(c, [3.75, 3.65, 4.1]),
    below(3.0, 1),
    inner,
    (x, y, z) => -below(0.6, 1)(x, y, z),
  );
  const body2 = ellipsoid([c[0] + out * 0.6, c[1] - 0.5, c[2]], [3.5, 3.9, 3.8]);
  const lame2 = both(body2, below(4.15, 1), inner, (x, y, z) => -below(2.0, 1)(x, y, z));
  const rims = either(
    rolled(dome, below(1.7, 1), RIM, inner),
    rolled(ellipsoid(c, [3.75, 3.65, 4.1]), below(3.0, 1), 0.3, inner),
    rolled(body2, below(4.15, 1), 0.3, inner),
    rolled(dome, inner, RIM, below(1.7, 1)),
  );
  return [
    { label: `${tag}-sleeve`, ball: [...middle(shoulder, elbow), 7.5], field: sleeve },
    { label: `${tag}-pauldron`, ball: [...c, 5.2], field: dome0 },
    { label: `${tag}-pauldron-lame-1`, ball: [...c, 5.2], field: lame1 },
    { label: `${tag}-pauldron-lame-2`, ball: [...c, 6], field: lame2 },
    { label: `${tag}-pauldron-rim`, ball: [...c, 6.5], field: rims },
    { label: `${tag}-elbow`, ball: [...elbow, 4.5], field: cop },
    { label: `${tag}-elbow`, ball: [...elbow, 4], field: copRidge },
    { label: `${tag}-vambrace`, ball: [...middle(elbow, hand), 6.5], field: vambrace },
    { label: `${tag}-cuff`, ball: [...hand, 6], field: cuff },
    { label: `${tag}-cuff-rim`, ball: [...hand, 6.5], field: cuffRim },
    { label: `${tag}-hand`, ball: [...hand, 3.6], field: fist(side, fore) },
  ];
}

/** A gloved hand closed over what is under it: a back of the hand and four fingers side by side. */
function fist(side, fore) {
  const [cx, cy, cz] = HAND[side];
  if (side === 'r') {
    const fingers = [-1.05, -0.35, 0.35, 1.05].map((dx) =>
      limb([cx + dx * 0.9, cy + 0.5, cz + 0.7], [cx + dx, cy - 1.0, cz + 1.2], 0.52, 0.46),
    );
    return blended(
      0.35,
      ellipsoid([cx, cy + 0.2, cz - 0.2], [1.55, 1.0, 1.5]),
      limb([cx + 1.1, cy, cz], [cx + 1.4, cy - 1.0, cz + 0.7], 0.5, 0.45),
      ...fingers,
    );
  }
  const palm = ellipsoid([cx - 0.1, cy, cz], [1.5, 1.45, 1.2]);
  const fingers = [-1.0, -0.33, 0.33, 1.0].map((dy) =>
    limb([cx - 0.7, cy + dy, cz + 0.75], [cx - 2.0, cy + dy * 0.9 - 0.2, cz + 0.25], 0.48, 0.42),
  );
  return blended(
    0.3,
    palm,
    ...fingers,
    limb([cx - 0.2, cy + 1.2, cz + 0.2], [cx - 1.6, cy + 1.9, cz + 0.2], 0.48, 0.42),
  );
}

// --- Head ------------------------------------------------------------------------------------------------------------
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

// --- Neck ------------------------------------------------------------------------------------------------------------
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

// --- Belt, sword, cloak ----------------------------------------------------------------------------------------------
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

// --- Base ------------------------------------------------------------------------------------------------------------
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

const all = (label, ball, field) => ({ label, ball, field });

/** @type {readonly Solid[]} */
export const captain = [
  all('breastplate', [0, 38, 0, 11.5], both(bodyPlate, front)),
  all('backplate', [0, 38, 0, 11.5], without(bodyPlate, front)),
  all('plackart', [0, 34, 1, 9], plackart),
  all('plackart-rim', [0, 35, 1, 9], plackartRim),
  all(
    'trunk-rim',
    [0, 40, 0, 12],
    either(
      rolled(plate, armhole, RIM, (x, y) => 36.8 - y),
      rolled(plate, neckhole, RIM),
    ),
  ),
  all('arming-coat', [0, 38, 0, 11], both(grown(trunk, -0.2), aboveBelt)),
  ...FAULDS.flatMap(({ lame, rim }, i) => [
    all(`fauld-${i + 1}`, [0, 26.5, 0, 10.5], lame),
    all(`fauld-${i + 1}-rim`, [0, 26.5, 0, 10.5], rim),
  ]),
  all('coat', [0, 21, 0, 12.5], skirt),
  ...tasset('r'),
  ...tasset('l'),
  ...leg('r'),
  ...leg('l'),
  ...arm('r'),
  ...arm('l'),
  all('helm', [0, 49.5, 0, 6.5], turned(skull)),
  all('visor', [0, 47.5, 0, 7.5], turned(visor)),
  all('visor-rim', [0, 47.5, 0, 8], turned(visorRims)),
  all('pivots', [0, 48.7, 0, 6], turned(pivots)),
  all('face', [0, 47.6, 0, 4.5], turned(face)),
  all('crest', [1.5, 51, -4, 12], turned(crest)),
  all('crest-socket', [0, 54, 0.4, 3], turned(crestSocket)),
  all('gorget', [0, 43.5, 0, 7], collar),
  all('gorget-lower', [0, 43, 0, 8], collarLower),
  all('gorget-rim', [0, 45, 0, 6], collarRim),
  all('belt', [0, 30, 0, 8], belt),
  all('belt', [0, 30, 0, 8], beltRims),
  all('buckle', [0, 29.85, 4.7, 3], buckle),
  all('blade', [SX, 11.5, SZ, 13], blade),
  all('guard', [SX, 23.4, SZ, 6], guard),
  all('grip', [SX, 26, SZ, 4], grip),
  all('pommel', [SX, 29, SZ, 2], pommel),
  all('cape', [4, 22, -5, 29], cloak),
  all('cord', [1.5, 43.5, -1.5, 7.5], cord),
  all('clasps', [0, 43.4, 2.2, 6.5], clasps),
  all('key', [5, 23.5, 7, 5], key),
  all('base', [0, -1, -0.5, 19], base),
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
