import { describe, expect, test } from '@jest/globals';
import {
  edgePath,
  edgesOf,
  outlineAlongEdges,
  seededRandom,
  snappedToEdge,
  type Point,
} from '../../src/index.js';

const [WIDTH, HEIGHT] = [240, 180];
const MIDDLE: Point = [120, 90];

/** A light shape before a dark ground, with the grain of a photo. */
function picture(inside: (x: number, y: number) => boolean, grain = 1.5) {
  const random = seededRandom(5);
  const data = Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const [x, y] = [(i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5];
    // Four looks into a point: borders are as soft as a camera's.
    const share = [0.25, 0.75].flatMap((u) => [0.25, 0.75].map((v) => inside(x - 0.5 + u, y - 0.5 + v)));
    return 30 + 10 * share.filter(Boolean).length + grain * (2 * random() - 1);
  });
  return { width: WIDTH, height: HEIGHT, channels: 1, data };
}
const ellipse = (x: number, y: number) => ((x - MIDDLE[0]) / 70) ** 2 + ((y - MIDDLE[1]) / 50) ** 2 < 1;
const onEllipse = (turn: number, out = 1): Point => [
  MIDDLE[0] + 70 * out * Math.cos(turn),
  MIDDLE[1] + 50 * out * Math.sin(turn),
];
/** How far a place lies from the ellipse, about. */
const offEllipse = ([x, y]: Point) =>
  Math.abs(Math.hypot((x - MIDDLE[0]) / 70, (y - MIDDLE[1]) / 50) - 1) *
  (Math.hypot(x - MIDDLE[0], y - MIDDLE[1]) || 1);

describe('edges that help a tap', () => {
  const edges = edgesOf(picture(ellipse));

  test('a tap beside an outline goes onto it, to about a point', () => {
    for (let turn = 0; turn < 6.2; turn += 0.37)
      for (const out of [0.92, 1.07])
        expect(offEllipse(snappedToEdge(edges, onEllipse(turn, out), 9))).toBeLessThan(1.5);
  });

  test('where there is no edge within reach it stays', () => {
    expect(snappedToEdge(edges, MIDDLE, 9)).toEqual(MIDDLE);
    expect(snappedToEdge(edges, [4, 4], 9)).toEqual([4, 4]);
    // Beyond the picture there is none either.
    expect(snappedToEdge(edges, [-30, 400], 9)).toEqual([-30, 400]);
  });

  test('an even picture with grain alone has none', () => {
    const even = edgesOf(picture(() => false, 2));
    expect(snappedToEdge(even, MIDDLE, 12)).toEqual(MIDDLE);
  });

  test('the way between two taps follows the outline, and keeps both', () => {
    const [a, b] = [onEllipse(0.2), onEllipse(1.5)];
    const way = edgePath(edges, a, b);
    expect([way[0], way[way.length - 1]]).toEqual([a, b]);
    for (const p of way) expect(offEllipse(p)).toBeLessThan(2.2);
    // The straight way would cut it off by far more.
    expect(offEllipse([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])).toBeGreaterThan(9);
  });

  test('a stronger edge farther inside does not draw it away', () => {
    // A faint outline, and a hard border through its middle.
    const { data, ...size } = picture(ellipse, 0.5);
    const faint = edgesOf({
      ...size,
      data: data.map(
        (v, i) => (v > 50 ? (Math.floor(i / WIDTH) < 90 ? 95 : 15) : 30) - (v > 50 ? 0 : v / 10),
      ),
    });
    const way = edgePath(faint, onEllipse(-2.4), onEllipse(-0.7));
    for (const p of way) expect(offEllipse(p)).toBeLessThan(4);
  });

  test('where nothing is to be followed the way is straight', () => {
    const even = edgesOf(picture(() => false, 0));
    const way = edgePath(even, [20, 20], [90, 20]);
    for (const [, y] of way) expect(Math.abs(y - 20)).toBeLessThan(1);
  });

  test('an outline of six taps covers the ellipse with 97 %, by itself 83 %', () => {
    const taps = Array.from({ length: 6 }, (_, i) => onEllipse((i * Math.PI) / 3 + 0.1));
    const outline = outlineAlongEdges(edges, taps, 180);
    for (const tap of taps) expect(outline).toContainEqual(tap);
    expect(outline.length).toBeLessThan(90);
    expect(outlineAlongEdges(edges, taps, 20).length).toBeLessThanOrEqual(20);
    // Never fewer than the taps.
    expect(outlineAlongEdges(edges, taps, 2)).toEqual(taps);
    const covered = (ring: readonly Point[]) =>
      Math.abs(
        ring.reduce((sum, [x, y], i) => {
          const [u, v] = ring[(i + 1) % ring.length];
          return sum + x * v - u * y;
        }, 0) / 2,
      ) /
      (Math.PI * 70 * 50);
    expect(covered(taps)).toBeLessThan(0.84);
    expect(covered(outline)).toBeGreaterThan(0.97);
    expect(covered(outline)).toBeLessThan(1.03);
  });
});
