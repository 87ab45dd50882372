import { describe, expect, test } from '@jest/globals';
import {
  angleBetween,
  lampRound,
  normalise,
  seededRandom,
  type LuminanceImage,
  type Vec3,
} from '../../src/index.js';
import { leaveOneOut, judgedAll, judgedAlone, type LeaveOneOutInput } from '../../src/scan/leaveOneOut.js';
import { exposures } from '../../src/scan/exposures.js';
import { convergeLamps } from '../../src/scan/convergeLamps.js';
import type { Sample } from '../../src/scan/samples.js';
import { lampsSquaredToBoard } from '../../src/scan/lampsSquaredToBoard.js';

const [WIDTH, HEIGHT] = [72, 60];
const PX_PER_MM = 3;
const PRIMER = 0.6;

interface Shot {
  readonly lamp: Vec3;
  readonly gain?: number;
  readonly sheen?: number;
}

/** A round sculpt on a card, without noise: its normals, and photos of it. */
function normalAt(c: number, r: number): Vec3 {
  const [x, y] = [(c + 0.5 - WIDTH / 2) / 20, (HEIGHT / 2 - r - 0.5) / 20];
  const q = x * x + y * y;
  return q > 0.97 ? [0, 0, 1] : [x, y, Math.sqrt(1 - q)];
}
function photoOf({ lamp, gain = 1, sheen = 0 }: Shot): LuminanceImage {
  const half = normalise([lamp[0], lamp[1], lamp[2] + 1]);
  const light = new Float32Array(WIDTH * HEIGHT);
  for (let r = 0, i = 0; r < HEIGHT; r++)
    for (let c = 0; c < WIDTH; c++, i++) {
      const n = normalAt(c, r);
      const flat = n[2] === 1;
      const falls = Math.max(0, n[0] * lamp[0] + n[1] * lamp[1] + n[2] * lamp[2]);
      const shine = flat ? 0 : sheen * Math.max(0, n[0] * half[0] + n[1] * half[1] + n[2] * half[2]) ** 18;
      light[i] = Math.min(0.94, gain * (flat ? 0.6 : 1) * PRIMER * (falls + shine));
    }
  return { width: WIDTH, height: HEIGHT, light };
}
const samples: Sample[] = [];
for (let r = 1; r < HEIGHT; r += 2)
  for (let c = 1; c < WIDTH; c += 2)
    samples.push({
      i: r * WIDTH + c,
      x: (c + 0.5 - WIDTH / 2) / PX_PER_MM,
      y: (HEIGHT / 2 - r - 0.5) / PX_PER_MM,
      z: 0,
    });

const lamps = lampRound(8, 3);
const all = lamps.map(() => true);
const bench = (shots: readonly Shot[]): LeaveOneOutInput => ({
  images: shots.map(photoOf),
  samples,
  placed: lamps,
  awayMm: null,
});
const sound = lamps.map((lamp): Shot => ({ lamp }));
const quiet = () => undefined;

describe('photos judged by each other', () => {
  test('of a sound series every light lies where the ball shows it, and nothing shines', () => {
    const judging = bench(sound);
    const judged = judgedAll(judging, all, quiet);
    for (const j of judged) {
      expect(j!.offDeg).toBeLessThan(3);
      expect(Math.abs(j!.gloss)).toBeLessThan(0.1);
      expect(j!.strength).toBeGreaterThan(0.8);
      expect(j!.strength).toBeLessThan(1.25);
    }
    expect(leaveOneOut(judging, all, judged, quiet)).toBeNull();
  });

  test.each([1, 4, 6])('a lamp that stood elsewhere is found by how far off it is, photo %d', (k) => {
    const false_: Vec3 = normalise([-lamps[k][1] * 0.9, lamps[k][0] * 0.9, 0.6]);
    const judging = bench(sound.map((s, i) => (i === k ? { lamp: false_ } : s)));
    const judged = judgedAll(judging, all, quiet);
    expect(Math.abs(judged[k]!.offDeg - angleBetween(false_, lamps[k]))).toBeLessThan(6);
    const doubt = leaveOneOut(judging, all, judged, quiet);
    expect(doubt).toMatchObject({ photo: k, how: 'other light' });
    // Judged without it, all others agree.
    if (doubt !== null && doubt !== 'unclear')
      doubt.rest!.forEach((j, i) => (i === k ? expect(j).toBeNull() : expect(j!.offDeg).toBeLessThan(10)));
  });

  test.each([0, 3, 7])('a photo in which the primer shines is found, photo %d', (k) => {
    const judging = bench(sound.map((s, i) => (i === k ? { ...s, sheen: 0.9 } : s)));
    expect(leaveOneOut(judging, all, judgedAll(judging, all, quiet), quiet)).toMatchObject({
      photo: k,
      how: 'glossy',
    });
  });

  test('a darker or brighter photo is none the worse for it', () => {
    const judging = bench(sound.map((s, i) => ({ ...s, gain: i % 2 ? 0.7 : 1.1 })));
    expect(leaveOneOut(judging, all, judgedAll(judging, all, quiet), quiet)).toBeNull();
  });

  test('too little to judge by gives no judgement', () => {
    const judging = { ...bench(sound), samples: samples.slice(0, 30) };
    expect(judgedAlone(judging, all, 2)).toBeNull();
    expect(
      judgedAll(
        bench(sound),
        all.map((_, i) => i !== 2),
        quiet,
      )[2],
    ).toBeNull();
  });
});

describe('how photos were exposed against each other', () => {
  const random = seededRandom(11);
  const gains = [1, 0.72, 1.31, 0.9, 1.12, 0.83, 1.4];
  const place = lampRound(7, 5);
  function found(noise: number): number[] {
    const gather = exposures(7);
    for (let i = 0; i < 600; i++) {
      const b = normalise([random() - 0.5, random() - 0.5, 0.4 + random()]);
      const [lights, seen, lit] = [new Float64Array(21), new Float64Array(7), new Uint8Array(7)];
      place.forEach((l, k) => {
        lights.set(l, 3 * k);
        const falls = l[0] * b[0] + l[1] * b[1] + l[2] * b[2];
        seen[k] = gains[k] * falls * (1 + noise * (random() - 0.5));
        lit[k] = falls > 0.1 ? 1 : 0;
      });
      gather.add(seen, lights, lit);
    }
    const strengths = gather.solve()!;
    return strengths.map((s) => s / strengths[0]);
  }

  test('is recovered exactly from exact light, and nearly from noisy', () => {
    found(0).forEach((s, k) => expect(s).toBeCloseTo(gains[k] / gains[0], 6));
    found(0.06).forEach((s, k) => expect(Math.abs(s / (gains[k] / gains[0]) - 1)).toBeLessThan(0.03));
  });

  test('is not guessed from too few points', () => {
    expect(exposures(7).solve()).toBeNull();
  });
});

describe('lamps settled by all photos', () => {
  test('come out where they stood, and exposures with them, from a ball read some degrees wrong', () => {
    const random = seededRandom(4);
    const beside = lamps.map((l) =>
      normalise([l[0] + 0.06 * (random() - 0.5), l[1] + 0.06 * (random() - 0.5), l[2]]),
    );
    const images = sound.map((s, i) => photoOf({ ...s, gain: 0.8 + 0.05 * i }));
    const settled = convergeLamps(images, samples, beside, null, all);
    const before = lamps.reduce((t, l, k) => t + angleBetween(l, beside[k]), 0);
    const after = lamps.reduce((t, l, k) => t + angleBetween(l, settled.lamps[k].toward), 0);
    expect(after).toBeLessThan(before);
    expect(settled.ambient).toBeLessThan(0.02);
    const strengths = settled.lamps.map((l) => l.strength / settled.lamps[0].strength);
    strengths.forEach((s, k) => expect(Math.abs(s / ((0.8 + 0.05 * k) / 0.8) - 1)).toBeLessThan(0.04));
  });

  test('turned askew together are turned back by the card, which stands square to the camera', () => {
    const askew = lamps.map((l) => normalise([l[0] + 0.12 * l[2], l[1], l[2] - 0.12 * l[0]]));
    const images = sound.map(photoOf);
    const settled = {
      lamps: askew.map((toward) => ({ toward, awayMm: null, strength: 1 })),
      ambient: 0,
      primer: PRIMER,
      even: 0,
      spread: 0.01,
    };
    const back = lampsSquaredToBoard(settled, images, samples, all);
    const off = (list: readonly { toward: Vec3 }[]) =>
      Math.max(...list.map((l, k) => angleBetween(l.toward, lamps[k])));
    expect(off(settled.lamps)).toBeGreaterThan(6);
    expect(off(back.lamps)).toBeLessThan(1.5);
  });
});
