import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  colourEdges,
  inRing,
  RefusedInput,
  regionFromStrokes,
  type EdgeImage,
  type Image,
  type PlanRaster,
  type Point,
  type Stroke,
} from '../../src/index.js';
import { inCommon, outlineInPhoto, paintedWarden, WARDEN_SHOT } from './support.js';

const through = (...points: Point[]): Stroke => ({ points, leftOut: false });
const beside = (...points: Point[]): Stroke => ({ points, leftOut: true });

const PARTS = ['breastplate', 'pauldron-left', 'greave-left', 'visor', 'crown'];

let plan: PlanRaster;
let edges: EdgeImage;
beforeAll(() => {
  const painted = paintedWarden();
  plan = painted.plan;
  edges = colourEdges(painted.photo);
});

/** What is seen of a part, in points of the photo: its outline, and strokes that a painter would draw in it. */
function partOf(id: string) {
  const outline = outlineInPhoto(plan, WARDEN_SHOT, id);
  // From side to side and from end to end, well inside: rows and columns through the middle.
  const xs = outline.map((p) => p[0]);
  const ys = outline.map((p) => p[1]);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const at = (u: number, v: number): Point => [left + u * (right - left), top + v * (bottom - top)];
  const inside = (p: Point) => inRing(outline as unknown as number[][], p[0], p[1]);
  const line = (from: Point, to: Point) =>
    Array.from({ length: 12 }, (_, i): Point => [
      from[0] + ((to[0] - from[0]) * i) / 11,
      from[1] + ((to[1] - from[1]) * i) / 11,
    ]).filter(inside);
  return { outline, stroke: [...line(at(0.5, 0.2), at(0.5, 0.8)), ...line(at(0.25, 0.5), at(0.75, 0.5))] };
}

describe('a stroke in a part of a painted figure', () => {
  test('finds most of it, as well as eight taps round it would', () => {
    const shares = PARTS.map((id) => {
      const { outline, stroke } = partOf(id);
      return inCommon(outline, regionFromStrokes(edges, [through(...stroke)]));
    });
    expect(Math.min(...shares)).toBeGreaterThan(0.7);
    expect(shares.reduce((t, v) => t + v, 0) / shares.length).toBeGreaterThan(0.82);
  });

  test('drawn once more, after a little more of the part, finds no less', () => {
    const { outline, stroke } = partOf('breastplate');
    const half = stroke.slice(0, Math.ceil(stroke.length / 2));
    expect(inCommon(outline, regionFromStrokes(edges, [through(...stroke)]))).toBeGreaterThan(
      inCommon(outline, regionFromStrokes(edges, [through(...half)])) - 0.05,
    );
  });
});

/** A square of another colour, as light as its ground: light alone does not tell it. */
const square: Image = {
  width: 120,
  height: 90,
  channels: 3,
  data: Float32Array.from({ length: 120 * 90 * 3 }, (_, i) => {
    const [x, y, k] = [Math.floor(i / 3) % 120, Math.floor(i / 360), i % 3];
    const inside = x >= 40 && x < 80 && y >= 25 && y < 65;
    return inside ? [0.42, 0.12, 0.12][k] : [0.12, 0.21, 0.25][k];
  }),
};

describe('a region from a stroke', () => {
  test('ends where the colour does, though the light does not', () => {
    const ring = regionFromStrokes(colourEdges(square), [through([46, 31], [74, 31], [46, 59], [74, 59])]);
    const corners: Point[] = [
      [40, 25],
      [80, 25],
      [80, 65],
      [40, 65],
    ];
    expect(inCommon(corners, ring)).toBeGreaterThan(0.9);
    expect(ring.length).toBeLessThanOrEqual(60);
  });

  test('holds the stroke, and goes no farther from it than its length allows', () => {
    const even: Image = { ...square, data: square.data.map(() => 0.3) };
    const ring = regionFromStrokes(colourEdges(even), [through([50, 45], [70, 45])]);
    expect(inRing(ring as unknown as number[][], 60, 45)).toBe(true);
    for (const [x, y] of ring) expect(Math.hypot(x - 60, y - 45)).toBeLessThan(40);
  });

  test('beside the photo there is none', () => {
    expect(() => regionFromStrokes(colourEdges(square), [through([-30, 400])])).toThrow(RefusedInput);
  });

  const even = colourEdges({ ...square, data: square.data.map(() => 0.3) });
  const inIt = (ring: Point[], x: number, y: number) => inRing(ring as unknown as number[][], x, y);

  test('goes over nothing that was stroked to be left out', () => {
    const line = through([50, 45], [70, 45]);
    expect(inIt(regionFromStrokes(even, [line]), 60, 50)).toBe(true);
    const cut = regionFromStrokes(even, [line, beside([40, 49], [80, 49])]);
    expect(inIt(cut, 60, 45)).toBe(true);
    for (const y of [49, 50, 51]) expect(inIt(cut, 60, y)).toBe(false);
  });

  test('where strokes of both kinds cross, the newer holds', () => {
    const [line, over] = [through([50, 45], [70, 45]), beside([60, 38], [60, 52])];
    expect(inIt(regionFromStrokes(even, [over, line]), 60, 45)).toBe(true);
    expect(inIt(regionFromStrokes(even, [line, over]), 60, 45)).toBe(false);
  });

  test('takes two strokes as two, and nothing for the way between them', () => {
    const strokes = [through([46, 31], [74, 31]), through([46, 59], [74, 59])];
    const wall = beside([46, 45], [74, 45]);
    const ring = regionFromStrokes(colourEdges(square), [...strokes, wall]);
    expect(inIt(ring, 60, 45)).toBe(false);
  });
});
