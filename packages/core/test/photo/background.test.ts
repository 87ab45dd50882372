import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../../src/index.js';
import { backgroundOf, CARD_Y, flattened } from '../../src/photo/background.js';
import { figureMask, momentsOf, shavings } from '../../src/photo/figure.js';
import type { Image } from '../../src/photo/image.js';
import { runs } from '../support.js';

const [WIDTH, HEIGHT] = [160, 120];

interface Desk {
  /** Light of the paper at a share of width and height. */
  readonly light?: (x: number, y: number) => number;
  readonly cast?: readonly [number, number, number];
  /** Linear light of a figure; null where the paper shows. */
  readonly figure?: (x: number, y: number) => readonly [number, number, number] | null;
  readonly noise?: number;
}

/** A figure before lit paper, in linear light. */
function desk({ light = () => 0.5, cast = [1, 1, 1], figure = () => null, noise = 0.01 }: Desk = {}): Image {
  const random = seededRandom(3);
  const data = new Float32Array(WIDTH * HEIGHT * 3);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const [u, v] = [(x + 0.5) / WIDTH, (y + 0.5) / HEIGHT];
      const own = figure(x, y);
      for (let c = 0; c < 3; c++) {
        const bare = light(u, v) * cast[c];
        data[(y * WIDTH + x) * 3 + c] = (own ? own[c] * bare : bare) * (1 + noise * (2 * random() - 1));
      }
    }
  return { width: WIDTH, height: HEIGHT, channels: 3, data };
}
const leaning = (x: number, y: number) => 0.3 * Math.exp(0.5 * x - 0.4 * y + 0.3 * x * y);
/** A disc in the middle, dark on the left, light on the right. */
const disc = (x: number, y: number): readonly [number, number, number] | null =>
  Math.hypot(x - 80, y - 60) > 30 ? null : x < 80 ? [0.1, 0.1, 0.11] : [1.7, 1.6, 1.5];

describe('what stands behind a figure', () => {
  test('is found under a leaning light of any colour, with a figure before it', () => {
    const cast = [1.2, 1, 0.7] as const;
    const found = backgroundOf(desk({ light: leaning, cast, figure: disc }));
    for (const [x, y] of [
      [0.1, 0.1],
      [0.5, 0.5],
      [0.9, 0.8],
    ])
      for (let c = 0; c < 3; c++)
        expect(Math.abs(found.at(x, y, c) / (leaning(x, y) * cast[c]) - 1)).toBeLessThan(0.04);
  });

  test('tells how far the paper strays from it: more where it is rough', () => {
    const [smooth, rough] = [backgroundOf(desk({ noise: 0.01 })), backgroundOf(desk({ noise: 0.25 }))];
    expect(rough.spread).toBeGreaterThan(1.5 * smooth.spread);
    expect(rough.spread).toBeLessThanOrEqual(0.12);
  });

  test('set to a grey card’s, leaves paper grey and even, and the figure beside it as it was', () => {
    const image = desk({ light: leaning, cast: [1.2, 1, 0.7], figure: disc, noise: 0 });
    const { data } = flattened(image, backgroundOf(image));
    const at = (x: number, y: number) => [0, 1, 2].map((c) => data[(y * WIDTH + x) * 3 + c]);
    for (const [x, y] of [
      [8, 8],
      [150, 8],
      [80, 110],
    ])
      for (const v of at(x, y)) expect(Math.abs(v / CARD_Y - 1)).toBeLessThan(0.05);
    at(95, 60).forEach((v, c) => expect(Math.abs(v / (CARD_Y * [1.7, 1.6, 1.5][c]) - 1)).toBeLessThan(0.06));
  });
});

describe('where a figure stands', () => {
  const maskOf = (d: Desk) => {
    const image = desk(d);
    const found = backgroundOf(image);
    return figureMask(flattened(image, found), found.spread);
  };
  const area = (inside: Uint8Array) => inside.reduce((n, v) => n + v, 0);

  test('is its outline to about a point, dark side and light side alike', () => {
    const mask = maskOf({ light: leaning, figure: disc });
    expect(Math.abs(area(mask.inside) / (Math.PI * 30 ** 2) - 1)).toBeLessThan(0.06);
    const m = momentsOf(mask.inside, WIDTH);
    expect(Math.hypot(m.x - 80, m.y - 60)).toBeLessThan(1);
  });

  test('holes in it are filled, dust beside it is left out, a soft shadow is none of it', () => {
    const mask = maskOf({
      figure: (x, y) => {
        const off = Math.hypot(x - 80, y - 60);
        // A ring, of which the middle shows the paper; a speck; a shadow that keeps the colour of the paper.
        if (off < 30 && off > 10) return [0.1, 0.1, 0.11];
        if (Math.hypot(x - 20, y - 20) < 2) return [0.1, 0.1, 0.1];
        return x > 112 && x < 130 && y > 60 && y < 80 ? [0.75, 0.75, 0.75] : null;
      },
    });
    expect(mask.inside[60 * WIDTH + 80]).toBe(1);
    expect(mask.inside[20 * WIDTH + 20]).toBe(0);
    expect(mask.inside[70 * WIDTH + 121]).toBe(0);
    expect(Math.abs(area(mask.inside) / (Math.PI * 30 ** 2) - 1)).toBeLessThan(0.08);
  });

  test('bare paper holds nothing worth the name', () => {
    expect(area(maskOf({ light: leaning }).inside)).toBeLessThan(0.01 * WIDTH * HEIGHT);
  });
});

describe('the shape of a figure', () => {
  test('turns with it, and moves with it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1.4, max: 1.4, noNaN: true }),
        fc.integer({ min: -12, max: 12 }),
        (turn, by) => {
          const inside = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
            const [dx, dy] = [(i % WIDTH) - 80 - by, Math.floor(i / WIDTH) - 60];
            const [u, v] = [
              dx * Math.cos(turn) + dy * Math.sin(turn),
              -dx * Math.sin(turn) + dy * Math.cos(turn),
            ];
            return (u / 40) ** 2 + (v / 15) ** 2 < 1 ? 1 : 0;
          });
          const m = momentsOf(inside, WIDTH);
          expect(Math.abs(m.x - 80 - by)).toBeLessThan(0.5);
          expect(Math.abs(m.angleRad - turn)).toBeLessThan(0.03);
          // Of an ellipse the second moments are a quarter of its half axes squared.
          expect(m.spread).toBeCloseTo(Math.sqrt((40 ** 2 + 15 ** 2) / 4), 0);
        },
      ),
      { numRuns: runs(12) },
    );
  });

  test('is cut down from each of its four sides to the share that is asked', () => {
    const inside = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
      i % WIDTH >= 40 && i % WIDTH < 120 && i >= 20 * WIDTH && i < 100 * WIDTH ? 1 : 0,
    );
    const cut = shavings({ width: WIDTH, height: HEIGHT, inside }, 0.5);
    expect(cut).toHaveLength(4);
    const whole = inside.reduce((n, v) => n + v, 0);
    for (const { inside: part } of cut) {
      const kept = part.reduce((n, v) => n + v, 0);
      expect(Math.abs(kept / whole - 0.5)).toBeLessThan(0.03);
      expect(part.findIndex((v, i) => v > inside[i])).toBe(-1);
    }
    const middles = cut.map(({ inside: part }) => momentsOf(part, WIDTH));
    expect(middles[0].y).toBeLessThan(middles[1].y);
    expect(middles[2].x).toBeLessThan(middles[3].x);
  });
});
