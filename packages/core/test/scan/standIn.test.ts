import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BREASTPLATE,
  cardMarks,
  CARD_GREY,
  CARD_WHITE,
  featherHalf,
  hexToLinear,
  HERON_FEATHERS,
  lampRound,
  LINEAR_OF_BYTE,
  MILD,
  MILD_DESK,
  NO_TROUBLE,
  paintSpectrum,
  standInBenchOf,
  standInSculpt,
  standInSculpts,
  standInSeries,
  swatchPhoto,
  trueNormal,
  type StandInPhoto,
  type SwatchConditions,
} from '../../src/index.js';

const dome = standInSculpt('dome');
/** Linear green of a point. */
const green = ({ width, rgba }: StandInPhoto, x: number, y: number) =>
  LINEAR_OF_BYTE[rgba[(Math.round(y) * width + Math.round(x)) * 4 + 1]];

describe('sculpts of the stand-in', () => {
  test.each(standInSculpts.map((s) => [s.id, s] as const))(
    '%s has a height inside its size, none outside, and normals that face the eye',
    (_, s) => {
      expect(standInSculpt(s.id)).toBe(s);
      let inside = 0;
      for (let i = 0; i < 400; i++) {
        const [x, y] = [
          ((i % 20) / 19 - 0.5) * 1.4 * s.widthMm,
          (Math.floor(i / 20) / 19 - 0.5) * 1.4 * s.heightMm,
        ];
        const out = Math.abs(x) > s.widthMm / 2 + 0.5 || Math.abs(y) > s.heightMm / 2 + 0.5;
        const z = s.heightAt(x, y);
        if (out) expect(z).toBeNull();
        if (z === null) continue;
        inside++;
        const n = trueNormal(s, x, y);
        if (!n) continue;
        expect(n[2]).toBeGreaterThan(0);
        expect(Math.hypot(...n)).toBeCloseTo(1, 6);
      }
      expect(inside).toBeGreaterThan(40);
    },
  );

  test('one that there is not is refused by name', () =>
    expect(() => standInSculpt('teapot')).toThrow(/teapot/));

  test('the dome is a dome, its normals those of its own slope', () => {
    const h = 1e-3;
    for (const [x, y] of [
      [0, 0],
      [1.5, 0.5],
      [-1, -2],
    ]) {
      const slope = (dx: number, dy: number) =>
        (dome.heightAt(x + dx, y + dy)! - dome.heightAt(x - dx, y - dy)!) / (2 * h);
      const [nx, ny, nz] = trueNormal(dome, x, y)!;
      expect(-nx / nz).toBeCloseTo(slope(h, 0), 1);
      expect(-ny / nz).toBeCloseTo(slope(0, h), 1);
    }
  });

  test('feathers taper to their tips and stay within their width', () => {
    for (const feather of HERON_FEATHERS)
      for (let t = 0; t <= 1; t += 0.05) {
        expect(featherHalf(feather, t)).toBeGreaterThanOrEqual(0);
        expect(featherHalf(feather, t)).toBeLessThanOrEqual(feather.halfMm * 1.001);
      }
    expect(BREASTPLATE).toBeDefined();
  });
});

describe('the stand-in bench', () => {
  test('has room for sculpt and ball side by side, at any sharpness', () => {
    fc.assert(
      fc.property(fc.constantFrom(...standInSculpts), fc.integer({ min: 3, max: 12 }), (s, pxPerMm) => {
        const { width, height, ball, middle } = standInBenchOf(s, pxPerMm, 0.2);
        expect(ball.x + ball.r).toBeLessThanOrEqual(width);
        expect(ball.y + ball.r).toBeLessThanOrEqual(height);
        const right = width / 2 + (s.widthMm / 2 - middle[0]) * pxPerMm;
        expect(right).toBeLessThan(ball.x - ball.r);
      }),
    );
  });

  test('lamps go round the piece at changing heights, the same for the same seed', () => {
    for (const count of [4, 6, 8]) {
      const lamps = lampRound(count, 3);
      expect(lamps).toEqual(lampRound(count, 3));
      expect(lamps).not.toEqual(lampRound(count, 4));
      const turns = lamps.map(([x, y]) => Math.atan2(y, x)).sort((a, b) => a - b);
      turns.forEach((t, i) => {
        const next = i + 1 < count ? turns[i + 1] : turns[0] + 2 * Math.PI;
        expect(next - t).toBeLessThan((2 * Math.PI * 1.6) / count);
      });
      for (const lamp of lamps) {
        expect(Math.hypot(...lamp)).toBeCloseTo(1, 9);
        expect(lamp[2]).toBeGreaterThan(Math.sin((30 * Math.PI) / 180));
      }
    }
  });

  test('a photo without trouble is Lambert’s law: light by how squarely the lamp is met', () => {
    const { bench, photos, lamps } = standInSeries(dome, {
      pxPerMm: 8,
      photos: 4,
      conditions: NO_TROUBLE,
      seed: 2,
    });
    photos.forEach((photo, k) => {
      const at = (x: number, y: number) =>
        green(
          photo,
          bench.width / 2 + (x - bench.middle[0]) * 8 - 0.5,
          bench.height / 2 - (y - bench.middle[1]) * 8 - 0.5,
        );
      const law = (x: number, y: number) => {
        const n = trueNormal(dome, x, y)!;
        return Math.max(0, n[0] * lamps[k][0] + n[1] * lamps[k][1] + n[2] * lamps[k][2]);
      };
      const places = [
        [0, 0],
        [1, 1],
        [-1.2, 0.4],
        [0.3, -1.4],
      ].filter(([x, y]) => law(x, y) > 0.3);
      const gains = places.map(([x, y]) => at(x, y) / law(x, y));
      for (const g of gains) expect(Math.abs(g / gains[0] - 1)).toBeLessThan(0.06);
    });
  });

  test('trouble changes the photos, the same seed makes the same ones, and each is told when it is done', () => {
    const take = (seed: number) => {
      const done: number[] = [];
      const series = standInSeries(dome, {
        pxPerMm: 4,
        photos: 4,
        conditions: MILD,
        seed,
        onPhoto: (n) => void done.push(n),
      });
      expect(done).toEqual([1, 2, 3, 4]);
      return series.photos.map((p) => [...p.rgba.slice(0, 4000)]);
    };
    expect(take(5)).toEqual(take(5));
    expect(take(5)).not.toEqual(take(6));
  });
});

describe('the stand-in photo of a card of paint', () => {
  const plain: SwatchConditions = { ...MILD_DESK, warmth: 0, slope: 0, haze: 0, noise: 0, exposure: 0.9 };
  const hexes = ['#1b3a5c', '#f0d878', '#8f2a24', '#9ba5ac', '#101010', '#f4f4f0', '#c08a34'];
  const dots = hexes.map((hex) => ({ r: paintSpectrum(hex) }));
  const photo = swatchPhoto(dots, plain, 1);
  const marks = cardMarks(dots.length);

  test('has every dot where its mark says, in its own colour beside the white of the card', () => {
    const white = [0, 1, 2].map(
      (c) =>
        LINEAR_OF_BYTE[
          photo.rgba[(Math.round(marks.white[1]) * photo.width + Math.round(marks.white[0])) * 4 + c]
        ],
    );
    hexes.forEach((hex, i) => {
      const [x, y] = marks.dots[i].map(Math.round);
      hexToLinear(hex).forEach((meant, c) => {
        const seen = LINEAR_OF_BYTE[photo.rgba[(y * photo.width + x) * 4 + c]] / white[c];
        const card = hexToLinear(CARD_WHITE)[c];
        expect(Math.abs(seen * card - meant)).toBeLessThan(0.03);
      });
    });
  });

  test('has its grey patch, and room for as many dots as are asked', () => {
    const [x, y] = marks.grey!.map(Math.round);
    const [white] = [marks.white.map(Math.round)];
    const ratio = green(photo, x, y) / green(photo, white[0], white[1]);
    expect(Math.abs(ratio - hexToLinear(CARD_GREY)[1] / hexToLinear(CARD_WHITE)[1])).toBeLessThan(0.03);
    for (const count of [1, 6, 7, 30]) {
      const { width, height } = swatchPhoto(Array(count).fill(dots[0]), plain, 1);
      for (const [cx, cy] of cardMarks(count).dots) {
        expect(cx).toBeLessThan(width);
        expect(cy).toBeLessThan(height);
      }
    }
  });

  test('a warm lamp makes it warmer, a lamp at one side leans it', () => {
    const warm = swatchPhoto(dots, { ...plain, warmth: 0.3 }, 1);
    const [x, y] = marks.white.map(Math.round);
    const channel = (p: StandInPhoto, c: number) => LINEAR_OF_BYTE[p.rgba[(y * p.width + x) * 4 + c]];
    expect(channel(warm, 0) / channel(warm, 2)).toBeGreaterThan(
      1.1 * (channel(photo, 0) / channel(photo, 2)),
    );
    const leaning = swatchPhoto(dots, { ...plain, slope: 0.4 }, 1);
    const edge = leaning.height - 60;
    expect(green(leaning, leaning.width - 60, edge)).toBeLessThan(0.8 * green(leaning, 60, 60));
  });
});
