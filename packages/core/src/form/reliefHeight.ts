import type { FormOf } from '../piece/index.js';
import { clamp, rad, smoothstep } from '../units/index.js';

type Relief = FormOf<'relief'>;

/** A height in mm and how it climbs along x and y. */
export interface Height {
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

/** How far the two barrels of a forked plate stand apart at its top, as a share of half its width, and where they meet. */
const FORK = { apart: 0.42, meetsAt: -0.45, partedAt: 1, soft: 0.04 } as const;

/** Two barrels above that run together into one: the light on them makes a Y, darkest at its fork. */
function forkedBarrel(
  halfW: number,
  halfH: number,
  angle: number,
): (x: number, y: number, crown: { z: number; slope: number }) => Height {
  const sine = Math.sin(Math.max(angle, 1e-3));
  const soft = FORK.soft * halfW * sine;
  return (x, y, crown) => {
    const t = (y / halfH - FORK.meetsAt) / (FORK.partedAt - FORK.meetsAt);
    const c = FORK.apart * halfW * smoothstep(0, 1, t);
    const inside = t > 0 && t < 1 ? 6 * t * (1 - t) : 0;
    const climbs = (FORK.apart * halfW * inside) / (halfH * (FORK.partedAt - FORK.meetsAt));
    const radius = (halfW - c) / sine;
    const [left, right] = [-1, 1].map((side) => {
      const q = clamp((x - side * c) / radius, -STEEPEST, STEEPEST);
      const root = Math.sqrt(1 - q * q);
      const slope = -q / root;
      return { z: radius * (root - 1), slope, dy: climbs * (-side * slope - (1 / root - 1) / sine) };
    });
    // The higher of the two, rounded off where they meet.
    const apart = left.z - right.z;
    const root = Math.hypot(apart, soft);
    const share = (1 + apart / root) / 2;
    return {
      z: (left.z + right.z + root) / 2 + crown.z,
      dx: share * left.slope + (1 - share) * right.slope,
      dy: share * left.dy + (1 - share) * right.dy + crown.slope,
    };
  };
}

/** A bump's profile is (1 - r2) to this power, from crisp feet to ones that flow out. */
const CRISP = 1.15;
const SOFT = 3.2;

/** Height of the plate at (x, y) mm from its middle: one barrel or two, with bumps that flow into them. */
export function heightOf(form: Relief): (x: number, y: number) => Height {
  const [halfW, halfH] = [form.widthMm / 2, form.heightMm / 2];
  const wrap = arch(halfW, rad(form.wrapDeg));
  const crown = arch(halfH, rad(form.crownDeg));
  const fork = form.barrel === 'forked' ? forkedBarrel(halfW, halfH, rad(form.wrapDeg)) : null;
  const barrel = (x: number, y: number): Height => {
    const c = crown(y);
    if (fork) return fork(x, y, c);
    const w = wrap(x);
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
