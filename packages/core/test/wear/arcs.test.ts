import { expect, test } from '@jest/globals';
import {
  boundsOf,
  canonicalGrid,
  forms,
  modelOf,
  NOTHING,
  placeOfPoint,
  surfaceOf,
  wornOn,
  wornShares,
  type Wear,
} from '../../src/index.js';

const model = modelOf(forms.blade.defaults);
const surface = surfaceOf(model, canonicalGrid(model, 20_000));
const { bottom, top } = boundsOf(model.rings);

const arcs = (over: Partial<Wear> = {}): Wear => ({
  id: 'w',
  part: 'p',
  kind: 'arcs',
  share: 0.1,
  strength: 1,
  seed: 5,
  places: [],
  ...over,
});
const stance = (hot: { at: [number, number, number]; sizeMm: number; strength: number }[] = []) =>
  ({ model, up: [0, 1, 0], key: [-0.6, 0.6, 0.5], hot }) as const;
const passes = (layer: Wear, hot: Parameters<typeof stance>[0] = []) =>
  new Map(wornOn([layer], stance(hot), surface).map(({ pass, alpha }) => [pass.id, alpha]));
const sum = (a: Float32Array, where: (x: number, y: number) => boolean = () => true) =>
  a.reduce((n, v, i) => n + (where(...placeOfPoint(surface.grid, i)) ? v : 0), 0);

test('arcs are three widths over one another with dots at their forks, on the part alone', () => {
  const of = passes(arcs());
  const [halo, line, core, forks] = ['halo', 'line', 'core', 'forks'].map((id) => of.get(id)!);
  expect(sum(halo)).toBeGreaterThan(1.4 * sum(line));
  expect(sum(line)).toBeGreaterThan(1.4 * sum(core));
  expect(sum(forks)).toBeGreaterThan(3);
  halo.forEach((a, i) => {
    if (surface.patch[i] === NOTHING && a !== 0) throw new Error(`an arc lies beside the part at ${i}`);
    // What is inside never reaches beyond what is around it.
    if (line[i] > a + 1e-6 || core[i] > line[i] + 1e-6)
      throw new Error(`a line is wider than its halo at ${i}`);
  });
});

test('the same seed gives the same arcs, another seed others; a larger share gives more', () => {
  const halo = (over: Partial<Wear>) => passes(arcs(over)).get('halo')!;
  expect(halo({})).toEqual(halo({}));
  const other = halo({ seed: 6 });
  expect(halo({}).reduce((n, v, i) => n + Math.abs(v - other[i]), 0)).toBeGreaterThan(50);
  const covered = (share: number) => wornShares([arcs({ share })], stance())[0].share;
  expect(covered(0.2)).toBeGreaterThan(1.5 * covered(0.08));
  // Arcs cross and leave the blade, so that they cover somewhat less than their length is wide.
  expect(covered(0.08)).toBeGreaterThan(0.03);
  expect(covered(0.08)).toBeLessThan(0.12);
});

test('there are more of them beside their source: the lower end, or what glows there', () => {
  const middle = (bottom + top) / 2;
  let [low, high, lowBelowTip, highBelowTip] = [0, 0, 0, 0];
  const glow = { at: [0, top + 3, 2] as [number, number, number], sizeMm: 4, strength: 1 };
  for (let seed = 1; seed <= 8; seed++) {
    const own = passes(arcs({ seed })).get('halo')!;
    const lit = passes(arcs({ seed }), [glow]).get('halo')!;
    low += sum(own, (_, y) => y < middle);
    high += sum(own, (_, y) => y > middle);
    lowBelowTip += sum(lit, (_, y) => y < middle);
    highBelowTip += sum(lit, (_, y) => y > middle);
  }
  expect(low).toBeGreaterThan(1.5 * high);
  expect(highBelowTip).toBeGreaterThan(1.2 * lowBelowTip);
});
