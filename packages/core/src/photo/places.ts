import type { PlanLevel, PlanRaster } from './planRaster.js';

/** Which part each point of a level shows, and how deep inside it lies. */
export interface Places {
  /** By its place in the piece; -1 for none or a border between two. */
  readonly of: Int16Array;
  readonly count: number;
  /** Points to the nearest border of the part, up to `DEEPEST`; 0 on the border itself. */
  readonly depth: Uint8Array;
}

/** Deeper than this is not told. */
export const DEEPEST = 24;

/** The places of a plan's parts on one of its levels. */
export function placesOn(plan: PlanRaster, level: PlanLevel): Places {
  const { width: w, height: h } = level;
  const by = plan.picture.pxPerMm / level.pxPerMm;
  const of = new Int16Array(w * h).fill(-1);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = y * w + x;
      if (level.alpha[i] < 0.95) continue;
      const px = Math.floor((x + 0.5 - w / 2) * by + plan.picture.width / 2);
      const py = Math.floor((y + 0.5 - h / 2) * by + plan.picture.height / 2);
      of[i] = plan.part[py * plan.picture.width + px];
    }
  const depth = new Uint8Array(w * h);
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x;
      if (of[i] < 0) continue;
      let same = true;
      for (let dy = -w; dy <= w && same; dy += w)
        same = of[i + dy - 1] === of[i] && of[i + dy] === of[i] && of[i + dy + 1] === of[i];
      depth[i] = same ? DEEPEST : 0;
    }
  const least = (i: number, steps: readonly number[]) => {
    if (depth[i] === 0) return;
    for (const s of steps) if (depth[i + s] + 1 < depth[i]) depth[i] = depth[i + s] + 1;
  };
  const before = [-w - 1, -w, -w + 1, -1];
  const behind = before.map((s) => -s);
  for (let i = w + 1; i < depth.length - w - 1; i++) least(i, before);
  for (let i = depth.length - w - 2; i > w; i--) least(i, behind);
  return { of, count: plan.parts.length, depth };
}

/** Points of each part that lie at least so deep inside it. */
export function pointsOf({ of, count, depth }: Places, deep: number): number[][] {
  const out: number[][] = Array.from({ length: count }, () => []);
  for (let i = 0; i < of.length; i++) if (of[i] >= 0 && depth[i] >= deep) out[of[i]].push(i);
  return out;
}

/** Steps from a point of a raster to itself and eight about it. */
export const stepsAbout = (far: number, width: number): number[] =>
  [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => far * (dx + width * dy)));
