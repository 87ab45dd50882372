import { medianOf, quantile } from '../../src/units/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { lightnessImage, linearImage, seededRandom, shrunk } from '../../src/index.js';
import { blurred, pyramidOf, shrunkTo } from '../../src/photo/image.js';
import { runs } from '../support.js';

/** A picture of one channel of random numbers. */
function noise(width: number, height: number, seed = 1) {
  const random = seededRandom(seed);
  const data = Float32Array.from({ length: width * height }, random);
  return { width, height, channels: 1, data };
}
const mean = (values: Float32Array) => values.reduce((a, b) => a + b, 0) / values.length;

describe('a blurred picture', () => {
  test('spreads a point as widely as was asked, alike to all sides, each channel by itself', () => {
    const width = 41;
    const data = new Float32Array(width * width * 2);
    data[2 * (20 * width + 20)] = 1;
    for (const sigma of [0.8, 1.5, 3]) {
      const soft = blurred({ width, height: width, channels: 2, data }, sigma);
      let [sum, x2, y2] = [0, 0, 0];
      for (let i = 0; i < width * width; i++) {
        const v = soft.data[2 * i];
        sum += v;
        x2 += v * ((i % width) - 20) ** 2;
        y2 += v * (Math.floor(i / width) - 20) ** 2;
        expect(soft.data[2 * i + 1]).toBe(0);
      }
      expect(sum).toBeCloseTo(1, 5);
      expect(x2).toBeCloseTo(y2, 5);
      // A twentieth of the spread lies beyond where the kernel is cut off.
      expect(Math.abs(Math.sqrt(x2) / sigma - 1)).toBeLessThan(0.06);
    }
  });

  test('stays even to its edges, and as it is where no blur is asked for', () => {
    const even = { width: 9, height: 7, channels: 3, data: new Float32Array(189).fill(0.4) };
    for (const v of blurred(even, 2).data) expect(v).toBeCloseTo(0.4, 6);
    expect(blurred(even, 0)).toBe(even);
  });
});

describe('a picture made smaller', () => {
  test('by a whole number is the mean of what each point covers', () => {
    const picture = noise(12, 8);
    const half = shrunk(picture, 2);
    expect([half.width, half.height]).toEqual([6, 4]);
    for (let y = 0; y < 4; y++)
      for (let x = 0; x < 6; x++) {
        const at = (dx: number, dy: number) => picture.data[(2 * y + dy) * 12 + 2 * x + dx];
        expect(half.data[y * 6 + x]).toBeCloseTo((at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4, 5);
      }
  });

  test('by any number keeps its mean light, and an even one stays even', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 4, noNaN: true }), fc.nat(50), (by, seed) => {
        const even = { width: 40, height: 30, channels: 1, data: new Float32Array(1200).fill(0.37) };
        for (const v of shrunk(even, by).data) expect(v).toBeCloseTo(0.37, 5);
        expect(Math.abs(mean(shrunk(noise(40, 30, seed), by).data) - 0.5)).toBeLessThan(0.06);
      }),
      { numRuns: runs(25) },
    );
  });

  test('is not shifted: what is in its middle stays there', () => {
    const width = 61;
    const data = new Float32Array(width * width);
    for (let y = 0; y < width; y++)
      for (let x = 0; x < width; x++) data[y * width + x] = Math.exp(-((x - 30) ** 2 + (y - 30) ** 2) / 60);
    const small = shrunk({ width, height: width, channels: 1, data }, 2.6);
    let [sx, sy, sum] = [0, 0, 0];
    small.data.forEach((v, i) => {
      sx += v * ((i % small.width) + 0.5);
      sy += v * (Math.floor(i / small.width) + 0.5);
      sum += v;
    });
    expect(sx / sum).toBeCloseTo(small.width / 2, 2);
    expect(sy / sum).toBeCloseTo(small.height / 2, 2);
  });

  test('never grows, and comes in halves down to what is asked', () => {
    const picture = noise(200, 120);
    expect(shrunk(picture, 0.5).width).toBe(200);
    expect(shrunkTo(picture, 500).width).toBe(200);
    expect(shrunkTo(picture, 50).width).toBe(50);
    expect(pyramidOf(picture, 30).map((p) => p.width)).toEqual([200, 100, 50, 25]);
  });
});

describe('a picture in numbers', () => {
  test('is linear light from bytes, and L* from that', () => {
    const rgba = Uint8ClampedArray.from([0, 0, 0, 255, 255, 255, 255, 0, 119, 119, 119, 9]);
    const linear = linearImage(rgba, 3, 1);
    expect([...linear.data.slice(0, 3)]).toEqual([0, 0, 0]);
    expect(linear.data[3]).toBeCloseTo(1, 6);
    // The middle grey of the sRGB chart: L* 50.0.
    const [black, white, grey] = lightnessImage(linear).data;
    expect(black).toBeCloseTo(0, 4);
    expect(white).toBeCloseTo(100, 2);
    expect(Math.abs(grey - 50)).toBeLessThan(0.2);
  });
});

test('shares of numbers lie between neighbours in proportion', () => {
  expect(quantile([3, 1, 2], 0)).toBe(1);
  expect(quantile([3, 1, 2], 1)).toBe(3);
  expect(quantile([3, 1, 2, 4], 0.5)).toBe(2.5);
  expect(quantile([0, 10], 0.3)).toBeCloseTo(3, 12);
  expect(medianOf([5])).toBe(5);
  expect(quantile([], 0.5)).toBeNaN();
});
