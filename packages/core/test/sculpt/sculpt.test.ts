import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import {
  creasesOf,
  cutFromSculpt,
  fillAround,
  forms,
  modelOf,
  proposedRegions,
  readSculpt,
  regionAt,
  sampleSculpt,
  SCULPT_SAMPLE,
  mirroredForm,
  primedPicture,
  lockKeepersArm,
  surfaceOf,
  gridAround,
  writeSculpt,
  type Point,
  type Sculpt,
  RefusedInput,
} from '../../src/index.js';
import { runs } from '../support.js';

/** A sculpt from a height field, at 10 points a mm. */
function made(w: number, h: number, rise: (x: number, y: number) => number | null): Sculpt {
  const px = 10;
  const [width, height] = [w * px, h * px];
  const n = width * height;
  const s: Sculpt = {
    width,
    height,
    pxPerMm: px,
    nx: new Float32Array(n),
    ny: new Float32Array(n),
    heightMm: new Float32Array(n),
    confidence: new Uint8Array(n),
    visibility: null,
    stepsHold: false,
  };
  const d = 1e-3;
  for (let i = 0; i < n; i++) {
    const x = ((i % width) + 0.5 - width / 2) / px;
    const y = (height / 2 - Math.floor(i / width) - 0.5) / px;
    const z = rise(x, y);
    if (z === null) continue;
    const [gx, gy] = [
      ((rise(x + d, y) ?? z) - (rise(x - d, y) ?? z)) / (2 * d),
      ((rise(x, y + d) ?? z) - (rise(x, y - d) ?? z)) / (2 * d),
    ];
    const long = Math.hypot(gx, gy, 1);
    s.nx[i] = -gx / long;
    s.ny[i] = -gy / long;
    s.heightMm[i] = z;
    s.confidence[i] = 255;
  }
  return s;
}

/** Two slopes that meet in an upright ridge at x = 1, on nothing. */
const roof = made(20, 16, (x, y) => (Math.abs(x) < 8 && Math.abs(y) < 6 ? 4 - 0.6 * Math.abs(x - 1) : null));

describe('a sculpt as bytes', () => {
  test('comes back as it was, to the steps it is stored in', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 2, max: 30 }),
        fc.boolean(),
        fc.boolean(),
        fc.integer(),
        (width, height, hasOpen, stepsHold, seed) => {
          let at = seed | 1;
          const next = () => ((at = Math.imul(at ^ (at >>> 13), 0x5bd1e995)) >>> 0) / 2 ** 32;
          const n = width * height;
          const s: Sculpt = {
            width,
            height,
            pxPerMm: 1 + 30 * next(),
            nx: Float32Array.from({ length: n }, () => 1.3 * (next() - 0.5)),
            ny: Float32Array.from({ length: n }, () => 1.3 * (next() - 0.5)),
            heightMm: Float32Array.from({ length: n }, () => 20 * next() - 10),
            confidence: Uint8Array.from({ length: n }, () => 256 * next()),
            visibility: hasOpen ? Uint8Array.from({ length: n }, () => 256 * next()) : null,
            stepsHold,
          };
          const back = readSculpt(writeSculpt(s));
          expect([back.width, back.height]).toEqual([width, height]);
          expect(back.pxPerMm).toBeCloseTo(s.pxPerMm, 4);
          expect(back.confidence).toEqual(s.confidence);
          expect(back.visibility).toEqual(s.visibility);
          expect(back.stepsHold).toBe(stepsHold);
          const worst = (a: Float32Array, b: Float32Array) =>
            a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i])), 0);
          expect(Math.max(worst(back.nx, s.nx), worst(back.ny, s.ny))).toBeLessThan(4e-5);
          expect(worst(back.heightMm, s.heightMm)).toBeLessThan(20 / 65535);
        },
      ),
      { numRuns: runs(40) },
    );
  });

  test('broken, cut off, or larger than it says, is refused', () => {
    const bytes = writeSculpt(roof);
    expect(() => readSculpt(bytes.subarray(0, bytes.length - 20))).toThrow(RefusedInput);
    expect(() => readSculpt(new Uint8Array(100))).toThrow(/not a sculpt/);
    const small = bytes.slice();
    new DataView(small.buffer).setUint32(9, 8, true);
    expect(() => readSculpt(small)).toThrow(/more than 8960 bytes when unpacked/);
    const huge = bytes.slice();
    new DataView(huge.buffer).setUint32(9, 1e6, true);
    expect(() => readSculpt(huge)).toThrow(/accepted: at least 2 x 2, at most/);
    const odd = bytes.slice();
    odd[29] = 4;
    expect(() => readSculpt(odd)).toThrow(/held kind 4; accepted: 0 to 3/);
  });
});

describe('folds', () => {
  test('a ridge is found where it is, as one line over its length; a valley is a recess', () => {
    const [ridge, ...rest] = creasesOf(roof, { left: -7, right: 7, bottom: -5, top: 5 });
    expect(rest).toEqual([]);
    expect(ridge.kind).toBe('crease');
    for (const [x] of ridge.points) expect(Math.abs(x - 1)).toBeLessThan(0.15);
    const ys = ridge.points.map((p) => p[1]);
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(8.5);
    const valley = made(20, 16, (x) => 0.6 * Math.abs(x - 1));
    expect(creasesOf(valley, { left: -7, right: 7, bottom: -5, top: 5 }).map((c) => c.kind)).toEqual([
      'recess',
    ]);
  });

  test('neither a ball nor a small stud is a fold', () => {
    for (const r of [1.5, 5, 9]) {
      const ball = made(20, 20, (x, y) =>
        x * x + y * y < 0.9 * r * r ? Math.sqrt(r * r - x * x - y * y) : null,
      );
      const within = 0.55 * r;
      expect(creasesOf(ball, { left: -within, right: within, bottom: -within, top: within })).toEqual([]);
    }
  });
});

describe('a tapped region', () => {
  test('ends at the fold and at the rim', () => {
    const left = regionAt(roof, [[-4, 0]]);
    const xs = left.map((p) => p[0]);
    const ys = left.map((p) => p[1]);
    expect(Math.abs(Math.min(...xs) + 8)).toBeLessThan(0.5);
    expect(Math.abs(Math.max(...xs) - 1)).toBeLessThan(0.6);
    expect(Math.max(...ys)).toBeGreaterThan(5.3);
    expect(Math.max(...regionAt(roof, [[5, 0]]).map((p) => p[0]))).toBeGreaterThan(7.3);
  });

  test('taps on both sides of a fold join; regions that lie apart are refused', () => {
    const both = regionAt(roof, [
      [-4, 0],
      [5, 0],
    ]);
    const xs = both.map((p) => p[0]);
    expect(Math.min(...xs)).toBeLessThan(-7.3);
    expect(Math.max(...xs)).toBeGreaterThan(7.3);
    const isles = made(20, 12, (x, y) => (Math.abs(Math.abs(x) - 6) < 3 && Math.abs(y) < 5 ? 1 : null));
    expect(() =>
      regionAt(isles, [
        [-6, 0],
        [6, 0],
      ]),
    ).toThrow(/do not touch/);
  });

  test('does not climb a step, and says where nothing is', () => {
    const stair = made(20, 12, (x, y) => (Math.abs(x) < 9 && Math.abs(y) < 5 ? (x > 0 ? 3 : 0) : null));
    expect(Math.max(...regionAt(stair, [[-5, 0]]).map((p) => p[0]))).toBeLessThan(0.6);
    expect(() => regionAt(roof, [[9.5, 7.5]])).toThrow(RefusedInput);
    expect(() => regionAt(roof, [[400, 0]])).toThrow(RefusedInput);
  });
});

describe('a part cut from a sculpt', () => {
  const hash = 'c'.repeat(64);
  const surfaces = new Map([[hash, roof]]);
  const square: Point[] = [[-3, -2], [3, -2], [3, 2], [-3, 2]]; // prettier-ignore

  test('shows the sculpt under it, wherever the sculpt stands in the piece', () => {
    const { form, place } = cutFromSculpt(
      square.map(([x, y]): Point => [x + 30, y + 12]),
      hash,
      [30, 12],
      'as drawn',
    );
    expect(place).toMatchObject({ xMm: 30, yMm: 12 });
    const model = modelOf(form, surfaces);
    const out = new Float64Array(8);
    const deep = 0.6 / Math.hypot(0.6, 1);
    model.patches[0].at(-2, 0, out);
    expect(out[0]).toBeCloseTo(-deep, 3);
    model.patches[0].at(2.5, 1, out);
    expect(out[0]).toBeCloseTo(deep, 3);
    // The ridge at x = 1 is a line of the part, from edge to edge.
    const crease = model.edges.find((e) => e.kind === 'crease')!;
    for (const [x] of crease.points) expect(Math.abs(x - 1)).toBeLessThan(0.15);
    expect(modelOf({ ...form, creases: 'none' }, surfaces).edges.every((e) => e.kind === 'hard')).toBe(true);
  });

  test('in a mirror has left and right exchanged, surface and all', () => {
    const { form } = cutFromSculpt(square, hash, [0, 0], 'as drawn');
    const [own, other] = [modelOf(form, surfaces), modelOf(mirroredForm(form), surfaces)];
    const [a, b] = [new Float64Array(8), new Float64Array(8)];
    for (const [x, y] of [
      [-2, 0.5],
      [0.2, 1],
      [2.4, -1.5],
    ] as const) {
      own.patches[0].at(x, y, a);
      other.patches[0].at(-x, y, b);
      expect([b[0], b[1], b[2]]).toEqual([-a[0], a[1], a[2]].map((v) => expect.closeTo(v, 6)));
    }
  });

  test('without its sculpt is flat and says so; one line of taps makes none', () => {
    const model = modelOf(forms.sculpt.defaults, surfaces);
    expect(model.notes!.join()).toContain('its sculpt is not here');
    const s = surfaceOf(model, gridAround(model.rings, 2, 1));
    expect(Math.max(...s.nz)).toBe(1);
    expect(() =>
      cutFromSculpt(
        [
          [0, 0],
          [1, 0],
          [2, 0],
        ],
        hash,
        [0, 0],
      ),
    ).toThrow(RefusedInput);
  });
});

test('past its rim a sculpt goes on as it ended, and past its picture as well', () => {
  const s = { ...roof, nx: roof.nx.slice(), ny: roof.ny.slice(), rise: roof.heightMm.slice() };
  fillAround(s, 6);
  const out = new Float64Array(SCULPT_SAMPLE.size);
  const deep = 0.6 / Math.hypot(0.6, 1);
  sampleSculpt(s, -8.3, 0, out);
  expect(out[SCULPT_SAMPLE.nx]).toBeCloseTo(-deep, 1);
  expect(out[SCULPT_SAMPLE.confidence]).toBe(0);
  sampleSculpt(s, 900, -900, out);
  expect(Number.isFinite(out[SCULPT_SAMPLE.nz])).toBe(true);
});

test('as a picture it is brighter where it faces the light, and clear where nothing is', () => {
  const rig = { ...lockKeepersArm.rig, keyClockHours: 9, keyHeightDeg: 30 };
  const rgba = primedPicture(roof, rig, 'primed');
  const at = (x: number) => 4 * (80 * 200 + 100 + 10 * x);
  expect(rgba[at(-4)]).toBeGreaterThan(rgba[at(5)] + 20);
  expect(rgba[at(-9.5) + 3]).toBe(0);
});

describe('a miniature before a card', () => {
  /** A cushion whose rim runs out softly into the card behind it. */
  const cushion = (x: number, y: number) => {
    const d = Math.hypot(x, y);
    return d < 5 ? 2 * Math.cos((Math.PI * d) / 10) ** 2 : 0;
  };
  const before = made(20, 16, cushion);

  test('a region ends where the card begins; the card itself can be tapped', () => {
    const ring = regionAt(before, [[0, 0]]);
    const reach = ring.map((p) => Math.hypot(...p));
    expect(Math.max(...reach)).toBeLessThan(5);
    expect(Math.min(...reach)).toBeGreaterThan(3);
    expect(Math.max(...regionAt(before, [[-9, 7]]).map((p) => p[0]))).toBeGreaterThan(9);
    expect(proposedRegions(before).map((r) => r.name)).toEqual(['middle']);
  });

  test('what is cut off by one side of the picture, or has nothing behind it, is no card', () => {
    const cut = made(20, 16, (x, y) => (Math.abs(y) < 5 && x > -8 ? 1 : null));
    expect(proposedRegions(cut)).toHaveLength(1);
    const alone = made(20, 16, (x, y) => (Math.hypot(x, y) < 5 ? cushion(x, y) : null));
    expect(Math.max(...regionAt(alone, [[0, 0]]).map((p) => p[0]))).toBeGreaterThan(4.7);
  });
});

describe('regions that are proposed', () => {
  test('both slopes of a roof, by where they lie, the larger first, as a tap in each gives them', () => {
    const [left, right, ...rest] = proposedRegions(roof);
    expect(rest).toEqual([]);
    expect([left.name, right.name]).toEqual(['left', 'right']);
    expect(left.areaMm2).toBeGreaterThan(right.areaMm2);
    expect(left.outline).toEqual(regionAt(roof, [[-4, 0]]));
    // The crest itself goes with the one that is proposed first.
    regionAt(roof, [[5, 0]]).forEach((p, i) =>
      expect(Math.hypot(p[0] - right.outline[i][0], p[1] - right.outline[i][1])).toBeLessThan(0.25),
    );
  });

  test('meet at the crest between them: no strip of the fold is left over', () => {
    const [left, right] = proposedRegions(roof).map((r) => r.outline.map((p) => p[0]));
    expect(Math.abs(Math.min(...right) - Math.max(...left))).toBeLessThan(0.25);
    const tapped = [
      [-4, 0],
      [5, 0],
    ].map(([x, y]) => regionAt(roof, [[x, y]]).map((p) => p[0]));
    const gap = Math.min(...tapped[1]) - Math.max(...tapped[0]);
    expect(gap).toBeLessThan(0.05);
    expect(gap).toBeGreaterThan(-0.4);
  });

  test('studs under 2 mm² are left out; two in one place are told apart', () => {
    const studs = made(24, 12, (x, y) => {
      for (const [cx, r] of [
        [-9, 2],
        [-4.8, 1.4],
        [9, 0.6],
      ])
        if (Math.hypot(x - cx, y) < r) return 1;
      return null;
    });
    expect(proposedRegions(studs).map((r) => r.name)).toEqual(['left', 'right']);
    const row = made(40, 12, (x, y) => {
      for (const cx of [-16, -12.5, 16]) if (Math.hypot(x - cx, y) < 1.3) return 1;
      return null;
    });
    expect(
      proposedRegions(row)
        .map((r) => r.name)
        .sort(),
    ).toEqual(['left', 'left 2', 'right']);
  });

  test('of the heron’s wing every region is one that a tap would give, and none lies over another', () => {
    const s = readSculpt(new Uint8Array(readFileSync('demo/heron-wing.surface')));
    const regions = proposedRegions(s);
    expect(regions.length).toBeGreaterThan(0);
    for (const { areaMm2, outline } of regions) {
      expect(areaMm2).toBeGreaterThanOrEqual(2);
      expect(outline.length).toBeGreaterThan(3);
    }
    const total = regions.reduce((n, r) => n + r.areaMm2, 0);
    const shown = s.confidence.reduce((n, c) => n + (c > 0 ? 1 : 0), 0) / s.pxPerMm ** 2;
    expect(total).toBeLessThan(1.05 * shown);
  });
});
