// Arms of plate: pauldron, sleeve, elbow, vambrace, gauntlet and the gloved hand.
import {
  along,
  blended,
  both,
  column,
  either,
  ellipsoid,
  halfSpace,
  limb,
  outside,
  profile,
  rolled,
} from './field.mjs';
import { ELBOW, HAND, middle, NAMED, RIM, SHOULDER, solid } from './joints.mjs';

const taper = profile([
  [0, 1.9],
  [2.5, 2.05],
  [6.2, 1.45],
  [9, 1.4],
]);
const vambraceBody = column((y) => [taper(y), taper(y), taper(y), 0, 0], [1.6, 2]);

/** Vambrace and gauntlet cuff over the forearm. */
function forearmOf(side) {
  const [elbow, hand] = [ELBOW[side], HAND[side]];
  const fore = along(elbow, hand, side === 'r' ? [-1, 0, 1] : [1, 0, 1]);
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
  return [
    solid(`${NAMED[side]}-vambrace`, [...middle(elbow, hand), 6.5], vambrace),
    solid(`${NAMED[side]}-cuff`, [...hand, 6], cuff),
    solid(`${NAMED[side]}-cuff-rim`, [...hand, 6.5], cuffRim),
  ];
}

/** A round cop with a wing that stands out to the side, its face to the front. */
function elbowOf(side) {
  const out = side === 'r' ? -1 : 1;
  const elbow = ELBOW[side];
  const cop = either(
    ellipsoid(elbow, [2.35, 2.3, 2.4]),
    ellipsoid([elbow[0] + out * 1.0, elbow[1] - 0.2, elbow[2] - 0.4], [2.5, 2.5, 0.75]),
  );
  const copRidge = rolled(
    ellipsoid(elbow, [2.35, 2.3, 2.4]),
    (x, y) => y - elbow[1] - 0.25 * out * (x - elbow[0]),
    0.32,
  );
  return [
    solid(`${NAMED[side]}-elbow`, [...elbow, 4.5], cop),
    solid(`${NAMED[side]}-elbow`, [...elbow, 4], copRidge),
  ];
}

/** A pauldron: a dome over the shoulder and two lames under it along the arm, each with a rolled lower edge. */
function pauldronOf(side) {
  const out = side === 'r' ? -1 : 1;
  const shoulder = SHOULDER[side];
  const c = [shoulder[0] + out * 0.5, shoulder[1] - 0.2, shoulder[2]];
  const dome = ellipsoid(c, [4.0, 3.9, 4.4]);
  /** Across the arm: 0 where a lame ends, growing down and outward. */
  const below = (mm) => (x, y, z) =>
    0.78 * out * (x - c[0]) - 0.62 * (y - c[1]) - mm + 0.02 * (z - c[2]) ** 2;
  const inner = halfSpace([out * 3.9, 42, 0], [-out, 0.25, 0]);
  const dome0 = both(dome, below(1.7), inner);
  const body1 = ellipsoid(c, [3.75, 3.65, 4.1]);
  const lame1 = both(body1, below(3.0), inner, outside(below(0.6)));
  const body2 = ellipsoid([c[0] + out * 0.6, c[1] - 0.5, c[2]], [3.5, 3.9, 3.8]);
  const lame2 = both(body2, below(4.15), inner, outside(below(2.0)));
  const rims = either(
    rolled(dome, below(1.7), RIM, inner),
    rolled(body1, below(3.0), 0.3, inner),
    rolled(body2, below(4.15), 0.3, inner),
    rolled(dome, inner, RIM, below(1.7)),
  );
  return [
    solid(`${NAMED[side]}-pauldron`, [...c, 5.2], dome0),
    solid(`${NAMED[side]}-pauldron-lame-1`, [...c, 5.2], lame1),
    solid(`${NAMED[side]}-pauldron-lame-2`, [...c, 6], lame2),
    solid(`${NAMED[side]}-pauldron-rim`, [...c, 6.5], rims),
  ];
}

export function arm(side) {
  const [shoulder, elbow, hand] = [SHOULDER[side], ELBOW[side], HAND[side]];
  return [
    solid(`${NAMED[side]}-sleeve`, [...middle(shoulder, elbow), 7.5], limb(shoulder, elbow, 2.2, 1.85)),
    ...pauldronOf(side),
    ...elbowOf(side),
    ...forearmOf(side),
    solid(`${NAMED[side]}-hand`, [...hand, 3.6], fist(side)),
  ];
}

/** A gloved hand closed over what is under it: a back of the hand and four fingers side by side. */
function fist(side) {
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
