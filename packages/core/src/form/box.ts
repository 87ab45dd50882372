import { clamp, cross, dot, normalise, type Vec3 } from '../units/index.js';
import { sizeMm, type FormDefinition } from './definition.js';
import { outwardOf, unit } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point, type Ring } from './surface.js';

/** However much of its sides is seen, the front is turned from the eye by no more than this. */
const MOST_TURN = 1.1;
/** So much of the smaller side of its front a box is taken to be deep. */
const DEPTH = 0.7;

/** Its front as seen, and the way from it to its back in the picture. */
interface Seen {
  readonly w: number;
  readonly h: number;
  readonly s: number;
  readonly t: number;
}

/** Outward normals of front, side and top or underside of one box that is seen so; each is square to the others. */
export function boxNormals({ w, h, s, t }: Seen): { front: Vec3; side: Vec3; top: Vec3 } {
  const back = Math.hypot(s, t);
  const turn = Math.min(MOST_TURN, Math.atan2(back, DEPTH * 2 * Math.min(w, h)));
  const sin = back > 0 ? Math.sin(turn) / back : 0;
  const front: Vec3 = [-s * sin, -t * sin, Math.cos(turn)];
  const off = dot([1, 0, 0], front);
  const across = normalise([1 - off * front[0], -off * front[1], -off * front[2]]);
  const up = cross(front, across);
  const outward = (v: Vec3): Vec3 => (v[2] < 0 ? [-v[0], -v[1], -v[2]] : v);
  return { front, side: outward(across), top: outward(up) };
}

/** Casings, chests, engines, hilts cut square: up to three faces that agree with one light. */
export const box: FormDefinition<'box'> = {
  kind: 'box',
  label: 'Box',
  serves: 'casing, hull, pouch, square hilt',
  words: ['case', 'engine', 'chest', 'crate', 'tank', 'battery', 'block', 'magazine', 'hammer', 'lock'],
  defaults: { kind: 'box', widthMm: 9, heightMm: 7, sideMm: 3, topMm: 2.4 },
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Front, width'),
    sizeMm('heightMm', 'Front, height'),
    sizeMm('sideMm', 'Seen of its right side', { min: -200, max: 200 }),
    sizeMm('topMm', 'Seen of its top', { min: -200, max: 200 }),
  ],
  choices: [],
  model(form) {
    const [w, h, s, t] = [form.widthMm / 2, form.heightMm / 2, form.sideMm, form.topMm];
    const normals = boxNormals({ w, h, s, t });
    const at = (x: number, y: number, back = 0): Point => [x + (back - 0.5) * s, y + (back - 0.5) * t];
    const [ex, ey] = [s < 0 ? -w : w, t < 0 ? -h : h];
    const face = (ring: Ring, normal: Vec3): Patch => {
      const xs = ring.map((p) => p[0]);
      const ys = ring.map((p) => p[1]);
      const [l, r, b, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
      return {
        kind: 'graded',
        sideBySide: s !== 0 || t !== 0,
        rings: [ring],
        grain: null,
        at(x, y, out) {
          [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] = normal;
          out[SAMPLE.u] = clamp((x - l) / (r - l || 1e-9), 0, 1);
          out[SAMPLE.v] = clamp((y - b) / (top - b || 1e-9), 0, 1);
        },
      };
    };
    const front: Ring = [at(-w, -h), at(w, -h), at(w, h), at(-w, h)];
    const side: Ring = [at(ex, -h), at(ex, -h, 1), at(ex, h, 1), at(ex, h)];
    const top: Ring = [at(-w, ey), at(w, ey), at(w, ey, 1), at(-w, ey, 1)];
    const patches = [
      face(front, normals.front),
      ...(s !== 0 ? [face(side, normals.side)] : []),
      ...(t !== 0 ? [face(top, normals.top)] : []),
    ];
    const ring = outlineOf({ w, h, s, t });
    const crease = (points: Point[]): Edge => ({
      kind: 'crease',
      closed: false,
      points,
      outward: points.map(() => [0, 0] as const),
    });
    const near = at(ex, ey);
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [ring],
      corners: [
        ...ring.map((p) => ({ at: [p[0] * 0.97, p[1] * 0.97] as const, outward: unit(p[0], p[1]) })),
        ...(s !== 0 && t !== 0 ? [{ at: near, outward: unit(ex, ey) }] : []),
      ],
      edges: [
        { kind: 'hard', closed: true, points: ring, outward: outwardOf(ring) },
        ...(s !== 0 ? [crease([at(ex, -h), at(ex, h)])] : []),
        ...(t !== 0 ? [crease([at(-w, ey), at(w, ey)])] : []),
        ...(s !== 0 && t !== 0 ? [crease([near, at(ex, ey, 1)])] : []),
      ],
      patches,
    };
  },
};

/** The outline of front and back together, counter-clockwise. */
function outlineOf({ w, h, s, t }: Seen): Ring {
  const signs = [[-1, -1], [1, -1], [1, 1], [-1, 1]]; // prettier-ignore
  // From the corner that lies farthest from the back: it and its neighbours are the front's, all others the back's.
  const start = t >= 0 ? (s >= 0 ? 0 : 1) : s < 0 ? 2 : 3;
  const corner = (k: number, back: number): Point => {
    const [x, y] = signs[(start + k) % 4];
    return [x * w + (back - 0.5) * s, y * h + (back - 0.5) * t];
  };
  const ring = [corner(0, 0), corner(1, 0), corner(1, 1), corner(2, 1), corner(3, 1), corner(3, 0)];
  // Where nothing is seen of a side, two of them are one, or lie on a line.
  return ring.filter(([x, y], i) => {
    const [px, py] = ring[(i + 5) % 6];
    const after = [1, 2].map((k) => ring[(i + k) % 6]).find(([nx, ny]) => nx !== x || ny !== y)!;
    return (x !== px || y !== py) && Math.abs((x - px) * (after[1] - y) - (y - py) * (after[0] - x)) > 1e-9;
  });
}
