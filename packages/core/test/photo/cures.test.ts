import { describe, expect, test } from '@jest/globals';
import {
  curesFor,
  hexToLab,
  photoFindings,
  pigmentOf,
  type CureMeans,
  type PartTrial,
  type PhotoFindingId,
} from '../../src/index.js';
import { paintsById } from '../../src/ladder/index.js';
import { sluiceWarden } from '../../src/index.js';
import { readPart, type ReadingInput } from '../../src/photo/readParts.js';
import {
  glazed,
  photoColours,
  planColours,
  readingWith,
  repainted,
  shareOf,
} from '../../src/photo/cures/trial.js';
import type { PlanLevel } from '../../src/photo/planRaster.js';

const [WIDTH, HEIGHT] = [60, 60];
const SIZE = WIDTH * HEIGHT;

/** A plate that is planned dark with a light in its upper left, and a dark gap beside that. */
function planned(): PlanLevel {
  const lightness = new Float32Array(SIZE);
  for (let i = 0; i < SIZE; i++) {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    const light = Math.exp(-((x - 18) ** 2 + (y - 18) ** 2) / 90);
    const gap = Math.exp(-((x - 40) ** 2 + (y - 40) ** 2) / 340);
    lightness[i] = 40 + 48 * light - 30 * gap;
  }
  return {
    width: WIDTH,
    height: HEIGHT,
    pxPerMm: 7,
    alpha: new Float32Array(SIZE).fill(1),
    lightness,
    a: new Float32Array(SIZE).fill(-2),
    b: new Float32Array(SIZE).fill(-8),
    compared: new Uint8Array(SIZE).fill(1),
  };
}

/** The plate as it was painted: `stray` says what each point strays to. */
function trialOf(stray: (l: number, i: number) => number, chroma = 1): PartTrial {
  const level = planned();
  const photo = {
    lightness: level.lightness.map(stray),
    a: level.a.map((v) => v * chroma),
    b: level.b.map((v) => v * chroma),
  };
  const places = { of: new Int16Array(SIZE), count: 1, depth: new Uint8Array(SIZE).fill(9) };
  const beyond = { nearest: new Int32Array(SIZE).fill(-1), mm: new Float32Array(SIZE).fill(Infinity) };
  const input: ReadingInput = { photo, plan: [level], level, places, beyond, magnified: 2 };
  const all = Array.from({ length: SIZE }, (_, i) => i);
  const core = all.filter((i) => {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    return Math.min(x, y, WIDTH - 1 - x, HEIGHT - 1 - y) >= 3;
  });
  const part = { n: 0, metal: true, weight: 1 };
  const now = readPart(input, { all, core, total: SIZE, read: 1 }, part);
  return { input, part, all, core, total: SIZE, now };
}

const steel = sluiceWarden.ladders[0];
const paints = paintsById(sluiceWarden.paints);
const steps = steel.steps.map(({ mix }) => {
  const pigment = pigmentOf(mix, paints);
  const mixText = mix.map((m) => `${m.parts} ${paints.get(m.paint)!.name}`).join(' and ');
  return { pigment, mixText, colour: hexToLab(paints.get(mix[0].paint)!.hex) };
});
const means: CureMeans = { steps, glazes: steps, minutes: 40 };

const cured = (id: PhotoFindingId, trial: PartTrial) => {
  expect(photoFindings[id].measure(trial.now)!).toBeGreaterThanOrEqual(photoFindings[id].limit);
  return curesFor({ id }, trial, means);
};

/** Faults as hands make them. */
const FAULTS = {
  'too-bright': trialOf((l) => l + 9),
  'too-dark': trialOf((l) => l - 9),
  'gap-filled': trialOf((l) => Math.max(l, 38)),
} satisfies Partial<Record<PhotoFindingId, PartTrial>>;

describe.each(Object.entries(FAULTS))('%s', (name, trial) => {
  const id = name as keyof typeof FAULTS;
  const found = cured(id, trial);

  test('is brought under its limit by every cure there is', () => {
    expect(found.length).toBeGreaterThan(1);
    for (const cure of found) {
      expect(cure.measured).toBeLessThan(photoFindings[id].limit);
      // What is told is what is read of the part as it would look.
      const after = readingWith(trial, cure.colours);
      expect(photoFindings[id].measure(after) ?? 0).toBeCloseTo(cure.measured, 6);
    }
  });

  test('costs least first, and never more than to paint it again, which always remains', () => {
    const minutes = found.map((c) => c.minutes);
    expect([...minutes].sort((a, b) => a - b)).toEqual(minutes);
    const again = found.find((c) => c.id === 'repaint')!;
    expect(again.minutes).toBe(means.minutes);
    for (const c of found) expect(c.minutes).toBeLessThanOrEqual(again.minutes);
    // Coats of a glaze dry between each other, as their words say.
    for (const c of found) {
      const coats = /(\d) coats?/.exec(c.words);
      if (coats) expect(c.dries).toBe(Number(coats[1]) - 1);
    }
  });

  test('is mended without bringing up another fault', () => {
    for (const cure of found) {
      const after = readingWith(trial, cure.colours);
      for (const other of Object.values(photoFindings)) {
        const [now, was] = [other.measure(after), other.measure(trial.now)];
        if (now !== null && now >= other.limit) expect(now).toBeLessThanOrEqual((was ?? 0) + 1e-6);
      }
    }
  });

  test('is told in words that name a mix, how thin, and what can go wrong', () => {
    for (const cure of found) {
      expect(cure.words).toMatch(/^\p{Lu}.+\.$/u);
      expect(cure.risk).toMatch(/^\p{Lu}.+\.$/u);
    }
    const glaze = found.find((c) => c.id.startsWith('glaze-'));
    if (glaze) {
      expect(glaze.words).toMatch(/3 water to 1 paint, (1 coat|\d coats, each dry before the next)\./);
      expect(steps.some((s) => glaze.words.includes(s.mixText))).toBe(true);
    }
  });
});

describe('a film over a part', () => {
  const trial = trialOf((l) => l);
  const now = photoColours(trial);
  const mean = (values: Float32Array) => values.reduce((a, b) => a + b, 0) / values.length;

  test('of a dark mix darkens, of a light one lightens, more with every coat', () => {
    const after = (k: number, coats: number) =>
      mean(glazed(now, { pigment: steps[k].pigment, coats, water: 3 }, () => true).lightness);
    const [bare, dark, light] = [mean(now.lightness), 0, steps.length - 1];
    expect(after(dark, 1)).toBeLessThan(bare);
    expect(after(dark, 3)).toBeLessThan(after(dark, 1));
    expect(after(light, 1)).toBeGreaterThan(bare);
    expect(after(light, 3)).toBeGreaterThan(after(light, 1));
  });

  test('lies only where it is laid, and leaves what it came from as it was', () => {
    const before = Float32Array.from(now.lightness);
    const half = (k: number) => k < SIZE / 2;
    const { lightness } = glazed(now, { pigment: steps[0].pigment, coats: 2, water: 3 }, half);
    lightness.forEach((l, k) => {
      if (!half(k)) expect(l).toBe(before[k]);
    });
    expect(now.lightness).toEqual(before);
    expect(shareOf(trial, half)).toBeCloseTo(0.5, 9);
  });

  test('painting anew is the plan where it is done, and nothing elsewhere', () => {
    const strayed = trialOf((l) => l + 12);
    const [from, plan] = [photoColours(strayed), planColours(strayed)];
    const left = (k: number) => k % WIDTH < 20;
    const { lightness } = repainted(from, plan, left);
    lightness.forEach((l, k) => expect(l).toBe(left(k) ? plan.lightness[k] : from.lightness[k]));
  });
});

test('a part of true metal without a glaze can still be painted again', () => {
  const found = curesFor({ id: 'too-bright' }, FAULTS['too-bright'], { ...means, glazes: [] });
  expect(found.map((c) => c.id)).toContain('repaint');
  expect(found.some((c) => c.id.startsWith('glaze-'))).toBe(false);
});
