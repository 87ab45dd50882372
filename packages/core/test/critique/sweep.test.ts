import { describe, expect, test } from '@jest/globals';
import {
  brassHeron,
  computed,
  critique,
  FORM_KINDS,
  forms,
  lockMilitia,
  newPart,
  newPiece,
  pieceFindings,
  POLISHES,
  sluiceWarden,
  type Form,
  type Piece,
} from '../../src/index.js';
import { LONG } from '../support.js';

/** Zones drawn coarser than on the screen. */
const POINTS = 5000;
const SIZES = [2, 4, 8, 16, 40];
const HOURS = 12;
/** Of the thousands of ways to set a form up: how many. */
const WAYS = LONG ? 20 : 10;

/** Every form and every variant in the library, and what else a form can be. */
const shapes: readonly (readonly [string, Form])[] = [
  ...FORM_KINDS.map((kind) => [kind, forms[kind].defaults] as const),
  ...FORM_KINDS.flatMap((kind) => (forms[kind].variants ?? []).map((v) => [v.label, v.form] as const)),
  ['hollow', { ...forms.dome.defaults, side: 'scoop' }],
  ['rimmed dome', { ...forms.dome.defaults, rimMm: 0.8 }],
  ['creased dome', { ...forms.dome.defaults, ridgeDeg: 14 }],
  ['keeled tube', { ...forms.tube.defaults, section: 'ridged' }],
  ['bowed plate', { ...forms.plate.defaults, bowDeg: 50 }],
  ['turned disc', { ...forms.disc.defaults, surface: 'turned' }],
  ['blade with a hollow', { ...forms.blade.defaults, fullerMm: 1.2 }],
];

/** A form with its longest side so many mm long, everything else in proportion. */
function sized(form: Form, size: number): Form {
  const f = form as Record<string, unknown>;
  const long = Math.max(...['widthMm', 'heightMm', 'lengthMm'].map((key) => Number(f[key] ?? 0)));
  const scaled = Object.entries(f).map(([key, v]) => {
    if (!key.endsWith('Mm') || typeof v !== 'number') return [key, v];
    const mm = (v * size) / long;
    return [key, v > 0 && !/^(rim|corner|fuller|bow|sag|flare|curve)/.test(key) ? Math.max(0.2, mm) : mm];
  });
  return Object.fromEntries(scaled) as Form;
}

/** The part as the program lays it out by default, under one of twelve lights. */
function byDefault(form: Form, polish: (typeof POLISHES)[number], hour: number): Piece {
  const base = newPart('it', form);
  const piece = newPiece('default', 'Default', [
    { ...base, finish: { kind: 'metal', ladder: 'cold-steel', polish, steps: null, composition: 0 } },
  ]);
  const rig = {
    keyClockHours: hour,
    keyHeightDeg: [12, 27, 45, 60][hour % 4],
    viewElevationDeg: [20, 35][hour % 2],
  };
  return { ...piece, rig: { ...piece.rig, ...rig } };
}

describe('what the program lays out by default raises nothing', () => {
  // All of them would take many minutes: each form meets every polish, size and light, in another combination.
  test.each(shapes)('%s', (name, form) => {
    const seed = shapes.findIndex(([n]) => n === name);
    const raised: string[] = [];
    for (let k = 0; k < WAYS; k++) {
      const polish = POLISHES[k % POLISHES.length];
      const size = SIZES[(k + Math.floor(k / 5) + seed) % SIZES.length];
      const hour = (k * 7 + seed * 5) % HOURS;
      const piece = byDefault(sized(form, size), polish, hour);
      for (const f of critique(piece, (part) => computed(part, piece, POINTS)))
        raised.push(`${polish}, ${size} mm, ${hour} h: ${f.id}, ${f.message}`);
    }
    expect(raised).toEqual([]);
  });
});

test.each([
  ['the sluice warden', sluiceWarden],
  ['the lock militia', lockMilitia],
  ['the brass heron', brassHeron],
])('%s raises nothing, on its map or in its order', (_, piece) => {
  const found = pieceFindings(piece, (part) => computed(part, piece, POINTS));
  expect(found.map((f) => `${f.id} on ${f.part}: ${f.message}`)).toEqual([]);
});
