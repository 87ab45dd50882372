import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  canonicalGrid,
  FINISHED,
  forms,
  glowCast,
  glowLayers,
  layersOf,
  newPart,
  newPiece,
  NOTHING,
  paintPart,
  placeOfPoint,
  preparePart,
  surfaceOf,
  toLinear,
  towline,
  type Form,
  type Neighbour,
  type Part,
  type Piece,
} from '../../src/index.js';
import { runs } from '../support.js';

type Near = Extract<Neighbour['where'], { kind: 'near' }>;

const lantern = (over: Partial<Near> = {}, strength = 0.8): Neighbour => ({
  id: 'lantern',
  name: 'Lantern',
  where: { kind: 'near', xMm: -12, yMm: 0, depthMm: 6, sizeMm: 4, ...over },
  hex: '#f2a63c',
  strength,
});

const CLOTH = { kind: 'matte', name: 'Cloth', hex: '#5a2020' } as const;

interface Scene {
  readonly form?: Form;
  readonly front?: readonly Part[];
  /** Cloth mirrors nothing: what it shows is what falls on it. */
  readonly cloth?: boolean;
}

function litBy(glow: Neighbour, { form = forms.plate.defaults, front = [], cloth = false }: Scene = {}) {
  const part = newPart('it', form);
  const base = newPiece('x', 'X', [cloth ? { ...part, finish: CLOTH } : part, ...front]);
  const piece: Piece = {
    ...base,
    paints: [...towline],
    rig: { ...base.rig, fallOff: 0, neighbours: [glow] },
  };
  const p = preparePart(piece.parts[0], piece);
  const surface = surfaceOf(p.shape.model, canonicalGrid(p.shape.model, 6000));
  return { p, surface };
}

/** The light that falls on a part from the only glow there is. */
function cast({ p, surface }: ReturnType<typeof litBy>): Float32Array {
  const [n] = p.light.neighbours;
  const { model } = p.shape;
  const lit = { model, surface, occluders: p.occluders, mirrors: p.metal !== null };
  return glowCast(lit, { ...n, from: n.from! }) ?? new Float32Array(surface.patch.length);
}

describe('the light of a glow', () => {
  test('falls with the distance, and is never stronger than its source', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        (xMm, depthMm, strength) => {
          const lit = litBy(lantern({ xMm, depthMm }, strength), { cloth: true });
          const e = cast(lit);
          const { at } = lit.p.light.neighbours[0].from!;
          // On a flat face all points are turned alike: the nearer is the brighter.
          const seen = Array.from(e, (v, i) => {
            const [x, y] = placeOfPoint(lit.surface.grid, i);
            return { v, d: Math.hypot(at[0] - x, at[1] - y), i };
          }).filter(({ i }) => lit.surface.patch[i] === 0 && lit.surface.nz[i] > 0.999);
          seen.sort((a, b) => a.d - b.d);
          expect(seen.filter(({ v }, k) => k > 0 && v > seen[k - 1].v + 1e-6)).toEqual([]);
          expect(Math.max(...e)).toBeLessThanOrEqual(strength + 1e-6);
        },
      ),
      { numRuns: runs(20) },
    );
  });

  test('lies on nothing that is turned away from it', () => {
    const lit = litBy(lantern({ depthMm: 0 }), { form: forms.tube.defaults, cloth: true });
    const e = cast(lit);
    const { at } = lit.p.light.neighbours[0].from!;
    let seen = 0;
    e.forEach((v, i) => {
      if (lit.surface.patch[i] === NOTHING) return;
      const [x, y] = placeOfPoint(lit.surface.grid, i);
      const facing =
        lit.surface.nx[i] * (at[0] - x) + lit.surface.ny[i] * (at[1] - y) + lit.surface.nz[i] * at[2];
      if (v > 0) expect(facing).toBeGreaterThan(0);
      if (v > 0) seen++;
    });
    expect(seen).toBeGreaterThan(50);
  });

  test('never crosses a part that stands in front of what it falls on', () => {
    const front = newPart('front', { ...forms.plate.defaults, widthMm: 3, heightMm: 30 } as Form);
    const wall: Part = { ...front, place: { ...front.place, xMm: -4, yMm: 0, depthMm: 8 } };
    const wide = { ...forms.plate.defaults, widthMm: 24, heightMm: 18 } as Form;
    const glow = lantern({ xMm: -11, yMm: 0, depthMm: 4 }, 1);
    const [free, walled] = [
      litBy(glow, { form: wide, cloth: true }),
      litBy(glow, { form: wide, cloth: true, front: [wall] }),
    ];
    const [before, behind] = [cast(free), cast(walled)];
    const lightAt = (e: Float32Array, { surface }: typeof free, where: (x: number) => boolean) =>
      e.reduce((sum, v, i) => sum + (where(placeOfPoint(surface.grid, i)[0]) ? v : 0), 0);
    expect(lightAt(before, free, (x) => x > 0)).toBeGreaterThan(5);
    expect(lightAt(behind, walled, (x) => x > 0)).toBe(0);
    // On its own side of the wall nothing changes.
    expect(lightAt(behind, walled, (x) => x < -6)).toBeCloseTo(
      lightAt(before, free, (x) => x < -6),
      3,
    );
  });

  test('is palest and brightest beside its source; beyond 3 mm it lays neither ground nor white', () => {
    const { p, surface } = litBy(lantern({ xMm: 0, yMm: 0, depthMm: 3 }, 1));
    const layers = glowLayers(p, surface);
    expect(layers.map((l) => l.step)).toEqual(
      ['ground', 'core', 'pale', 'full', 'far'].map((id) => `lantern-${id}`),
    );
    const { at, sizeMm } = p.light.neighbours[0].from!;
    for (const { step, alpha } of layers.slice(0, 3))
      alpha.forEach((a, i) => {
        const [x, y] = placeOfPoint(surface.grid, i);
        const away = Math.hypot(at[0] - x, at[1] - y, at[2]) - sizeMm / 2;
        if (away > 3 && a > 0) throw new Error(`${step} lies ${away} mm away`);
      });
    const [, core, pale, full, far] = layers.map(({ colour }) => colour![1]);
    expect(core).toBeGreaterThan(pale);
    expect(pale).toBeGreaterThan(full);
    expect(full).toBeGreaterThan(far);
  });

  test('beyond 3 mm nothing becomes lighter than the lights of the main lamp', () => {
    for (const hex of ['#f2a63c', '#ffffff', '#9fe8ff']) {
      const { p } = litBy({ ...lantern({ xMm: 0, yMm: 0, depthMm: 3 }, 1.5), hex });
      const layers = layersOf(p, canonicalGrid(p.shape.model, 6000));
      const picture = paintPart(p, layers, FINISHED, 'painted');
      const dark = paintPart(p, layers, { ...FINISHED, glow: 0 }, 'painted');
      const luminance = (b: Uint8ClampedArray, i: number) =>
        0.2126 * toLinear(b[i * 4] / 255) +
        0.7152 * toLinear(b[i * 4 + 1] / 255) +
        0.0722 * toLinear(b[i * 4 + 2] / 255);
      const most = Math.max(...Array.from(layers.value, (_, i) => luminance(dark, i)));
      const { at, sizeMm } = p.light.neighbours[0].from!;
      layers.value.forEach((_, i) => {
        const [x, y] = placeOfPoint(layers.surface.grid, i);
        const away = Math.hypot(at[0] - x, at[1] - y, at[2]) - sizeMm / 2;
        if (away > 3 && luminance(picture, i) > most + 1e-6)
          throw new Error(`${hex} is brighter than the main light ${away} mm away`);
      });
    }
  });

  test('lights cloth as it lights metal, and one without strength lights nothing', () => {
    const of = (strength: number) => {
      const { p, surface } = litBy(lantern({}, strength), { cloth: true });
      return glowLayers(p, surface);
    };
    expect(of(0.8).length).toBeGreaterThan(1);
    expect(of(0)).toEqual([]);
    // What the painter owns is what it is laid with.
    const warm = of(0.8).find((l) => l.step === 'lantern-full')!;
    expect(warm.colour![0]).toBeGreaterThan(2 * warm.colour![2]);
  });
});
