import { clamp, rad } from '../units/index.js';
import type { FormOf } from '../piece/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { drawnRings, lipsOf } from './outline.js';
import { SAMPLE } from './surface.js';

type Relief = FormOf<'relief'>;

/** A height in mm and how it climbs along x and y. */
interface Height {
  z: number;
  dx: number;
  dy: number;
}

/** Nothing of the plate stands steeper than this share of a bump's radius. */
const STEEPEST = 0.985;

/** An arch over -half..half whose normal has turned by `angle` at both ends. */
function arch(half: number, angle: number): (x: number) => { z: number; slope: number } {
  if (angle < 1e-3) return () => ({ z: 0, slope: 0 });
  const radius = half / Math.sin(angle);
  return (x) => {
    const at = clamp(x / radius, -STEEPEST, STEEPEST);
    const root = Math.sqrt(1 - at * at);
    return { z: radius * (root - 1), slope: -at / root };
  };
}

/** A bump's profile is (1 - r2) to this power, from crisp feet to ones that flow out. */
const CRISP = 1.15;
const SOFT = 3.2;

/** Height of the plate at (x, y) mm from its middle: a barrel with bumps that flow into it. */
export function heightOf(form: Relief): (x: number, y: number) => Height {
  const [halfW, halfH] = [form.widthMm / 2, form.heightMm / 2];
  const wrap = arch(halfW, rad(form.wrapDeg));
  const crown = arch(halfH, rad(form.crownDeg));
  const barrel = (x: number, y: number): Height => {
    const [w, c] = [wrap(x), crown(y)];
    return { z: w.z + c.z, dx: w.slope, dy: c.slope };
  };
  const power = CRISP + (SOFT - CRISP) * form.softness;
  const bumps = form.bumps.map((b) => {
    const [cx, cy] = [b.x * halfW, b.y * halfH];
    const [rx, ry] = [(b.width * halfW) / 2, (b.height * halfW) / 2];
    const rise = b.rise * halfW;
    const turn = rad(b.rollDeg);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    return (x: number, y: number, h: Height) => {
      const [ex, ey] = [x - cx, y - cy];
      const p = (ex * cos + ey * sin) / rx;
      const q = (ey * cos - ex * sin) / ry;
      const left = 1 - p * p - q * q;
      if (left <= 0) return;
      const steep = -2 * power * rise * left ** (power - 1);
      const [gp, gq] = [(steep * p) / rx, (steep * q) / ry];
      h.z += rise * left ** power;
      h.dx += gp * cos - gq * sin;
      h.dy += gp * sin + gq * cos;
    };
  });
  return (x, y) => {
    const h = barrel(x, y);
    for (const bump of bumps) bump(x, y, h);
    return h;
  };
}

/** Half a breastplate's outline, from the neck down the viewer's right side. */
const CHEST: readonly (readonly [number, number])[] = [
  [0, 0.8], [0.14, 0.82], [0.27, 0.9], [0.36, 1], [0.6, 0.97], [0.74, 0.88], [0.72, 0.7], [0.76, 0.52],
  [0.88, 0.36], [0.97, 0.16], [0.98, -0.1], [0.92, -0.36], [0.84, -0.6], [0.8, -0.82], [0.78, -0.95], [0.4, -0.99], [0, -1],
]; // prettier-ignore
const mirrored = (half: typeof CHEST) =>
  [
    ...half,
    ...half
      .slice(1, -1)
      .reverse()
      .map(([x, y]) => [-x, y] as const),
  ].map(([x, y]) => ({ x, y }));

/** Breastplates, faces, ornament: a plate that curves like a barrel, with smooth bumps that flow into it. */
export const relief: FormDefinition<'relief'> = {
  kind: 'relief',
  label: 'Sculpted plate',
  serves: 'breastplate, mask, ornament',
  defaults: {
    kind: 'relief', widthMm: 16, heightMm: 18, outline: mirrored(CHEST), holes: [], wrapDeg: 60, crownDeg: 26, softness: 0.3,
    bumps: [
      { x: -0.43, y: 0.4, width: 1.08, height: 1.06, rise: 0.22, rollDeg: 14 },
      { x: 0.43, y: 0.4, width: 1.08, height: 1.06, rise: 0.22, rollDeg: -14 },
      { x: 0, y: -0.5, width: 1.8, height: 1.6, rise: 0.13, rollDeg: 0 },
    ],
  }, // prettier-ignore
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    angleDeg('wrapDeg', 'Wraps', { max: 80 }),
    angleDeg('crownDeg', 'Crown', { max: 80 }),
    shareOf('softness', 'Softness', { min: 0.01 }),
  ],
  choices: [],
  model(form) {
    const { rings, says } = drawnRings(form);
    const height = heightOf(form);
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings,
      corners: [],
      edges: lipsOf(rings),
      patches: [
        {
          kind: 'smooth',
          rings,
          grain: null,
          at(x, y, out) {
            const { dx, dy } = height(x, y);
            const long = Math.hypot(dx, dy, 1);
            out[SAMPLE.nx] = -dx / long;
            out[SAMPLE.ny] = -dy / long;
            out[SAMPLE.nz] = 1 / long;
            out[SAMPLE.u] = clamp(0.5 + x / form.widthMm, 0, 1);
            out[SAMPLE.v] = clamp(0.5 + y / form.heightMm, 0, 1);
          },
          peaks: Math.max(1, form.bumps.length),
        },
      ],
      says,
    };
  },
};
