import { describe, expect, test } from '@jest/globals';
import {
  finishedStage,
  lockKeepersArm,
  orderFindings,
  orderTime,
  paintingOrder,
  paletteOf,
  sluiceWarden,
  stageAfter,
  volumesOf,
  type OrderLayer,
  type Paint,
  type Piece,
  type Role,
} from '../../src/index.js';
import { orderOf, sheetsOf } from '../support.js';

const sheets = sheetsOf(lockKeepersArm);
const order = paintingOrder(lockKeepersArm, sheets);
const roles = order.map((l) => l.role);

describe('the painting order of the demo', () => {
  test('runs undercoat, six value steps, smoothing, bounce, lining, edges in shade and in light, white, glints, matte', () => {
    const wanted: Role[] = [
      'undercoat',
      ...Array<Role>(6).fill('value'),
      'smoothing',
      'bounce',
      'lining',
      'edges',
      'edges',
      'value',
      'glints',
      'matte',
    ];
    expect(roles).toEqual(wanted);
  });

  test('calls what is not metal by its name, where there is little of it', () => {
    const matte = (layers: readonly OrderLayer[]) => layers.find((l) => l.role === 'matte')!;
    expect(matte(order).title).toBe('Sleeve');
    expect(matte(orderOf(sluiceWarden)).title).toBe('What is not metal');
  });

  test('names every metal part in the darkest and the lightest step, and never twice', () => {
    const metal = lockKeepersArm.parts
      .filter((p) => p.finish.kind === 'metal')
      .map((p) => p.id)
      .sort();
    const white = order.find((l) => l.step === 's7')!;
    for (const layer of [order[1], white]) expect(layer.parts.map((p) => p.part).sort()).toEqual(metal);
    for (const layer of order) expect(new Set(layer.parts.map((p) => p.part)).size).toBe(layer.parts.length);
  });

  test('no step covers more than the one before it on the same part', () => {
    for (const { id } of lockKeepersArm.parts) {
      let before = 1;
      for (const layer of order.filter((l) => l.role === 'value')) {
        const step = layer.parts.find((p) => p.part === id);
        if (!step) continue;
        expect(step.coverShare).toBeLessThanOrEqual(before + 1e-9);
        expect(step.coats).toBeGreaterThanOrEqual(1);
        before = step.coverShare;
      }
    }
  });

  test('lists no step that has nothing to paint', () => {
    for (const layer of order) for (const p of layer.parts) expect(p.coverMm2).toBeGreaterThan(0);
  });

  test('writes thinning out, water first, and the last dots neat', () => {
    for (const layer of order.filter((l) => l.role === 'value'))
      expect(layer.thinning).toMatch(/^\d+ water to \d+ paint$/);
    expect(order.find((l) => l.role === 'glints')!.thinning).toBe('neat');
  });

  test('time shrinks as steps are ticked, to nothing at the end', () => {
    const all = orderTime(order, 1);
    const some = orderTime(order, 1, (s) => (s.role === 'undercoat' || s.step === 's1' ? 0 : 1));
    expect(some.activeMin).toBeLessThan(all.activeMin);
    expect(orderTime(order, 1, () => 0)).toEqual({ activeMin: 0, dryMin: 0 });
    expect(orderTime(order, 10).activeMin).toBeCloseTo(all.activeMin * 10);
  });

  test('polished parts read as metal late, once the pale steps are in', () => {
    const { readsAsMetalFrom, steps } = sheets.get('elbow')!;
    expect(readsAsMetalFrom).toBeGreaterThan(steps / 2);
    expect(readsAsMetalFrom).toBeLessThanOrEqual(steps);
    expect(sheets.get('sleeve')!.readsAsMetalFrom).toBeNull();
  });
});

describe('the look after a layer', () => {
  const part = lockKeepersArm.parts.find((p) => p.finish.kind === 'metal')!;
  const palette = paletteOf(
    { ...part, finish: { ...part.finish, steps: 3 } as typeof part.finish },
    5,
    lockKeepersArm,
  );
  const after = (role: Role, step: string) => stageAfter(role, step, palette);

  test("counts the part's own steps only", () => {
    expect(palette.steps.map((s) => s.id)).toEqual(['s1', 's4', 's7']);
    expect(after('undercoat', 'undercoat').laid).toBe(0);
    expect(after('value', 's3').laid).toBe(1);
    expect(after('value', 's4').laid).toBe(2);
    expect(after('bounce', 'bounce')).toMatchObject({ laid: 2, smoothed: true, bounce: true, edges: false });
    expect(after('value', 's7')).toMatchObject({ laid: 3, lining: true, edges: true, glints: false });
    expect(after('glints', 'glints')).toMatchObject({ laid: 3, edges: true, glints: true });
    expect(after('glints', 'glints')).toEqual(finishedStage(palette, 0, 0));
  });
});

test('approaches show in the order: no bounce where it is left out, pale dots in a step of their own', () => {
  const by = (over: Partial<Piece['approach']>) => {
    const piece = { ...lockKeepersArm, approach: { ...lockKeepersArm.approach, ...over } };
    return orderOf(piece);
  };
  const usual = by({});
  expect(usual.some((l) => l.role === 'bounce')).toBe(true);
  expect(usual.filter((l) => l.role === 'glints').map((l) => l.step)).toEqual(['glints']);
  const other = by({ bounce: 'none', glints: 'pale' });
  expect(other.some((l) => l.role === 'bounce')).toBe(false);
  const [pale] = other.filter((l) => l.role === 'glints');
  expect(pale.step).toBe('glints-pale');
  const { steps } = lockKeepersArm.ladders[0];
  expect(pale.mix).toEqual(steps[steps.length - 2].mix);
});

test('a tint from the surroundings is a brushed glaze and dries as one, as long as its paint wants', () => {
  const tints = (p: Piece) => orderOf(p).filter((l) => l.role === 'tint');
  const [sky] = tints(sluiceWarden);
  expect(sky.dryMin).toBe(orderOf(sluiceWarden).find((l) => l.role === 'smoothing')!.dryMin);
  const slow = (p: Paint): Paint => ({ ...p, dryMin: 90 });
  const laid = new Set(sky.mix.map((m) => m.paint));
  const paints = sluiceWarden.paints.map((p) => (laid.has(p.id) ? slow(p) : p));
  expect(tints({ ...sluiceWarden, paints })[0].dryMin).toBe(90);
});

test('the primer that most parts want is sprayed; another is brushed on afterwards', () => {
  const order = orderOf(sluiceWarden);
  const primers = order.filter((l) => l.role === 'undercoat');
  expect(primers.map((l) => [l.title, l.airbrush, l.caution !== null])).toEqual([
    ['Undercoat for cold steel', true, true],
    ['Undercoat for bronze', false, false],
  ]);
  expect(primers[1].how).toMatch(/^Brushed thinly/);
  // The spray takes in what is brushed over later, and what is no metal: it is said, and the cup is filled for it.
  const ten = { ...sluiceWarden, copies: 10 };
  const [sprayed] = primers;
  expect(sprayed.how).toMatch(/^Over the whole miniature/);
  const drops = (layers: readonly OrderLayer[]) => Number(/^(\d+) drops/.exec(layers[0].amount)![1]);
  const ids = sprayed.parts.map((p) => p.part);
  const alone = orderOf({ ...ten, parts: ten.parts.filter((p) => ids.includes(p.id)) });
  expect(alone[0].how).toMatch(/^Even and thin/);
  expect(drops(orderOf(ten))).toBeGreaterThan(drops(alone));
  // What is told of volumes is told of the same spray.
  const sprayedMm2 = (layers: readonly OrderLayer[]) => volumesOf(layers, 10)[0].areaMm2;
  expect(sprayedMm2(orderOf(ten))).toBeGreaterThan(1.2 * sprayedMm2(alone));
  expect(orderFindings(order, sluiceWarden)).toEqual([]);
});
