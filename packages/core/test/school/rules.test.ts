import { describe, expect, test } from '@jest/globals';
import {
  coldSteel,
  lockMilitia,
  orderFindings,
  orderRules,
  paintingOrder,
  partSheet,
  sluiceWarden,
  type Ladder,
  type OrderLayer,
  withRecipeChange,
  type OrderRuleId,
  type PassRef,
  type PartSheet,
  type Piece,
  type SchoolId,
  wearKinds,
  type Neighbour,
  type Wear,
  type WearKind,
} from '../../src/index.js';
import { sheetsOf } from '../support.js';

const [iron, gilt] = lockMilitia.ladders;

/** The warden's blade and helm in one ladder under an approach. */
function planned(
  ladder: Ladder,
  school: SchoolId,
  undercoat = ladder.undercoat,
): { piece: Piece; order: OrderLayer[] } {
  const parts = sluiceWarden.parts
    .filter((p) => ['blade', 'crown'].includes(p.id))
    .map((p) => ({ ...p, finish: { ...p.finish, ladder: ladder.id } as typeof p.finish }));
  const piece = {
    ...sluiceWarden,
    wear: [],
    rig: { ...sluiceWarden.rig, focalPart: null },
    parts,
    ladders: [{ ...ladder, school, undercoat }],
  };
  const sheets = new Map<string, PartSheet>(parts.map((p) => [p.id, partSheet(p, piece)]));
  return { piece, order: paintingOrder(piece, sheets) };
}

/** The same under all kinds of wear and beside a lantern. */
function aged(ladder: Ladder, school: SchoolId, kinds: readonly WearKind[]) {
  const { piece } = planned(ladder, school);
  const wear = kinds.map((kind, i): Wear => ({
    id: `w${i}`,
    part: 'blade',
    kind,
    share: wearKinds[kind].usual,
    strength: 1,
    seed: 3,
    places: [],
  }));
  const { place } = piece.parts[0];
  const lantern: Neighbour = {
    id: 'n',
    name: 'Lantern',
    where: { kind: 'near', xMm: place.xMm - 4, yMm: place.yMm, depthMm: 3, sizeMm: 4 },
    hex: '#f2a63c',
    strength: 1,
  };
  const worn = { ...piece, wear, rig: { ...piece.rig, neighbours: [lantern] } };
  const sheets = sheetsOf(worn);
  return { piece: worn, order: paintingOrder(worn, sheets) };
}

const old = aged(coldSteel, 'dark-first', ['rust', 'chips', 'verdigris', 'pigment', 'arcs']);
const painted = planned(coldSteel, 'dark-first');
const glazed = planned(coldSteel, 'thin-glazes');
const washed = planned(iron, 'wash-and-lift');
const gold = planned(gilt, 'gold-over-undertone');
const tinted = planned(iron, 'tinted-metal');
const glossy = planned(coldSteel, 'gloss-black');

type Plan = typeof painted;
const roleAt = (o: OrderLayer[], role: string, step?: string) =>
  o.findIndex((l) => l.role === role && (step === undefined || l.step === step));
/** The order with one layer moved to the place of another. */
function moved(order: OrderLayer[], from: number, to: number): OrderLayer[] {
  const rest = order.filter((_, i) => i !== from);
  rest.splice(to, 0, order[from]);
  return rest;
}
const changed = (order: OrderLayer[], at: number, over: Partial<OrderLayer>): OrderLayer[] =>
  order.map((l, i) => (i === at ? { ...l, ...over } : l));
const onParts = (l: OrderLayer, over: Partial<OrderLayer['parts'][number]>) => ({
  parts: l.parts.map((p) => ({ ...p, ...over })),
});

/** For each rule a sound plan and one breach planted in it. */
const PLANTED: Record<OrderRuleId, [Plan, (order: OrderLayer[]) => OrderLayer[]]> = {
  'undercoat-late': [painted, (o) => moved(o, 0, 2)],
  'form-over-lines': [washed, (o) => moved(o, roleAt(o, 'lining'), 1)],
  'glaze-over-edges': [painted, (o) => moved(o, roleAt(o, 'smoothing'), roleAt(o, 'edges'))],
  'after-dots': [painted, (o) => moved(o, roleAt(o, 'glints'), roleAt(o, 'edges'))],
  'reflections-after-white': [painted, (o) => moved(o, roleAt(o, 'value', 's7'), roleAt(o, 'tint'))],
  'bounce-before-form': [painted, (o) => moved(o, roleAt(o, 'bounce'), 2)],
  'wash-kills-shine': [washed, (o) => moved(o, roleAt(o, 'wash', 'wash'), roleAt(o, 'edges') - 1)],
  'hue-after-silver': [
    gold,
    (o) => [...changed(o, roleAt(o, 'value', 'g3'), { mix: [{ paint: 'tin-lantern', parts: 1 }] })],
  ],
  'airbrush-after-brush': [tinted, (o) => moved(o, roleAt(o, 'edges'), 2)],
  'step-outgrows': [
    painted,
    (o) => changed(o, roleAt(o, 'value', 's5'), onParts(o[roleAt(o, 'value', 's5')], { coverShare: 0.99 })),
  ],
  'tint-too-soon': [tinted, (o) => changed(o, roleAt(o, 'glaze', 'tint-1'), { dryMin: 20 })],
  'varnish-on-tacky-tint': [tinted, (o) => changed(o, roleAt(o, 'glaze', 'tint-2'), { dryMin: 45 })],
  'paint-on-fresh-varnish': [tinted, (o) => changed(o, roleAt(o, 'varnish'), { dryMin: 30 })],
  'unsealed-tint': [tinted, (o) => o.filter((l) => l.role !== 'varnish')],
  'wash-on-wet': [washed, (o) => changed(o, roleAt(o, 'wash', 'wash'), { dryMin: 10 })],
  'flake-on-wet': [washed, (o) => changed(o, roleAt(o, 'value', 'i2'), { dryMin: 2 })],
  'dots-on-wet-glaze': [
    glossy,
    (o) =>
      moved(
        changed(o, roleAt(o, 'glaze', 'closing'), { dryMin: 1, mix: [{ paint: 'lamp-oil', parts: 1 }] }),
        roleAt(o, 'glaze', 'closing'),
        roleAt(o, 'glints') - 1,
      ),
  ],
  'wants-undercoat': [
    painted,
    (o) =>
      changed(
        o,
        roleAt(o, 'value', 's5'),
        onParts(o[roleAt(o, 'value', 's5')], { covers: false, exactCoats: 8.4 }),
      ),
  ],
  'glaze-too-thin': [
    glazed,
    (o) =>
      changed(o, roleAt(o, 'value', 's3'), {
        water: 9,
        ...onParts(o[roleAt(o, 'value', 's3')], { covers: false }),
      }),
  ],
  'flake-in-water': [washed, (o) => changed(o, roleAt(o, 'base'), { water: 1, thinner: 'water' })],
  'white-worked': [
    painted,
    (o) => changed(o, roleAt(o, 'value', 's7'), onParts(o[roleAt(o, 'value', 's7')], { coats: 6 })),
  ],
  'wear-too-early': [old, (o) => moved(o, roleAt(o, 'edges'), roleAt(o, 'wear') + 1)],
  'bright-before-rust': [
    old,
    (o) =>
      moved(
        o,
        o.findIndex((l) => l.role === 'wear' && l.ladder !== null),
        roleAt(o, 'wear'),
      ),
  ],
  'verdigris-covered': [
    old,
    (o) => moved(o, roleAt(o, 'wear'), o.findIndex((l) => l.step.startsWith('verdigris')) + 1),
  ],
  'pigment-varnished': [
    old,
    (o) => {
      const varnish = tinted.order.find((l) => l.film === 'varnish')!;
      return [...o, { ...varnish, ladder: coldSteel.id }];
    },
  ],
  'damage-after-glow': [old, (o) => moved(o, roleAt(o, 'wear'), o.length - 1)],
  'dots-on-aged': [
    old,
    (o) => {
      const dots = painted.order.find((l) => l.role === 'glints')!;
      return [...o, { ...dots, parts: dots.parts.filter((p) => p.part === 'blade') }];
    },
  ],
  'wash-over-shine': [
    aged(iron, 'wash-and-lift', []),
    (o) => {
      const dirt = aged(iron, 'wash-and-lift', ['grime']).order.find((l) => l.role === 'wear')!;
      return [...o.filter((l) => l.role !== 'glow'), dirt];
    },
  ],
  'other-undercoat': [planned(gilt, 'gold-over-undertone', 'grey-primer'), (o) => o],
};

describe('rules of order', () => {
  test('there is one planted breach for each', () =>
    expect(Object.keys(PLANTED).sort()).toEqual(Object.keys(orderRules).sort()));

  test.each(Object.entries(PLANTED))(
    '%s is named where it is broken, and only then',
    (id, [{ piece, order }, plant]) => {
      if (id !== 'other-undercoat') expect(orderFindings(order, piece)).toEqual([]);
      const found = orderFindings(plant(order), piece);
      expect(found.map((f) => f.id)).toContain(id);
      const mine = found.find((f) => f.id === id)!;
      expect(mine.message).toMatch(/^\p{Ll}.{20,}/u);
      expect(plant(order)[mine.at].title).toBe(mine.title);
    },
  );
});

describe('what a painter’s own recipe breaks', () => {
  type Change = Parameters<typeof withRecipeChange>[1];
  const own = (plan: Plan, ...changes: Change[]) => {
    const [ladder] = plan.piece.ladders;
    const mine = changes.reduce((l, c) => withRecipeChange(l, c), ladder);
    const piece = { ...plan.piece, ladders: [mine] };
    const sheets = sheetsOf(piece);
    return orderFindings(paintingOrder(piece, sheets), piece).map((f) => f.id);
  };
  const move = (role: PassRef['role'], step: string, before: PassRef | null): Change => ({
    kind: 'move',
    pass: { role, step },
    before,
  });
  const change = (role: PassRef['role'], step: string, over: { water?: number; coats?: number }): Change => ({
    kind: 'change',
    pass: { role, step },
    title: null,
    mix: null,
    water: null,
    coats: null,
    ...over,
  });
  const EDGES: PassRef = { role: 'edges', step: 'edges' };
  const BREACHES: readonly [OrderRuleId, Plan, Change][] = [
    ['form-over-lines', washed, move('lining', 'lining', { role: 'value', step: 'i2' })],
    ['glaze-over-edges', painted, move('smoothing', 'smoothing', { role: 'glints', step: 'glints' })],
    ['after-dots', painted, move('glints', 'glints', EDGES)],
    ['reflections-after-white', painted, move('value', 's7', { role: 'tint', step: 'tint' })],
    ['bounce-before-form', painted, move('bounce', 'bounce', { role: 'value', step: 's3' })],
    ['wash-kills-shine', washed, move('wash', 'wash', EDGES)],
    ['unsealed-tint', tinted, { kind: 'leave-out', pass: { role: 'varnish', step: 'seal' } }],
    ['airbrush-after-brush', tinted, move('edges', 'edges', { role: 'glaze', step: 'tint-1' })],
    ['white-worked', painted, change('value', 's7', { coats: 6 })],
  ];

  test.each(BREACHES)('%s is named', (id, plan, breach) => {
    expect(own(plan)).not.toContain(id);
    expect(own(plan, breach)).toContain(id);
  });
});

test('an undercoat that is wanted is named, from the paints at hand', () => {
  const [{ piece, order }, plant] = PLANTED['wants-undercoat'];
  const { message } = orderFindings(plant(order), piece).find((f) => f.id === 'wants-undercoat')!;
  const named = /such as (.+?),/.exec(message)?.[1];
  expect(piece.paints.find((p) => p.name === named)?.opacity).toBe('opaque');
  expect(message).toMatch(/about 8 coats.*value \d+/);
});
