import { beforeAll, expect, test } from '@jest/globals';
import {
  edgesOf,
  gaussian,
  lightnessImage,
  outlineAlongEdges,
  seededRandom,
  shotMap,
  snappedToEdge,
  type EdgeImage,
  type PlanRaster,
  type Point,
} from '../../src/index.js';
import { scaleOf } from '../../src/photo/homography.js';
import { inCommon, outlineInPhoto, paintedWarden, WARDEN_SHOT } from './support.js';

const PARTS = ['breastplate', 'pauldron-left', 'greave-left', 'visor', 'blade'];
const TAPS = 8;
/** What a hand is off, and a finger's breadth, in points of the photo. */
const OFF_PX = 2;
const REACH_PX = 9;
const ROUNDS = 3;

let plan: PlanRaster;
let edges: EdgeImage;
beforeAll(() => {
  const painted = paintedWarden();
  plan = painted.plan;
  edges = edgesOf(lightnessImage(painted.photo));
});

/** Places along a closed outline at equal ways, the first at a share of the way between two. */
function along(ring: readonly Point[], count: number, first: number): Point[] {
  const ways = [0];
  for (let i = 1; i < ring.length; i++)
    ways.push(ways[i - 1] + Math.hypot(ring[i][0] - ring[i - 1][0], ring[i][1] - ring[i - 1][1]));
  const whole = ways[ways.length - 1];
  return Array.from(
    { length: count },
    (_, k) => ring[ways.findIndex((w) => w >= ((k + first) / count) * whole)],
  );
}

/** Mean distance of an outline from a drawn one, in points. */
const offBy = (ring: readonly Point[], drawn: readonly Point[]) =>
  ring.reduce((sum, [x, y]) => {
    const all = drawn.map(([ax, ay], i) => {
      const [bx, by] = drawn[(i + 1) % drawn.length];
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      return Math.hypot(x - ax - t * dx, y - ay - t * dy);
    });
    return sum + Math.min(...all);
  }, 0) / ring.length;

test('eight taps round a part of a painted figure draw it better with the edges’ help than without, on every part', () => {
  const random = seededRandom(17);
  const shaky = ([x, y]: Point): Point => [x + OFF_PX * gaussian(random), y + OFF_PX * gaussian(random)];
  const perMm = scaleOf(shotMap(plan, WARDEN_SHOT));
  const mean = { without: 0, helped: 0, withoutMm: 0, helpedMm: 0 };
  for (const id of PARTS) {
    const ring = outlineInPhoto(plan, WARDEN_SHOT, id);
    let [without, helped] = [0, 0];
    for (let round = 0; round < ROUNDS; round++) {
      const taps = along(ring, TAPS, round / ROUNDS).map(shaky);
      const drawn = outlineAlongEdges(
        edges,
        taps.map((t) => snappedToEdge(edges, t, REACH_PX)),
        180,
      );
      without += inCommon(ring, taps) / ROUNDS;
      helped += inCommon(ring, drawn) / ROUNDS;
      mean.withoutMm += offBy(ring, taps) / perMm / ROUNDS / PARTS.length;
      mean.helpedMm += offBy(ring, drawn) / perMm / ROUNDS / PARTS.length;
    }
    expect(helped).toBeGreaterThan(without);
    mean.without += without / PARTS.length;
    mean.helped += helped / PARTS.length;
  }
  expect(mean.helped).toBeGreaterThan(0.88);
  expect(mean.helped - mean.without).toBeGreaterThan(0.03);
  expect(mean.helpedMm).toBeLessThan(0.75 * mean.withoutMm);
});
