import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  aimedShare,
  canonicalGrid,
  changeSchool,
  elevationOf,
  forms,
  inLayingOrder,
  isAged,
  layersOf,
  metalById,
  missingText,
  modelOf,
  newPart,
  newPiece,
  NOTHING,
  paintingOrder,
  partSheet,
  placeOfPoint,
  preparePart,
  readPiece,
  renderPiece,
  seededRandom,
  stanceOf,
  stageOfPart,
  surfaceOf,
  towline,
  WEAR_KINDS,
  WEAR_PASSES,
  waterOn,
  wearFields,
  wearKinds,
  wearLimit,
  wearOf,
  withDuplicate,
  withNextPattern,
  withoutParts,
  withWear,
  withWearChanged,
  withWearOnGroup,
  wornOn,
  wornShares,
  wornUpTo,
  writePiece,
  type Form,
  type FormKind,
  type Part,
  type Piece,
  type Wear,
  type WearKind,
} from '../../src/index.js';
import { LONG, sheetsOf } from '../support.js';

const wear = (kind: WearKind, over: Partial<Wear> = {}): Wear => ({
  id: 'w',
  part: 'p',
  kind,
  share: wearKinds[kind].usual,
  strength: 1,
  seed: 3,
  places: [],
  ...over,
});
function worn(
  form: Form,
  layers: readonly Wear[],
  over: Partial<Piece['parts'][number]['place']> = {},
): Piece {
  const part = newPart('p', form);
  const piece = newPiece('x', 'X', [{ ...part, place: { ...part.place, ...over } }]);
  return { ...piece, paints: [...towline], wear: [...layers] };
}
const prepared = (piece: Piece) => preparePart(piece.parts[0], piece);
const KINDS = [
  'blade',
  'dome',
  'tube',
  'plate',
  'disc',
  'box',
  'mail',
] as const satisfies readonly FormKind[];

describe('where wear lies', () => {
  test('shares are met within one per cent of the part, over random layers (200 in the soak)', () => {
    const models = new Map(KINDS.map((k) => [k, modelOf(forms[k].defaults)]));
    fc.assert(
      fc.property(
        fc.constantFrom(...KINDS),
        fc.constantFrom(...WEAR_KINDS),
        fc.double({ min: 0.01, max: 0.95, noNaN: true }),
        fc.nat(9999),
        (form, kind, share, seed) => {
          const stance = {
            model: models.get(form)!,
            up: [0, 0.94, 0.34],
            hot: [],
            key: [-0.6, 0.6, 0.5],
          } as const;
          const layer = wear(kind, { share, seed });
          const found = wornShares([layer], stance);
          const got = new Map(found.map((f) => [f.worn.pass.id, f.share]));
          for (const { worn: w, share: covered } of found) {
            if (w.pass.place.by !== 'field') continue;
            // What lies inside another pass cannot cover more than it.
            const room = w.pass.within === null ? 1 : got.get(w.pass.within)!;
            expect(Math.abs(covered - Math.min(room, aimedShare(w.pass, layer)))).toBeLessThan(0.01);
          }
        },
      ),
      { numRuns: LONG ? 200 : 50 },
    );
  });

  test('passes lie inside those that they are told to lie in', () => {
    for (const kind of WEAR_KINDS) {
      const piece = worn(forms.dome.defaults, [wear(kind)]);
      const p = prepared(piece);
      const passes = wornOn(p.wear, stanceOf(p), p.shape.canonical);
      for (const { pass, alpha } of passes) {
        if (pass.within === null) continue;
        const outer = passes.find((o) => o.pass.id === pass.within)!.alpha;
        expect(alpha.findIndex((a, i) => a > outer[i] + 1e-6)).toBe(-1);
      }
    }
  });

  test('more here and none here are met, and the share stays', () => {
    const near = (places: Wear['places']) => {
      const p = prepared(worn(forms.plate.defaults, [wear('grime', { share: 0.2, places })]));
      const { canonical } = p.shape;
      const [{ alpha }] = wornOn(p.wear, stanceOf(p), canonical);
      const here = Array.from(alpha).filter((_, i) => {
        if (canonical.patch[i] === NOTHING) return false;
        return Math.hypot(canonical.u[i] - 0.5, canonical.v[i] - 0.5) < 0.06;
      });
      const share = wornShares(p.wear, stanceOf(p))[0].share;
      return { mean: here.reduce((a, b) => a + b, 0) / here.length, share };
    };
    const at = { patch: 0, u: 0.5, v: 0.5, radiusMm: 3 };
    const [more, none] = [near([{ ...at, way: 'more' }]), near([{ ...at, way: 'none' }])];
    expect(more.mean).toBeGreaterThan(0.9);
    expect(none.mean).toBeLessThan(0.05);
    for (const { share } of [more, none]) expect(Math.abs(share - 0.2)).toBeLessThan(0.01);
    // A place on a surface that the form has not counts for nothing.
    expect(near([{ ...at, patch: 200, way: 'more' }])).toEqual(near([]));
  });

  test('the same seed gives the same places, another seed others', () => {
    const at = (seed: number) => {
      const p = prepared(worn(forms.plate.defaults, [wear('rust', { seed })]));
      return wornOn(p.wear, stanceOf(p), p.shape.canonical)[0].alpha;
    };
    expect(at(3)).toEqual(at(3));
    const [a, b] = [at(3), at(4)];
    expect(a.reduce((n, v, i) => n + Math.abs(v - b[i]), 0)).toBeGreaterThan(50);
  });

  test('rolling part, light and gravity together changes nothing', () => {
    const alphaOf = (rollDeg: number) => {
      const piece = worn(forms.blade.defaults, [wear('verdigris'), wear('chips')], { rollDeg });
      const { rig } = piece;
      const hours = (rig.keyClockHours - rollDeg / 30 + 24) % 12;
      const turned = { ...piece, rig: { ...rig, keyClockHours: hours, leanDeg: rollDeg, fallOff: 0 } };
      const p = prepared(turned);
      return {
        up: stanceOf(p).up,
        alpha: wornOn(p.wear, stanceOf(p), p.shape.canonical).map((w) => w.alpha),
      };
    };
    const [still, rolled] = [alphaOf(0), alphaOf(40)];
    rolled.up.forEach((v, i) => expect(v).toBeCloseTo(still.up[i], 3));
    still.alpha.forEach((a, k) => {
      const off = a.reduce((n, v, i) => n + Math.abs(v - rolled.alpha[k][i]), 0) / a.length;
      expect(off).toBeLessThan(0.01);
    });
  });

  test('rub is highest on the known edges of every form that has some', () => {
    for (const kind of ['blade', 'plate', 'box', 'disc', 'dome'] as const) {
      const model = modelOf(forms[kind].defaults);
      const surface = surfaceOf(model, canonicalGrid(model, 9000));
      const { rub } = wearFields(model, surface, { up: [0, 1, 0], hot: [] });
      const near: number[] = [];
      const far: number[] = [];
      for (let i = 0; i < rub.length; i++) {
        if (surface.patch[i] === NOTHING || surface.alpha[i] < 0.5) continue;
        (surface.alpha[i] < 1 ? near : far).push(rub[i]);
      }
      const mean = (l: number[]) => l.reduce((a, b) => a + b, 0) / Math.max(1, l.length);
      if (model.edges.some((e) => e.kind === 'hard')) expect(mean(near)).toBeGreaterThan(1.5 * mean(far));
    }
  });
});

describe('what a place is exposed to', () => {
  const model = modelOf(forms.plate.defaults);
  const flat = surfaceOf(model, canonicalGrid(model, 9000));
  const inside = (i: number) => flat.patch[i] !== NOTHING && flat.alpha[i] === 1;
  /** The plate as a scan would have it, its normals leaning away from a line down its middle, or toward it. */
  const folded = (way: 1 | -1) => {
    const nx = Float32Array.from(
      flat.patch,
      (_, i) => way * 0.5 * Math.tanh(placeOfPoint(flat.grid, i)[0] / 0.3),
    );
    return {
      ...flat,
      nx,
      ny: new Float32Array(nx.length),
      nz: nx.map((x) => Math.sqrt(1 - x * x)),
      open: new Float32Array(nx.length).fill(1),
    };
  };
  const mean = (values: Float32Array, of: (x: number) => boolean) => {
    const own = Array.from(values).filter((_, i) => inside(i) && of(Math.abs(placeOfPoint(flat.grid, i)[0])));
    return own.reduce((a, b) => a + b, 0) / own.length;
  };

  test('a scanned ridge is rubbed, a scanned groove is closed in, and not the other way about', () => {
    const on = (x: number) => x < 0.2;
    const beside = (x: number) => x > 1.2 && x < 2.5;
    const standing = { up: [0, 1, 0], hot: [] } as const;
    const [ridge, groove] = [1, -1].map((way) => wearFields(model, folded(way as 1 | -1), standing));
    expect(mean(ridge.rub, on)).toBeGreaterThan(mean(ridge.rub, beside) + 0.3);
    expect(mean(groove.recess, on)).toBeGreaterThan(mean(groove.recess, beside) + 0.3);
    expect(mean(ridge.recess, on)).toBeLessThan(0.1);
    expect(mean(groove.rub, on)).toBeLessThan(mean(ridge.rub, on) - 0.3);
    // A form of the program knows its edges: its normals are not asked.
    const known = wearFields(model, { ...folded(1), open: null }, standing);
    expect(mean(known.rub, on)).toBeLessThan(mean(ridge.rub, on) - 0.3);
  });

  test('heat falls with the distance from what glows, and there is none where nothing does', () => {
    const hot = [{ at: [0, 12, 3], sizeMm: 2 }] as const;
    const { heat } = wearFields(model, flat, { up: [0, 1, 0], hot }, new Set(['heat'] as const));
    const byDistance = Array.from(heat.keys())
      .filter(inside)
      .map(
        (i) =>
          [Math.hypot(placeOfPoint(flat.grid, i)[0], placeOfPoint(flat.grid, i)[1] - 12), heat[i]] as const,
      )
      .sort((a, b) => a[0] - b[0]);
    const values = byDistance.map(([, v]) => v);
    expect(values.filter((v, k) => v > (values[k - 1] ?? 1) + 1e-6)).toEqual([]);
    expect(byDistance[0][1]).toBeGreaterThan(2 * byDistance.at(-1)![1]);
    const cold = wearFields(model, flat, { up: [0, 1, 0], hot: [] });
    expect(cold.heat.every((v) => v === 0)).toBe(true);
  });

  test('bands of heat lie nearer to what is hot, blue nearest, and cover what they aim at', () => {
    const layer = wear('heat', { share: 0.4, seed: 3 });
    const stance = {
      model,
      up: [0, 1, 0],
      key: [-0.6, 0.6, 0.5],
      hot: [{ at: [0, 14, 2], sizeMm: 2 }],
    } as const;
    const passes = wornOn([layer], stance, flat);
    const middle = (id: string) => {
      const { alpha } = passes.find((w) => w.pass.id === id)!;
      let [sum, weight] = [0, 0];
      alpha.forEach((a, i) => {
        sum += a * placeOfPoint(flat.grid, i)[1];
        weight += a;
      });
      return sum / weight;
    };
    expect(middle('brown')).toBeGreaterThan(middle('straw'));
    expect(middle('violet')).toBeGreaterThan(middle('brown'));
    expect(middle('blue')).toBeGreaterThan(middle('violet'));
    expect(wornShares([layer], stance).find((w) => w.worn.pass.id === 'straw')!.share).toBeCloseTo(0.4, 1);
  });
});

describe('water', () => {
  /** A random height field on a round patch. */
  function hilly(seed: number) {
    const side = 24;
    const random = seededRandom(seed);
    const patch = new Uint8Array(side * side).fill(NOTHING);
    const height = new Float32Array(side * side).fill(-Infinity);
    for (let i = 0; i < patch.length; i++) {
      const [x, y] = [(i % side) - side / 2, Math.floor(i / side) - side / 2];
      if (Math.hypot(x, y) > side / 2 - 1) continue;
      patch[i] = 0;
      height[i] = random();
    }
    const grid = { width: side, height: side, pxPerMm: 2, leftMm: -6, topMm: 6, rollRad: 0 };
    return { height, surface: { grid, patch } };
  }

  test('never runs uphill, and all of it leaves or stands in a hollow', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { height, surface } = hilly(seed);
      const { filled, flow, order, gives, depth } = waterOn(height, surface);
      let left = 0;
      const wrong: string[] = [];
      for (const i of order) {
        if (gives[i].some(([to]) => !(filled[to] < filled[i]))) wrong.push(`${i} gives uphill`);
        if (gives[i].some(([, share]) => !(share > 0))) wrong.push(`${i} gives nothing`);
        const sum = gives[i].reduce((s, [, share]) => s + share, 0);
        if (gives[i].length === 0) left += flow[i];
        else if (Math.abs(sum - 1) > 1e-6) wrong.push(`${i} gives ${sum} of itself`);
        if (!(filled[i] >= height[i] && depth[i] >= 0)) wrong.push(`${i} is filled below its ground`);
      }
      expect(wrong).toEqual([]);
      expect(left).toBeCloseTo(1, 3);
    }
  });

  test('gathers at the lower rim of a hollow bowl, and runs off a bulging one', () => {
    const wet = (side: 'convex' | 'scoop') => {
      const model = modelOf({ ...forms.dome.defaults, side, rimMm: 0 });
      const surface = surfaceOf(model, canonicalGrid(model, 4000));
      // Seen from above: gravity goes into the picture.
      const { depth } = waterOn(elevationOf(surface, [0, 0.3, 0.95]), surface);
      return depth.reduce((a, b) => a + b, 0);
    };
    expect(wet('scoop')).toBeGreaterThan(20 * wet('convex') + 1);
  });
});

describe('wear in pictures and in the order', () => {
  const rusted = worn(
    forms.plate.defaults,
    [wear('grime'), wear('rust'), wear('chips', { id: 'c' })].map((w, i) => ({ ...w, id: `w${i}` })),
  );

  test('comes last, rust before what rubs through it, grime after both; each with its mix from the shelf', () => {
    const sheets = new Map([['p', partSheet(rusted.parts[0], rusted)]]);
    const order = paintingOrder(rusted, sheets);
    const roles = order.map((l) => l.role);
    const first = roles.indexOf('wear');
    expect(roles.slice(first).every((r) => r === 'wear')).toBe(true);
    const steps = order.slice(first).map((l) => l.step);
    expect(steps).toEqual([
      'rust-brown',
      'rust-orange',
      'rust-pale',
      'rust-bright',
      'chips-dark',
      'chips-lip',
      'grime-dirt',
    ]);
    const owned = new Set(towline.map((p) => p.id));
    for (const l of order.slice(first)) {
      for (const m of l.mix) expect(owned).toContain(m.paint);
      expect(l.mix.length > 0 || l.missing !== '').toBe(true);
      expect(missingText(l, towline, null)).toBe('');
      expect(l.parts[0].coverMm2).toBeGreaterThan(0);
      expect(l.parts[0].activeMin).toBeGreaterThan(0);
    }
    // An aged part bears no clean white dots.
    expect(roles).not.toContain('glints');
    expect(isAged(rusted.wear)).toBe(true);
  });

  test('rubs each metal to its own, and thins flake with medium', () => {
    const flakes = changeSchool(rusted.ladders[0], 'layered-flake', metalById('silver'), {
      paints: towline,
      out: [],
    });
    if (flakes.kind !== 'flakes') throw new Error(flakes.kind);
    const silver = { ...flakes.ladder, id: 'silver' };
    const [plate] = rusted.parts;
    const other = { ...plate, id: 'q', finish: { ...plate.finish, ladder: 'silver' } } as Part;
    const two: Piece = {
      ...rusted,
      ladders: [...rusted.ladders, silver],
      parts: [plate, other],
      wear: rusted.wear.flatMap((w) => [w, { ...w, id: `${w.id}q`, part: 'q' }]),
    };
    const sheets = sheetsOf(two);
    const bright = paintingOrder(two, sheets).filter((l) => l.step === 'rust-bright');
    expect(bright.map((l) => [l.ladder, l.parts.map((p) => p.part)])).toEqual([
      [rusted.ladders[0].id, ['p']],
      ['silver', ['q']],
    ]);
    expect(bright[0].thinning).toMatch(/water/);
    expect(bright[1].thinning).toMatch(/medium/);
    const flake = new Set(towline.filter((p) => p.kind === 'metallic').map((p) => p.id));
    expect(bright[0].mix.some((m) => flake.has(m.paint))).toBe(false);
    expect(bright[1].mix.every((m) => flake.has(m.paint))).toBe(true);
  });

  test('a paint that nobody owns is told in words with what comes nearest', () => {
    const few = {
      ...rusted,
      paints: towline.filter((p) => ['chalk', 'lampsoot', 'black-primer'].includes(p.id)),
    };
    const ladder = {
      ...few.ladders[0],
      undercoat: 'black-primer',
      recipe: [],
      steps: few.ladders[0].steps.map((s, k) => ({
        ...s,
        mix: [{ paint: k < 4 ? 'lampsoot' : 'chalk', parts: 1 }],
      })),
    };
    const piece = { ...few, ladders: [ladder] };
    const order = paintingOrder(piece, new Map([['p', partSheet(piece.parts[0], piece)]]));
    const brown = order.find((l) => l.step === 'rust-brown')!;
    expect(brown.mix).toEqual([]);
    expect(brown.mixText).toBe('a deep red-brown');
    expect(brown.missing).toMatch(/^No deep red-brown is on your shelf; nearest is .+, \d+ off$/);
  });

  test('the picture after each pass shows that pass, and no later one', () => {
    const p = prepared(rusted);
    expect(stageOfPart(p, null, rusted).worn).toBe(Infinity);
    const seen = WEAR_PASSES.filter(
      ({ step }) => /^(rust|chips|grime)-/.test(step) && !/patina|through/.test(step),
    );
    const counts = seen.map(({ step }) => stageOfPart(p, { ladder: null, role: 'wear', step }, rusted).worn);
    expect(counts).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(wornUpTo(p.wear, 'heat-blue')).toBe(0);
    const edges = { ladder: rusted.ladders[0].id, role: 'edges', step: 'edges' } as const;
    expect(stageOfPart(p, edges, rusted).worn).toBe(0);
    const picture = (layers: readonly Wear[]) =>
      renderPiece(
        { ...rusted, wear: [...layers] },
        { width: 60, height: 60, view: 'painted', surroundHex: '#777777' },
      ).rgba;
    const [clean, old] = [picture([]), picture(rusted.wear)];
    const redder = (rgba: Uint8ClampedArray) =>
      rgba.reduce((n, v, i) => n + (i % 4 === 0 ? v - rgba[i + 2] : 0), 0);
    expect(redder(old)).toBeGreaterThan(redder(clean) + 20_000);
    // Nothing of it lies outside the part.
    layersOf(p, p.shape.canonical.grid).worn.forEach(({ alpha }) =>
      expect(alpha.some((a, i) => p.shape.canonical.patch[i] === NOTHING && a !== 0)).toBe(false),
    );
  });

  test('what goes past what its kind bears is told', () => {
    expect(wearLimit({ kind: 'rust', share: 0.93 })).toBe(
      'Rust, heavy covers 93 %; past 90 % no metal is left: lift some off while it is wet.',
    );
    for (const kind of WEAR_KINDS) {
      expect(wearLimit({ kind, share: wearKinds[kind].usual })).toBeNull();
      expect(wearKinds[kind].usual).toBeLessThanOrEqual(wearKinds[kind].most);
    }
    const sheet = partSheet(rusted.parts[0], { ...rusted, wear: [wear('grime', { share: 0.5 })] });
    expect(sheet.notes.join()).toMatch(/looks dull rather than dirty/);
  });
});

describe('wear of a piece', () => {
  const piece = newPiece(
    'x',
    'X',
    ['a', 'b', 'c'].map((id) => ({ ...newPart(id, forms.dome.defaults), group: 'g' })),
  );
  const grouped = { ...piece, groups: [{ id: 'g', name: 'G' }] };

  test('is laid on once a kind, changed, shared out over a group, copied and taken away with its part', () => {
    const one = withWear(grouped, 'a', 'rust');
    expect(withWear(one, 'a', 'rust')).toBe(one);
    const [layer] = one.wear;
    const more = withWearChanged(one, layer.id, { share: 0.6 });
    expect(withNextPattern(more, layer.id).wear[0].seed).toBe(layer.seed + 1);
    const all = withWearOnGroup(more, 'a');
    expect(all.wear.map((w) => [w.part, w.share])).toEqual([
      ['a', 0.6],
      ['b', 0.6],
      ['c', 0.6],
    ]);
    expect(new Set(all.wear.map((w) => w.seed)).size).toBe(3);
    const { piece: twice } = withDuplicate(all, { kind: 'part', id: 'b' });
    expect(wearOf(twice, twice.parts.find((p) => !['a', 'b', 'c'].includes(p.id))!.id)).toHaveLength(1);
    expect(withoutParts(all, { kind: 'part', id: 'a' }).wear.map((w) => w.part)).toEqual(['b', 'c']);
    expect(readPiece(writePiece(all)).wear).toEqual(all.wear);
  });

  test('on cloth, on nothing, or past the part it is refused with what is accepted', () => {
    const cloth = {
      ...grouped.parts[0],
      id: 'cloth',
      finish: { kind: 'matte' as const, name: 'Wool', hex: '#554433' },
    };
    const with_ = { ...grouped, parts: [...grouped.parts, cloth] };
    expect(withWear(with_, 'cloth', 'rust')).toBe(with_);
    const bad = (w: Partial<Wear>) => () =>
      readPiece(JSON.stringify({ ...with_, wear: [{ ...wear('rust'), part: 'a', ...w }] }));
    expect(bad({ part: 'cloth' })).toThrow(/wear\[0\].part.*no metal/s);
    expect(bad({ part: 'gone' })).toThrow(/wear\[0\].part/);
    expect(bad({ share: 1.2 })).toThrow(/wear\[0\].share.*0.002 to 0.98/s);
    expect(bad({ kind: 'moss' as WearKind })).toThrow(/wear\[0\].kind/);
    expect(inLayingOrder([wear('grime'), wear('heat')]).map((w) => w.kind)).toEqual(['heat', 'grime']);
  });
});
