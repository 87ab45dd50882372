import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  anchorAt,
  approachOf,
  boundsOf,
  FINISHED,
  forms,
  FORM_KINDS,
  gridAround,
  layersOf,
  mapReport,
  modelOf,
  MOST_ADDED,
  MOST_SHARE,
  areaOf,
  paintPart,
  placeAt,
  pose,
  preparePart,
  rigFor,
  SAMPLE,
  shapeOf,
  valuesOn,
  zonesOf,
  type Adjustment,
  type Form,
  type Part,
  type Piece,
  type Polish,
} from '../../src/index.js';
import { blade, dome, part, rigged, runs, tube } from '../support.js';

type Bare<A = Adjustment> = A extends Adjustment ? Omit<A, 'id' | 'part'> : never;

/** A part prepared with changes by hand under a light. */
function handled(
  form: Form,
  by: readonly Bare[],
  {
    hours = 10.75,
    polish = 'mirror',
    approach,
  }: { hours?: number; polish?: Polish; approach?: Partial<Part['approach']> } = {},
) {
  const base = part(form, { polish, steps: 7 });
  const p = { ...base, approach: { ...base.approach, ...approach } };
  const piece: Piece = {
    ...rigged({ keyClockHours: hours }),
    parts: [p],
    adjustments: by.map((a, i) => ({ id: `by-${i + 1}`, part: p.id, ...a }) as Adjustment),
  };
  return preparePart(p, piece);
}

const bandOf = (p: ReturnType<typeof handled>, facet: number, number: number) =>
  p.metal!.body.composition.facets[facet].bands.find((b) => b.number === number)!;
const mean = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0) / values.length;

describe('a place of a form', () => {
  test('told by its (u, v) is found again on every form, however it is turned', () => {
    for (const kind of FORM_KINDS) {
      const model = pose(modelOf(forms[kind].defaults), { yawDeg: 20, pitchDeg: -10 });
      const out = new Float64Array(SAMPLE.size);
      model.patches.slice(0, 3).forEach((patch) => {
        const b = boundsOf(patch.rings);
        fc.assert(
          fc.property(
            fc.double({ min: 0.2, max: 0.8, noNaN: true }),
            fc.double({ min: 0.2, max: 0.8, noNaN: true }),
            (s, t) => {
              const [x, y] = [b.left + s * (b.right - b.left), b.bottom + t * (b.top - b.bottom)];
              const there = anchorAt({ ...model, patches: [patch] }, [x, y]);
              if (!there) return;
              const back = placeAt(patch, there.anchor)!;
              expect(back).not.toBeNull();
              patch.at(back[0], back[1], out);
              expect(Math.hypot(out[SAMPLE.u] - there.anchor.u, out[SAMPLE.v] - there.anchor.v)).toBeLessThan(
                0.02,
              );
            },
          ),
          { numRuns: runs(12) },
        );
      });
    }
  });
});

describe('bands by hand', () => {
  test('are changed relative to what is composed, so that they follow the light', () => {
    for (const hours of [8, 9.5, 10.75, 1.5]) {
      const before = bandOf(handled(blade, [], { hours }), 0, 0);
      const after = bandOf(
        handled(
          blade,
          [
            { kind: 'band-centre', facet: 0, band: 0, by: 0.1 },
            { kind: 'band-lean', facet: 0, band: 0, by: -0.05 },
          ],
          { hours },
        ),
        0,
        0,
      );
      expect(after.centre - before.centre).toBeCloseTo(0.1, 9);
      expect(after.lean - before.lean).toBeCloseTo(-0.05, 9);
    }
    const [a, b] = [9, 11].map(
      (hours) =>
        bandOf(handled(blade, [{ kind: 'band-centre', facet: 0, band: 0, by: 0.1 }], { hours }), 0, 0).centre,
    );
    expect(Math.abs(a - b)).toBeGreaterThan(0.02);
  });

  test('their two ends are pulled apart from each other', () => {
    const before = bandOf(handled(blade, []), 0, 0);
    const after = bandOf(
      handled(blade, [{ kind: 'band-ends', facet: 0, band: 0, ridge: 2, edge: 0.5 }]),
      0,
      0,
    );
    const ridge = (b: typeof before) => b.halfWidth * (1 - b.growth);
    const edge = (b: typeof before) => b.halfWidth * (1 + b.growth);
    expect(ridge(after)).toBeCloseTo(2 * ridge(before), 9);
    expect(edge(after)).toBeCloseTo(0.5 * edge(before), 9);
  });

  test('can be added and taken away, and show in the values', () => {
    const none = handled(
      blade,
      [0, 1, 2, 3].map((band): Bare => ({ kind: 'band-remove', facet: 0, band })),
    );
    expect(none.metal!.body.composition.facets[0].bands).toEqual([]);
    const one = handled(blade, [{ kind: 'band-add', facet: 0, at: 0.3, width: 0.1, peak: 1 }]);
    expect(one.metal!.body.composition.facets[0].bands.length).toBe(
      handled(blade, []).metal!.body.composition.facets[0].bands.length + 1,
    );
    const s = none.shape.canonical;
    const left = (p: typeof none) => valuesOn(s, p).value.filter((_, i) => s.patch[i] === 0);
    expect(mean(left(none))).toBeLessThan(mean(left(handled(blade, []))) - 0.05);
    expect(mean(left(one))).toBeGreaterThan(mean(left(handled(blade, []))) + 0.01);
  });

  test('are unresolved, with a reason, while their band or their face is not there', () => {
    const dull = handled(blade, [{ kind: 'band-centre', facet: 0, band: 3, by: 0.1 }], { polish: 'dull' });
    expect(dull.unresolved).toEqual([{ id: 'by-1', reason: 'this face has no band 4 now' }]);
    expect(handled(dome(9), [{ kind: 'band-peak', facet: 0, band: 0, to: 1 }]).unresolved[0].reason).toMatch(
      /no such flat face/,
    );
    const thin = handled({ ...blade, widthMm: 2, shoulderWidthMm: 2 }, [
      { kind: 'band-centre', facet: 0, band: 0, by: 0.1 },
    ]);
    expect(thin.unresolved[0].reason).toMatch(/too narrow for bands/);
    // Polished again it wakes by itself.
    expect(handled(blade, [{ kind: 'band-centre', facet: 0, band: 3, by: 0.1 }]).unresolved).toEqual([]);
  });

  test('that contradict each other: the later holds, the earlier is unresolved, nothing is lost', () => {
    const p = handled(blade, [
      { kind: 'band-peak', facet: 0, band: 0, to: 0.2 },
      { kind: 'band-peak', facet: 0, band: 0, to: 0.9 },
      { kind: 'band-remove', facet: 1, band: 0 },
      { kind: 'band-centre', facet: 1, band: 0, by: 0.1 },
    ]);
    expect(bandOf(p, 0, 0).peak).toBeCloseTo(0.9, 9);
    expect(p.metal!.body.composition.facets[1].bands.some((b) => b.number === 0)).toBe(false);
    expect(p.unresolved.map((a) => a.id)).toEqual(['by-1', 'by-4']);
  });
});

describe('dots by hand', () => {
  test('are moved with the light, added and taken away, and never cover more than 2 %', () => {
    const first = handled(dome(9), []).metal!.glints[0];
    for (const hours of [9, 10.75, 1]) {
      const [before] = handled(dome(9), [], { hours }).metal!.glints;
      const [after] = handled(dome(9), [{ kind: 'glint-move', glint: first.key, by: { u: 0.1, v: 0 } }], {
        hours,
      }).metal!.glints;
      expect(after.at[0] - before.at[0]).toBeCloseTo(0.9, 1);
      expect(after.at[1]).toBeCloseTo(before.at[1], 1);
    }
    expect(handled(dome(9), [{ kind: 'glint-remove', glint: first.key }]).metal!.glints).toEqual([]);
    const gone = handled(dome(9), [{ kind: 'glint-remove', glint: 'p7-0' }]);
    expect(gone.unresolved[0].reason).toMatch(/no such dot/);
  });

  test('40 of them: the first few are laid, the others are unresolved and say why', () => {
    const many = Array.from({ length: 40 }, (_, i): Bare => ({
      kind: 'glint-add',
      patch: 0,
      anchor: { u: 0.3 + (i % 8) * 0.05, v: 0.3 + Math.floor(i / 8) * 0.08 },
      radiusMm: 0.4,
    }));
    const p = handled(dome(9), many);
    expect(p.metal!.glints.filter((g) => g.key.startsWith('by-'))).toHaveLength(MOST_ADDED);
    expect(p.unresolved).toHaveLength(40 - MOST_ADDED);
    expect(p.unresolved[0].reason).toMatch(/at most 12/);
    const area = p.metal!.glints.reduce((s, g) => s + Math.PI * g.radiusMm ** 2 * g.stretch, 0);
    expect(area).toBeLessThanOrEqual(areaOf(p.shape.model.rings) * MOST_SHARE * (1 + 1e-9));
  });
});

describe('borders and places by hand', () => {
  /** Value at a place of the part. */
  const valueAt = (p: ReturnType<typeof handled>, x: number, y: number) => {
    const grid = { width: 1, height: 1, pxPerMm: 100, leftMm: x - 0.005, topMm: y + 0.005, rollRad: 0 };
    return layersOf(p, grid).value[0];
  };

  test('a pulled border shows at its new place what was at its old one, and nothing far away changes', () => {
    const from = { u: 0.5, v: 0.6 };
    const pull: Bare = {
      kind: 'border-pull',
      patch: 0,
      anchor: from,
      by: { u: 0.1, v: -0.05 },
      reachMm: 1.2,
    };
    const [plain, pulled] = [
      handled(dome(12), [], { polish: 'satin' }),
      handled(dome(12), [pull], { polish: 'satin' }),
    ];
    const patch = plain.shape.model.patches[0];
    const [a, b] = [placeAt(patch, from)!, placeAt(patch, { u: 0.6, v: 0.55 })!];
    expect(valueAt(pulled, ...b)).toBeCloseTo(valueAt(plain, ...a), 1);
    expect(Math.abs(valueAt(pulled, -4, -3) - valueAt(plain, -4, -3))).toBeLessThan(0.03);
    // Areas are still those of whole, nested zones.
    const z = zonesOf(pulled, { points: 6000 });
    expect(z.zones.reduce((s, q) => s + q.ownShare, 0)).toBeCloseTo(1, 9);
  });

  test('one pulled past the rim is held at the rim and says so', () => {
    const p = handled(dome(12), [
      { kind: 'border-pull', patch: 0, anchor: { u: 0.8, v: 0.5 }, by: { u: 0.9, v: 0.6 }, reachMm: 1 },
    ]);
    expect(p.unresolved).toEqual([]);
    expect(p.overrides.notes).toEqual(['a border pulled past the rim is held at the rim']);
    expect(p.overrides.pulls).toHaveLength(1);
    expect(Math.hypot(...p.overrides.pulls[0].to)).toBeLessThanOrEqual(6);
  });

  test('however a border is pulled, the surface does not fold and values stay in 0..1', () => {
    const number = (a: number, b: number) => fc.double({ min: a, max: b, noNaN: true });
    fc.assert(
      fc.property(
        number(0.2, 0.8),
        number(0.2, 0.8),
        number(-1, 1),
        number(-1, 1),
        number(0.1, 6),
        (u, v, du, dv, reachMm) => {
          const p = handled(dome(10), [
            { kind: 'border-pull', patch: 0, anchor: { u, v }, by: { u: du, v: dv }, reachMm },
          ]);
          const s = p.shape.canonical;
          expect(valuesOn(s, p).value.findIndex((w) => !(w >= 0 && w <= 1 + 1e-6))).toBe(-1);
          const folds = (x: number, i: number) => Math.abs(Math.hypot(x, s.ny[i], s.nz[i]) - 1) > 5e-4;
          expect(s.nx.findIndex((x, i) => s.patch[i] < 200 && folds(x, i))).toBe(-1);
        },
      ),
      { numRuns: runs(12) },
    );
  });

  test('a held place keeps its value under any light, softly let go beyond', () => {
    const hold: Bare = { kind: 'zone-hold', patch: 0, anchor: { u: 0.6, v: 0.4 }, radiusMm: 2, value: 0.8 };
    for (const hours of [3, 7, 11]) {
      const p = handled(dome(12), [hold], { hours });
      const [x, y] = placeAt(p.shape.model.patches[0], hold.anchor)!;
      expect(valueAt(p, x, y)).toBeCloseTo(0.8, 5);
      expect(valueAt(p, x + 3, y)).toBeCloseTo(valueAt(handled(dome(12), [], { hours }), x + 3, y), 5);
    }
  });

  test('places on a patch that is gone are unresolved, and found again with it', () => {
    const onRight: Bare = { kind: 'zone-hold', patch: 1, anchor: { u: 0.5, v: 0.5 }, radiusMm: 1, value: 1 };
    expect(handled(dome(9), [onRight]).unresolved).toEqual([
      { id: 'by-1', reason: 'its place is gone from this form' },
    ]);
    expect(handled(blade, [onRight]).unresolved).toEqual([]);
  });
});

describe('edges, bounce and cuts by hand', () => {
  const lined = (p: ReturnType<typeof handled>) => layersOf(p, gridAround(p.shape.model.rings, 12, 1));

  test('edges held at a value have it everywhere', () => {
    const { lines } = lined(handled(blade, [{ kind: 'edge', value: 0.7 }]));
    const off = lines!.edgeValue.map((v, i) => (lines!.edgeAlpha[i] > 0 ? Math.abs(v - 0.7) : 0));
    expect(lines!.edgeAlpha.some((a) => a > 0)).toBe(true);
    expect(Math.max(...off)).toBeLessThan(5e-7);
  });

  test('the bounce takes the value it is given, or none by approach', () => {
    const most = (p: ReturnType<typeof handled>) => {
      const { value, body } = lined(p);
      return value.reduce((m, v, i) => Math.max(m, v - body[i]), 0);
    };
    const as = most(handled(dome(12), []));
    expect(most(handled(dome(12), [{ kind: 'bounce', peak: 0.9, gap: 0.6 }]))).toBeGreaterThan(as + 0.2);
    expect(most(handled(dome(12), [], { approach: { bounce: 'none' } }))).toBe(0);
  });

  test('a cut is dark along its stroke and light on the lip farther from the light, wherever the light stands', () => {
    const cut = (lip: 'by-light' | 'left' | 'right' | 'both'): Bare => ({
      kind: 'cut',
      patch: 0,
      points: [
        { u: 0.3, v: 0.5 },
        { u: 0.7, v: 0.5 },
      ],
      mark: 'cut',
      widthMm: 0.5,
      lip,
    });
    const beside = (p: ReturnType<typeof handled>, above: boolean) => {
      const { lines, surface } = lined(p);
      const { grid } = surface;
      const row = Math.round((grid.topMm - (above ? 0.4 : -0.4)) * grid.pxPerMm);
      return lines!.edgeAlpha[row * grid.width + Math.round(-grid.leftMm * grid.pxPerMm)];
    };
    const [top, low] = [
      handled(tube(10), [cut('by-light')], { hours: 0 }),
      handled(tube(10), [cut('by-light')], { hours: 6 }),
    ];
    expect([beside(top, true), beside(top, false)].map((a) => a > 0.5)).toEqual([false, true]);
    expect([beside(low, true), beside(low, false)].map((a) => a > 0.5)).toEqual([true, false]);
    const both = handled(tube(10), [cut('both')]);
    expect([beside(both, true), beside(both, false)].map((a) => a > 0.5)).toEqual([true, true]);
    const { lines, surface } = lined(top);
    const at =
      Math.round(surface.grid.topMm * surface.grid.pxPerMm) * surface.grid.width +
      Math.round(-surface.grid.leftMm * surface.grid.pxPerMm);
    expect(lines!.liningAlpha[at]).toBeGreaterThan(0.7);
  });
});

describe('approaches', () => {
  test('of a part go before those of its piece; a light of its own turns its key alone', () => {
    const base = part(dome(9));
    const piece = {
      ...rigged({ keyClockHours: 2, tint: 0.5 }),
      approach: { ...rigged().approach, glints: 'pale' as const },
    };
    const own = {
      ...base,
      approach: { ...base.approach, light: 'side' as const, surroundings: 'neutral' as const },
    };
    expect(approachOf(base, piece)).toMatchObject({ light: null, glints: 'pale', surroundings: 'coloured' });
    expect(approachOf(own, piece)).toMatchObject({ light: 'side', glints: 'pale', surroundings: 'neutral' });
    // The named light stands on the side the piece's light comes from.
    expect(rigFor(piece.rig, approachOf(own, piece))).toMatchObject({ keyClockHours: 3, tint: 0 });
    expect(rigFor(piece.rig, approachOf(base, piece))).toBe(piece.rig);
  });

  test('edges: hard leaves ridges out, worn breaks the rims, all is the most', () => {
    const painted = (edges: Part['approach']['edges']) => {
      const p = handled(blade, [], { approach: { edges } });
      const { lines } = layersOf(p, gridAround(p.shape.model.rings, 10, 1));
      return lines!.edgeAlpha.reduce((a, b) => a + b, 0);
    };
    expect(painted('hard')).toBeLessThan(painted('all'));
    expect(painted('worn')).toBeLessThan(painted('hard'));
    expect(painted('both-lips')).toBeCloseTo(painted('all'), 6);
  });

  test('pale dots are painted below the lightest step, neutral surroundings lend no colour', () => {
    expect(handled(dome(9), [], { approach: { glints: 'pale' } }).dotValue).toBeCloseTo(5 / 6, 6);
    expect(handled(dome(9), []).dotValue).toBe(1);
    const base = part(dome(9), { polish: 'satin' });
    const piece = { ...rigged({ tint: 1, skyHex: '#3060ff', groundHex: '#a04010' }), parts: [base] };
    const bytes = (p: Part) => {
      const prepared = preparePart(p, piece);
      return paintPart(
        prepared,
        layersOf(prepared, gridAround(prepared.shape.model.rings, 6, 1)),
        FINISHED,
        'painted',
      );
    };
    const chroma = (b: Uint8ClampedArray) =>
      b.reduce((s, v, i) => (i % 4 === 2 ? s + Math.abs(v - b[i - 2]) : s), 0);
    const neutral = { ...base, approach: { ...base.approach, surroundings: 'neutral' as const } };
    expect(chroma(bytes(base))).toBeGreaterThan(1.2 * chroma(bytes(neutral)));
  });
});

test('the map report names what is unresolved and what was drawn otherwise', () => {
  const p = part({ ...blade, fullerMm: 40 });
  const piece: Piece = {
    ...rigged({ focalPart: null }),
    parts: [p],
    adjustments: [{ id: 'a', part: p.id, kind: 'glint-remove', glint: 'p9-0' }],
  };
  const [report] = mapReport(piece, 4);
  expect(report.unresolved).toEqual([{ id: 'a', reason: 'this light gives no such dot' }]);
  expect(report.notes.join()).toMatch(/hollow is wider/);
  expect(shapeOf(p).overrides.all).toEqual([]);
});
