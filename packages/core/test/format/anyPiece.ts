import fc from 'fast-check';
import {
  FIRST_TABLE,
  ADJUSTMENT_KINDS,
  APPROACHES,
  AS_THE_PIECE,
  FRONT_VIEW,
  frontAlone,
  coldSteel,
  FINDINGS,
  FORMAT,
  LAMPS,
  lockKeepersArm,
  POLISHES,
  SCULPT_SOURCES,
  towline,
  VERSION,
  WEAR_KINDS,
  type Adjustment,
  type Form,
  type Piece,
} from '../../src/index.js';

const id = fc.stringMatching(/^[a-z0-9][a-z0-9-]{0,12}$/);
const size = fc.double({ min: 0.2, max: 400, noNaN: true });
const share = fc.double({ min: 0, max: 1, noNaN: true });
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const hex = fc.stringMatching(/^#[0-9a-f]{6}$/);
const name = fc.string({ minLength: 1, maxLength: 40 });
const NOTED: readonly Omit<Piece['notes'][number], 'id' | 'part' | 'text'>[] = [
  { madeAt: null, photo: null, told: null, mended: null },
  {
    madeAt: '2026-11-23T19:30:00Z',
    photo: 'b'.repeat(64),
    told: null,
    mended: { finding: 'too-dark', cure: 'glaze-lighter' },
  },
  {
    madeAt: null,
    photo: 'b'.repeat(64),
    told: {
      view: 'front',
      after: { ladder: null, role: 'undercoat', step: 'undercoat' },
      places: [{ xMm: 1.5, yMm: -2, across: 0.25, down: 0.75 }],
      cardHex: '#767676',
    },
    mended: null,
  },
];
const outline = fc.array(fc.record({ x: number(-1.5, 1.5), y: number(-1.5, 1.5) }), {
  minLength: 3,
  maxLength: 12,
});
const form: fc.Arbitrary<Form> = fc.oneof(
  fc.record({
    kind: fc.constant('tube' as const),
    lengthMm: size,
    startWidthMm: size,
    endWidthMm: size,
    endCurve: number(-0.6, 0.6),
    section: fc.constantFrom('round' as const, 'ridged' as const, 'half-round' as const),
    bowMm: number(-100, 100),
    swell: number(-0.6, 1),
    swellAt: number(0.1, 0.9),
  }),
  fc.record({
    kind: fc.constant('dome' as const),
    widthMm: size,
    heightMm: size,
    side: fc.constantFrom('convex' as const, 'scoop' as const),
    fullness: number(0.2, 1),
    ridgeDeg: number(0, 45),
    rimMm: number(0, 100),
  }),
  fc.record({
    kind: fc.constant('relief' as const),
    widthMm: size,
    heightMm: size,
    outline,
    holes: fc.array(outline, { maxLength: 3 }),
    barrel: fc.constantFrom('one' as const, 'forked' as const),
    seams: fc.array(outline, { maxLength: 3 }),
    wrapDeg: number(0, 80),
    crownDeg: number(0, 80),
    softness: number(0.01, 1),
    bumps: fc.array(
      fc.record({
        x: number(-1.5, 1.5),
        y: number(-1.5, 1.5),
        width: number(0.02, 4),
        height: number(0.02, 4),
        rise: number(-0.5, 1),
        rollDeg: number(-180, 180),
      }),
      { maxLength: 3 },
    ),
  }),
  fc.record({
    kind: fc.constant('rivets' as const),
    count: fc.integer({ min: 1, max: 80 }),
    lengthMm: size,
    sagMm: number(-100, 100),
    headMm: size,
    fullness: number(0.2, 1),
  }),
  fc.record({ kind: fc.constant('ring' as const), widthMm: size, heightMm: size, thicknessMm: size }),
  fc.record({
    kind: fc.constant('disc' as const),
    widthMm: size,
    heightMm: size,
    surface: fc.constantFrom('cast' as const, 'turned' as const, 'lens' as const),
    rimMm: number(0, 100),
  }),
  fc.record({
    kind: fc.constant('blade' as const),
    lengthMm: size,
    widthMm: size,
    shoulderWidthMm: size,
    pointMm: size,
    ridge: number(-0.8, 0.8),
    bevelDeg: number(3, 70),
    edges: fc.constantFrom('two' as const, 'right' as const, 'left' as const),
    curveMm: number(-100, 100),
    fullerMm: number(0, 100),
    fullerTo: number(0.1, 0.95),
    notches: fc.array(
      fc.record({
        side: fc.constantFrom('left' as const, 'right' as const),
        at: number(0.03, 0.97),
        widthMm: number(0.1, 50),
        depthMm: number(0.05, 50),
      }),
      { maxLength: 3 },
    ),
  }),
  fc.record({
    kind: fc.constant('plate' as const),
    widthMm: size,
    heightMm: size,
    taper: number(-0.9, 0.9),
    cornerMm: number(0, 100),
    bowDeg: number(0, 80),
    outline: fc.array(fc.record({ x: number(-1.5, 1.5), y: number(-1.5, 1.5) }), { maxLength: 6 }),
  }),
  fc.record({
    kind: fc.constant('row' as const),
    of: fc.constantFrom('links' as const, 'feathers' as const, 'coins' as const),
    widthMm: size,
    heightMm: size,
    path: fc.array(fc.record({ x: number(-1.5, 1.5), y: number(-1.5, 1.5) }), { minLength: 2, maxLength: 6 }),
    count: fc.integer({ min: 1, max: 80 }),
    oneMm: size,
  }),
  fc.record({
    kind: fc.constant('band' as const),
    widthMm: size,
    heightMm: size,
    sagMm: number(-100, 100),
    flareMm: number(-200, 200),
    wrapDeg: number(10, 88),
    crownDeg: number(0, 80),
  }),
);
const place = fc.record({
  xMm: number(-2000, 2000),
  yMm: number(-2000, 2000),
  rollDeg: number(-360, 360),
  yawDeg: number(-80, 80),
  pitchDeg: number(-80, 80),
  depthMm: number(-500, 500),
});

const uv = fc.record({ u: share, v: share });
const shift = fc.record({ u: number(-1, 1), v: number(-1, 1) });
const band = { facet: fc.integer({ min: 0, max: 7 }), band: fc.integer({ min: 0, max: 15 }) };
const patch = fc.integer({ min: 0, max: 5 });
/** One generator a kind of adjustment: a kind without one fails the check below. */
const adjustments = {
  'band-centre': fc.record({ ...band, by: number(-1, 1) }),
  'band-ends': fc.record({ ...band, ridge: number(0.05, 8), edge: number(0.05, 8) }),
  'band-lean': fc.record({ ...band, by: number(-1, 1) }),
  'band-peak': fc.record({ ...band, to: share }),
  'band-add': fc.record({ facet: band.facet, at: share, width: number(0.002, 1), peak: share }),
  'band-remove': fc.record(band),
  'glint-move': fc.record({ glint: id, by: shift }),
  'glint-add': fc.record({ patch, anchor: uv, radiusMm: number(0.03, 2) }),
  'glint-remove': fc.record({ glint: id }),
  'border-pull': fc.record({ patch, anchor: uv, by: shift, reachMm: number(0.1, 100) }),
  'zone-hold': fc.record({ patch, anchor: uv, radiusMm: number(0.1, 200), value: share }),
  edge: fc.record({ value: share }),
  bounce: fc.record({ peak: share, gap: share }),
  cut: fc.record({
    patch,
    points: fc.array(uv, { minLength: 2, maxLength: 6 }),
    mark: fc.constantFrom('cut' as const, 'dent' as const),
    widthMm: number(0.05, 5),
    lip: fc.constantFrom('by-light' as const, 'left' as const, 'right' as const, 'both' as const),
  }),
} satisfies Record<(typeof ADJUSTMENT_KINDS)[number], fc.Arbitrary<object>>;
const adjusted = fc.oneof(
  ...ADJUSTMENT_KINDS.map((kind) => adjustments[kind].map((fields) => ({ kind, ...fields }) as Adjustment)),
);

const hash = fc.stringMatching(/^[0-9a-f]{64}$/);
/** Any piece that the format allows. */
export const pieces: fc.Arbitrary<Piece> = fc
  .record({
    id,
    name,
    parts: fc.uniqueArray(
      fc.record({
        id,
        name,
        form,
        place,
        matte: fc.boolean(),
        hex,
        polish: fc.constantFrom(...POLISHES),
        steps: fc.option(fc.integer({ min: 2, max: 12 })),
      }),
      { selector: (p) => p.id, maxLength: 6 },
    ),
    clock: number(0, 12),
    height: number(0, 90),
    lamp: fc.constantFrom(...LAMPS),
    neighbours: fc.uniqueArray(
      fc.record({
        id,
        name,
        where: fc.oneof(
          fc.record({
            kind: fc.constant('far' as const),
            clockHours: number(0, 12),
            heightDeg: number(-90, 90),
            sizeDeg: number(1, 90),
          }),
          fc.record({
            kind: fc.constant('near' as const),
            xMm: number(-2000, 2000),
            yMm: number(-2000, 2000),
            depthMm: number(-500, 500),
            sizeMm: size,
          }),
        ),
        hex,
        strength: number(0, 2),
      }),
      { selector: (n) => n.id, maxLength: 3 },
    ),
    copies: fc.integer({ min: 1, max: 500 }),
    underlay: fc.option(
      fc.record({
        photo: hash,
        widthPx: fc.integer({ min: 1, max: 65535 }),
        heightPx: fc.integer({ min: 1, max: 65535 }),
        mmPerPx: number(0.001, 100),
        xMm: number(-2000, 2000),
        yMm: number(-2000, 2000),
        turnDeg: number(-180, 180),
        shows: share,
        grey: fc.constantFrom('no' as const, 'yes' as const),
        map: share,
      }),
    ),
    sculpts: fc.uniqueArray(
      fc.record({
        id,
        name,
        from: fc.constantFrom(...SCULPT_SOURCES),
        surface: hash,
        widthMm: number(0.2, 4000),
        heightMm: number(0.2, 4000),
        xMm: number(-2000, 2000),
        yMm: number(-2000, 2000),
        trust: share,
        shape: fc.option(hash),
        photos: fc.array(hash, { maxLength: 3 }),
      }),
      { selector: (t) => t.id, maxLength: 2 },
    ),
    views: fc.uniqueArray(
      fc.record({
        id: id.filter((v) => v !== FRONT_VIEW),
        name,
        turnDeg: number(-180, 180),
        light: fc.option(fc.record({ keyClockHours: number(0, 12), keyHeightDeg: number(0, 90), why: name })),
      }),
      { selector: (v) => v.id, maxLength: 3 },
    ),
    notes: fc.uniqueArray(fc.record({ id, text: fc.string({ minLength: 1, maxLength: 200 }) }), {
      selector: (n) => n.id,
      maxLength: 3,
    }),
    adjusted: fc.array(adjusted, { maxLength: 4 }),
    approach: fc.record({
      edges: fc.constantFrom(...APPROACHES.edges),
      bounce: fc.constantFrom(...APPROACHES.bounce),
      blade: fc.constantFrom(...APPROACHES.blade),
      glints: fc.constantFrom(...APPROACHES.glints),
      surroundings: fc.constantFrom(...APPROACHES.surroundings),
    }),
    worn: fc.array(
      fc.record({
        kind: fc.constantFrom(...WEAR_KINDS),
        share: number(0.01, 0.9),
        strength: number(0.2, 1),
        seed: fc.integer({ min: 0, max: 9999 }),
      }),
      { maxLength: 3 },
    ),
    light: fc.option(fc.constantFrom(...APPROACHES.light)),
    limits: fc.uniqueArray(
      fc.record({ finding: fc.constantFrom(...FINDINGS), limit: number(0, 100), note: name }),
      { selector: (l) => l.finding, maxLength: 3 },
    ),
    quiet: fc.array(fc.record({ finding: fc.constantFrom(...FINDINGS), reason: name }), { maxLength: 3 }),
    run: fc.option(
      fc.array(fc.record({ step: id, copy: fc.integer({ min: 1, max: 10 }), coats: number(0, 50), share }), {
        maxLength: 3,
      }),
      { nil: undefined },
    ),
  })
  .map((g): Piece => ({
    format: FORMAT,
    version: VERSION,
    id: g.id,
    name: g.name,
    heightMm: 54,
    copies: g.copies,
    rig: {
      ...lockKeepersArm.rig,
      keyClockHours: g.clock,
      keyHeightDeg: g.height,
      lamp: g.lamp,
      neighbours: g.neighbours,
      focalPart: g.parts[0]?.id ?? null,
    },
    approach: g.approach,
    views: [
      ...frontAlone({ underlay: g.underlay, sculpts: g.sculpts }),
      ...g.views.map((v) => ({ ...v, underlay: null, sculpts: [] })),
    ],
    parts: g.parts.map((p) => ({
      id: p.id,
      view: g.views[0]?.id ?? FRONT_VIEW,
      name: p.name,
      form: p.form,
      place: p.place,
      finish: p.matte
        ? { kind: 'matte', name: 'Wool', hex: p.hex }
        : { kind: 'metal', ladder: 'cold-steel', polish: p.polish, steps: p.steps, composition: 7 },
      approach: { ...AS_THE_PIECE, light: g.light },
      group: null,
      sameAs: null,
    })),
    ladders: [coldSteel],
    paints: [...towline],
    wear: g.worn.flatMap((w, i) => {
      const metal = g.parts.find((p) => !p.matte);
      return metal ? [{ ...w, id: `w${i}`, part: metal.id, places: [] }] : [];
    }),
    adjustments: g.parts.length ? g.adjusted.map((a, i) => ({ ...a, id: `a${i}`, part: g.parts[0].id })) : [],
    critique: { limits: g.limits, quiet: g.quiet.map((q) => ({ ...q, part: null })), orderQuiet: [] },
    table: FIRST_TABLE,
    groups: [],
    notes: g.notes.map(({ id, text }, i) => ({ id, text, part: null, ...NOTED[i % NOTED.length] })),
    ...(g.run
      ? {
          run: {
            ticks: g.run.map((t) => ({
              part: 'gone',
              step: t.step,
              role: 'value' as const,
              copy: t.copy,
              doneAt: '2026-11-23T19:30:00Z',
              did: {
                mix: 'Chalk',
                coats: t.coats,
                coverShare: t.share,
                minutes: 4,
                ...(t.copy % 2 === 0 && {
                  hex: '#e8e6df',
                  plan: { coats: t.coats, modelCoats: t.coats, minutes: 3.5 },
                }),
              },
            })),
          },
        }
      : {}),
  }));
