import { describe, expect, test } from '@jest/globals';
import {
  add,
  boundsOf,
  dot,
  inside,
  normalise,
  SAMPLE,
  TO_EYE,
  type Form,
  type FormOf,
  type Patch,
  type Point,
  type PreparedPart,
  type Vec3,
} from '../../src/index.js';
import { dome } from '../support.js';
import { prepared } from './metalSheet.js';

/** Twenty lights, round the clock and from low to high. */
const LIGHTS = Array.from({ length: 20 }, (_, i) => ({
  keyClockHours: (i * 7.3) % 12,
  keyHeightDeg: 8 + (i % 5) * 14,
}));
const ELEVATIONS = [0, 20, 35, 50];
const POSES = [
  { yawDeg: 0, pitchDeg: 0 },
  { yawDeg: 18, pitchDeg: -12 },
];
const TOLERANCE_MM = 0.05;

const normalAt = (patch: Patch, [x, y]: Point): Vec3 => {
  const out = new Float64Array(SAMPLE.size);
  patch.at(x, y, out);
  return [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]];
};

/** Cosine between what a point mirrors and the light; along a grain only the turn across it counts. */
function towardLight(patch: Patch, at: Point, key: Vec3): number {
  const n = normalAt(patch, at);
  const r: Vec3 = [2 * n[2] * n[0], 2 * n[2] * n[1], 2 * n[2] * n[2] - 1];
  if (!patch.grain) return dot(r, key);
  const square = (v: Vec3): Vec3 => {
    const along = dot(v, patch.grain!);
    return normalise([
      v[0] - along * patch.grain![0],
      v[1] - along * patch.grain![1],
      v[2] - along * patch.grain![2],
    ]);
  };
  return dot(square(r), square(key));
}

const LATTICE = 7;

/** The place where a patch mirrors the light best, by brute force: a lattice, then ever finer ones round the best. */
function bruteForce(patch: Patch, key: Vec3, from: Point): Point {
  const b = boundsOf(patch.rings);
  let best: Point = from;
  let score = -2;
  let reach = Math.max(b.right - b.left, b.top - b.bottom) / 2;
  let centre: Point = [(b.left + b.right) / 2, (b.bottom + b.top) / 2];
  for (let round = 0; round < 16; round++) {
    for (let i = -LATTICE; i <= LATTICE; i++)
      for (let k = -LATTICE; k <= LATTICE; k++) {
        const at: Point = [centre[0] + (i / LATTICE) * reach, centre[1] + (k / LATTICE) * reach];
        if (!inside(patch.rings, at[0], at[1])) continue;
        const s = towardLight(patch, at, key);
        if (s > score + 1e-12) [best, score] = [at, s];
      }
    centre = best;
    reach *= 0.4;
  }
  return best;
}

const tube: FormOf<'tube'> = {
  kind: 'tube',
  lengthMm: 18,
  startWidthMm: 10,
  endWidthMm: 10,
  endCurve: 0.1,
  section: 'round',
  bowMm: 0,
  swell: 0,
  swellAt: 0.5,
};
const disc: Form = { kind: 'disc', widthMm: 10, heightMm: 10, surface: 'cast', rimMm: 1.5 };

/** How far each dot of a part lies from its lobe's maximum, in mm; across the grain where there is one. */
function misses(p: PreparedPart): number[] {
  return p.metal!.glints.flatMap((g) => {
    const found = /^p(\d+)-/.exec(g.key);
    if (!found) return [];
    const patch = p.shape.model.patches[Number(found[1])];
    const best = bruteForce(patch, p.light.key, g.at);
    // A rim bent to a ring has two such places; the dot is on one of them.
    if (towardLight(patch, g.at, p.light.key) > 1 - 1e-6 && patch.rim) return [0];
    return [patch.grain ? Math.abs(g.at[0] - best[0]) : Math.hypot(g.at[0] - best[0], g.at[1] - best[1])];
  });
}

describe.each([
  ['dome', dome(10)],
  ['scoop', dome(10, 10, 'scoop')],
  ['tube', tube],
  ['disc', disc],
] as const)('the dot of a %s of 10 mm', (kind, form) => {
  test.each(ELEVATIONS)(
    'lies within 0.05 mm of where it mirrors the light best, seen from %p degrees',
    (viewElevationDeg) => {
      let judged = 0;
      LIGHTS.forEach((light, i) => {
        const place = POSES[kind === 'disc' ? 0 : i % POSES.length];
        const p = prepared(form, { polish: 'mirror', place, rig: { ...light, viewElevationDeg } });
        // A light that comes along a tube has no side.
        const { grain } = p.shape.model.patches[0];
        if (grain && Math.abs(dot(grain, p.light.key)) > 0.97) return;
        for (const miss of misses(p)) {
          judged++;
          expect(miss).toBeLessThan(TOLERANCE_MM);
        }
      });
      expect(judged).toBeGreaterThan(12);
    },
  );
});

test('the place that mirrors the light best on a curved surface faces midway between light and eye', () => {
  for (const rig of LIGHTS) {
    const p = prepared(dome(10), { rig });
    const [patch] = p.shape.model.patches;
    const half = normalise(add(p.light.key, TO_EYE));
    expect(dot(normalAt(patch, bruteForce(patch, p.light.key, [0, 0])), half)).toBeGreaterThan(0.9999);
  }
});
