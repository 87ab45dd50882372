import type { Vec3 } from '../units/index.js';
import { lampPlaced } from './lamps.js';
import { CLIPPED, median, type LuminanceImage } from './luminanceImage.js';
import { boardOf } from './board.js';
import type { Sample } from './samples.js';

const NEAREST_MM = 90;
/** Beyond this a lamp's light is as good as even. */
const FARTHEST_MM = 2500;
const STEPS = 24;
const LEAST_BOARD = 60;
/** Share of the board's points that are believed. */
const TRUSTED = 0.66;
/** A near lamp must explain this much more than a far one: noise alone prefers one. */
const CLEARLY = 0.9;

/**
 * Distance of the lamps in mm by how their light falls off over the board behind the miniature: one flat sheet of one
 * brightness, parallel to the picture, is lit as cos / distance^2, so its shading tells where the lamp stands once its
 * direction is known.
 * @returns null for lamps so far that it cannot be told, or where too little of the board is seen
 */
export function foundDistance(
  images: readonly LuminanceImage[],
  samples: readonly Sample[],
  fromBall: readonly Vec3[],
  ballMm: Vec3,
  ambient: number,
  use: readonly boolean[],
): number | null {
  const board = boardOf(images, samples, use);
  if (board.length < LEAST_BOARD) return null;
  const leftOver = (away: number | null) => {
    const all: number[] = [];
    images.forEach((image, k) => {
      if (!use[k]) return;
      const t = lampPlaced(fromBall[k], ballMm, away);
      const ratios: number[] = [];
      for (const s of board) {
        const v = image.light[s.i];
        if (v >= CLIPPED) continue;
        let lit = t[2];
        if (away !== null) {
          const dx = t[0] * away - s.x;
          const dy = t[1] * away - s.y;
          const dz = t[2] * away;
          const far2 = dx * dx + dy * dy + dz * dz;
          lit = (dz * away * away) / (far2 * Math.sqrt(far2));
        }
        // The room's light is about the same everywhere: its share of the square-on light goes into both.
        ratios.push(v / (lit + ambient));
      }
      const usual = median(ratios);
      for (const r of ratios) all.push(Math.abs(r / usual - 1));
    });
    // Points in the miniature's shadow, and at its rim, say nothing of the fall-off: the worst third is left out.
    const kept = all.sort((a, b) => a - b).slice(0, Math.ceil(TRUSTED * all.length));
    return kept.reduce((s, v) => s + v * v, 0) / Math.max(1, kept.length);
  };
  const even = leftOver(null);
  let best: { away: number; left: number } | null = null;
  const seen = (away: number) => {
    const left = leftOver(away);
    if (!best || left < best.left) best = { away, left };
  };
  for (let i = 0; i <= STEPS; i++) seen(NEAREST_MM * (FARTHEST_MM / NEAREST_MM) ** (i / STEPS));
  for (const by of [0.95, 0.975, 1.025, 1.05].map((f) => f * best!.away)) seen(by);
  const { away, left } = best!;
  return left < CLEARLY * even && away < 0.9 * FARTHEST_MM ? Math.round(away) : null;
}
