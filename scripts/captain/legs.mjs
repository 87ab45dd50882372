// Legs of plate: cuisse, knee, greave, a shoe of lames, and a tasset over the thigh.
import {
  along,
  blended,
  both,
  column,
  either,
  ellipsoid,
  grown,
  halfSpace,
  limb,
  profile,
  rolled,
  shell,
} from './field.mjs';
import { ANKLE, HIP, KNEE, middle, NAMED, solid, TOE } from './joints.mjs';

const calf = profile([
  [-1, 1.75, 1.95, 1.75],
  [1.5, 1.6, 1.9, 1.7],
  [4.5, 2.0, 2.1, 2.5],
  [7.4, 2.3, 2.3, 2.9],
  [10, 2.1, 2.3, 2.3],
  [12, 2.2, 2.4, 2.2],
]);
/** The lower leg, with its calf and a keel along the shin. */
const greaveBody = column((y) => [calf(y, 1), calf(y, 2), calf(y, 3), 0, 0], [1.5, 2]);

function greaveOf(side, shin) {
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
  const ball = [...middle(KNEE[side], ANKLE[side]), 9];
  return [solid(`${NAMED[side]}-greave`, ball, greave), solid(`${NAMED[side]}-greave-rim`, ball, greaveRims)];
}

/** A knee cop with a keel, a plate above and below, and a wing outside. */
function kneeOf(side, shin) {
  const out = side === 'r' ? -1 : 1;
  const at = shin.long;
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
  const wing = shin.put(both(ellipsoid([out * 2.6, at + 0.1, -0.3], [1.0, 2.3, 2.3]), (x) => out * -x + 1.4));
  const lames = shin.put(
    either(
      both(grown(greaveBody, 0.28), (x, y) => Math.abs(y - at + 2.3) - 0.75),
      both(ellipsoid([0, at + 2.2, -0.1], [2.75, 1.2, 3.0]), (x, y) => Math.abs(y - at - 2.2) - 0.8),
    ),
  );
  const ball = [...KNEE[side], 6];
  return [
    solid(`${NAMED[side]}-knee-rim`, ball, copRims),
    solid(`${NAMED[side]}-knee`, ball, either(cop, wing)),
    solid(`${NAMED[side]}-knee`, ball, lames),
  ];
}

/** A shoe of plates: a limb laid flat, cut into lames that step along it. */
function shoeOf(side) {
  const [ankle, toe] = [ANKLE[side], TOE[side]];
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
  const field = both(blended(0.5, shoe, limb(heel, ankle, 1.7, 1.55)), sole);
  return solid(`${NAMED[side]}-sabaton`, [...middle(heel, toe), 6.5], field);
}

export function leg(side) {
  const [hip, knee, ankle, toe] = [HIP[side], KNEE[side], ANKLE[side], TOE[side]];
  const thigh = both(limb(hip, knee, 3.2, 2.35), (x, y) => knee[1] - 0.5 - y);
  const shin = along(ankle, knee, [toe[0] - ankle[0], 0, toe[2] - ankle[2]]);
  return [
    solid(`${NAMED[side]}-cuisse`, [...middle(hip, knee), 9.5], thigh),
    ...greaveOf(side, shin),
    ...kneeOf(side, shin),
    shoeOf(side),
  ];
}

/** A plate that hangs from the lowest lame over each thigh: curved round it, keeled, pointed below. */
export function tasset(side) {
  const out = side === 'r' ? -1 : 1;
  const [cx, cz] = [out * 4.1, 1.4];
  const body = column((y) => [4.0 + 0.05 * (24 - y), 5.6 + 0.12 * (24 - y), 4, cx, cz], [1.6, 2]);
  const edge = (x, y) => {
    const u = Math.abs(x - cx) / 3.3;
    return Math.max((u - 1) * 3.3, 16.6 - y + 2.6 * u ** 2.2, y - 24.2) * 0.85;
  };
  const ahead = (x, y, z) => cz + 1.2 - z;
  return [
    solid(`${NAMED[side]}-tasset`, [cx, 20.4, 6, 6], both(shell(body, 0.34), edge, ahead)),
    solid(
      `${NAMED[side]}-tasset-rim`,
      [cx, 20.4, 6, 6.5],
      rolled(grown(body, 0.12), edge, 0.36, ahead, (x, y) => y - 23.8),
    ),
  ];
}
