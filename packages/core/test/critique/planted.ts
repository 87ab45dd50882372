import {
  composeBands,
  forms,
  newPart,
  newPiece,
  polishModels,
  partLight,
  modelOf,
  preparePart,
  SAMPLE,
  seenBands,
  type Adjustment,
  type Band,
  type FindingId,
  type Form,
  type FormKind,
  type FormOf,
  type Part,
  type Piece,
  type Polish,
} from '../../src/index.js';
import {
  dotAt,
  hold,
  madeAlike,
  madeBlock,
  madeDark,
  madeToMeet,
  type Bare,
} from '../../src/drill/spoils.js';

export const shape = <K extends FormKind>(kind: K, over: Partial<FormOf<K>> = {}): Form =>
  ({ ...forms[kind].defaults, ...over }) as Form;

interface Design {
  readonly polish?: Polish;
  readonly steps?: number | null;
  readonly rig?: Partial<Piece['rig']>;
  readonly part?: Partial<Part>;
  readonly by?: readonly Bare[];
  readonly composition?: number;
}

/** A piece of one part in cold steel under the first light, with what is special about it. */
export function alone(
  form: Form,
  { polish = 'polished', steps = 7, rig = {}, part = {}, by = [], composition = 0 }: Design = {},
): Piece {
  const base = newPart('it', form);
  const piece = newPiece('design', 'Design', [
    { ...base, finish: { kind: 'metal', ladder: 'cold-steel', polish, steps, composition }, ...part },
  ]);
  return {
    ...piece,
    rig: { ...piece.rig, fallOff: 0, ...rig },
    adjustments: by.map((a, i) => ({ id: `by-${i + 1}`, part: 'it', ...a }) as Adjustment),
  };
}

/** Bands of a face as composed, without any hand. */
export function bandsOf(form: Form, facet: number, polish: Polish = 'mirror'): Band[] {
  const p = preparePart(alone(form, { polish }).parts[0], alone(form, { polish }));
  return seenBands(p.metal!.body.composition.facets[facet]);
}

const blade = shape('blade', { lengthMm: 40, widthMm: 7, shoulderWidthMm: 7.4, pointMm: 8 });
const broad = shape('blade', { lengthMm: 60, widthMm: 11, shoulderWidthMm: 12, pointMm: 9 });
const plate = shape('plate', { widthMm: 10, heightMm: 22, taper: 0 });
const dome = shape('dome', { widthMm: 12, heightMm: 12 });
const scoop = shape('dome', { widthMm: 12, heightMm: 12, side: 'scoop' });
const tube = shape('tube', { lengthMm: 18, startWidthMm: 9, endWidthMm: 9 });
const chest = shape('relief', { widthMm: 16, heightMm: 18 });
const band = shape('band', { widthMm: 14, heightMm: 5 });

const alike = (form: Form, facet: number, at: number, polish: Polish = 'mirror') =>
  madeAlike(facet, bandsOf(form, facet, polish), at);
const block = (form: Form, facet: number, at: number, polish: Polish = 'mirror') =>
  madeBlock(facet, bandsOf(form, facet, polish)[at]);
const meeting = (form: Form, polish: Polish = 'mirror') =>
  madeToMeet(bandsOf(form, 0, polish), bandsOf(form, 1, polish));
const sunkFace = (form: Form, facet: number, polish: Polish = 'mirror') =>
  madeDark(facet, bandsOf(form, facet, polish));

const cut = (
  from: readonly [number, number],
  to: readonly [number, number],
  lip: 'left' | 'right',
): Bare => ({
  kind: 'cut',
  patch: 0,
  mark: 'cut',
  widthMm: 0.3,
  lip,
  points: [
    { u: from[0], v: from[1] },
    { u: to[0], v: to[1] },
  ],
});

/** Cold steel with another share aimed at from one of its steps on. */
function planned(piece: Piece, from: number, to: number, share: number): Piece {
  return {
    ...piece,
    ladders: piece.ladders.map((l) => ({
      ...l,
      steps: l.steps.map((s, i) => (i >= from && i <= to ? { ...s, aimedShare: share } : s)),
    })),
  };
}

/** Six domes on a figure, one of them meant to be seen first, all equally bright. */
function flat(focal: number, polish: Polish = 'polished'): Piece {
  const piece = alone(dome);
  const parts = Array.from({ length: 6 }, (_, i) => ({
    ...piece.parts[0],
    id: `dome-${i}`,
    finish: { ...piece.parts[0].finish, polish } as Part['finish'],
    place: { ...piece.parts[0].place, xMm: (i % 2) * 16, yMm: 50 - 9 * i },
  }));
  return { ...piece, parts, rig: { ...piece.rig, focalPart: `dome-${focal}` } };
}

/** One fault each, far past its limit. */
export const planted: readonly (readonly [FindingId, string, Piece])[] = [
  ['equal-bands', 'on the lit face', alone(blade, { polish: 'mirror', by: alike(blade, 0, 0) })],
  ['equal-bands', 'on the shaded face', alone(blade, { polish: 'mirror', by: alike(blade, 1, 0) })],
  ['equal-bands', 'on a plate', alone(plate, { polish: 'mirror', by: alike(plate, 0, 1) })],
  ['equal-bands', 'by one added', alone(broad, { polish: 'polished', by: [added(broad)] })],
  ['block-bands', 'on a blade', alone(blade, { polish: 'mirror', by: block(blade, 0, 0) })],
  [
    'block-bands',
    'on its other face',
    alone(broad, { polish: 'polished', by: block(broad, 1, 0, 'polished') }),
  ],
  ['block-bands', 'on a plate', alone(plate, { polish: 'mirror', by: block(plate, 0, 0) })],
  ['ridge-meeting', 'on a blade', alone(blade, { polish: 'mirror', by: meeting(blade) })],
  ['ridge-meeting', 'on a broad one', alone(broad, { polish: 'polished', by: meeting(broad, 'polished') })],
  [
    'edges-only',
    'its only band gone',
    alone(blade, { polish: 'dull', by: [{ kind: 'band-remove', facet: 0, band: 0 }] }),
  ],
  [
    'edges-only',
    'its only band past the end',
    alone(plate, { polish: 'dull', by: [{ kind: 'band-centre', facet: 0, band: 0, by: 0.7 }] }),
  ],
  ['bounce-too-bright', 'on a dome', alone(dome, { by: [{ kind: 'bounce', peak: 0.8, gap: 0.6 }] })],
  ['bounce-too-bright', 'on a tube', alone(tube, { by: [{ kind: 'bounce', peak: 0.7, gap: 0.6 }] })],
  ['bounce-too-bright', 'on a breastplate', alone(chest, { by: [{ kind: 'bounce', peak: 1, gap: 0.6 }] })],
  [
    'no-gap',
    'a dome with the gap held light',
    alone(dome, { polish: 'satin', by: [hold(0.655, 0.31, 3.4, 0.5)] }),
  ],
  [
    'no-gap',
    'a tube with the gap held light',
    alone(tube, { polish: 'satin', rig: { keyClockHours: 9 }, by: [hold(0.75, 0.5, 3.5, 0.5)] }),
  ],
  ['even-edges', 'on a blade', alone(blade, { polish: 'mirror', by: [{ kind: 'edge', value: 0.9 }] })],
  [
    'even-edges',
    'on a broad blade',
    alone(broad, { polish: 'polished', by: [{ kind: 'edge', value: 0.8 }] }),
  ],
  ['even-edges', 'on a band', alone(band, { by: [{ kind: 'edge', value: 0.8 }] })],
  ['wrong-lip', 'on a dome', alone(dome, { by: [cut([0.3, 0.5], [0.7, 0.55], 'left')] })],
  ['wrong-lip', 'on a breastplate', alone(chest, { by: [cut([0.7, 0.3], [0.3, 0.35], 'right')] })],
  [
    'wrong-lip',
    'upright under light from the right',
    alone(tube, { rig: { keyClockHours: 3 }, by: [cut([0.5, 0.3], [0.5, 0.7], 'right')] }),
  ],
  [
    'dome-strip',
    'held in a row',
    alone(dome, { by: [0.12, 0.3, 0.5, 0.7, 0.88].map((u) => hold(u, 0.6, 0.9, 1)) }),
  ],
  [
    'dome-strip',
    'held upright',
    alone(dome, { by: [0.2, 0.35, 0.5, 0.65, 0.8].map((v) => hold(0.4, v, 0.9, 1)) }),
  ],
  ['scoop-as-dome', 'lit toward the light', alone(scoop, { by: [hold(0.3, 0.72, 4, 1)] })],
  [
    'scoop-as-dome',
    'under light from the right',
    alone(scoop, { rig: { keyClockHours: 2 }, by: [hold(0.76, 0.65, 4, 1)] }),
  ],
  [
    'light-off',
    'a part with a light of its own',
    alone(dome, { rig: { keyClockHours: 12 }, part: { approach: { ...noApproach(), light: 'side' } } }),
  ],
  [
    'light-off',
    'a tube lit from the other side',
    alone(tube, { rig: { keyClockHours: 10 }, by: [hold(0.85, 0.5, 3, 1)] }),
  ],
  [
    'light-off',
    'a dome held bright below',
    alone(dome, { rig: { keyClockHours: 11 }, by: [hold(0.66, 0.25, 3, 1)] }),
  ],
  ['flat-figure', 'the lowest should lead', flat(4)],
  ['flat-figure', 'all in satin', flat(0, 'satin')],
  [
    'value-jump',
    'a dome in three steps',
    alone(shape('dome', { widthMm: 20, heightMm: 20 }), { steps: 3, polish: 'dull' }),
  ],
  [
    'value-jump',
    'a tube in three steps',
    alone(shape('tube', { lengthMm: 30, startWidthMm: 24, endWidthMm: 24 }), {
      steps: 3,
      polish: 'burnished',
    }),
  ],
  [
    'value-jump',
    'a breastplate in three',
    alone(shape('relief', { widthMm: 24, heightMm: 26 }), { steps: 3, polish: 'burnished' }),
  ],
  [
    'too-narrow',
    'a thin tube in seven steps',
    alone(shape('tube', { lengthMm: 6, startWidthMm: 1, endWidthMm: 1 }), { steps: 7, polish: 'mirror' }),
  ],
  [
    'too-narrow',
    'a small dome in seven steps',
    alone(shape('dome', { widthMm: 1.6, heightMm: 1.6 }), { steps: 7, polish: 'mirror' }),
  ],
  ['contrast', 'most of it held at one value', alone(dome, { by: [hold(0.5, 0.5, 9, 0.5)] })],
  [
    'contrast',
    'its band sunk',
    alone(plate, { polish: 'dull', by: [{ kind: 'band-peak', facet: 0, band: 0, to: 0.05 }] }),
  ],
  ['too-little-light', 'its light held dark', alone(dome, { by: [hold(0.42, 0.62, 5.6, 0.1)] })],
  ['too-little-light', 'planned too small', planned(alone(dome, { polish: 'mirror' }), 1, 6, 0.01)],
  ['washed-out', 'its light held white', alone(dome, { by: [hold(0.4, 0.62, 4.4, 1)] })],
  [
    'washed-out',
    'planned too large, in a metal that goes by its plan',
    planned(inMetal(alone(dome, { polish: 'mirror' }), 'brass'), 1, 6, 0.9),
  ],
  ['ladder-inverted', 'two neighbours exchanged', mixed(alone(dome), [0, 1, 3, 2, 4, 5, 6])],
  ['ladder-inverted', 'light first', mixed(alone(dome), [6, 1, 2, 3, 4, 5, 0])],
  ['ladder-inverted', 'white in the middle', mixed(alone(tube), [0, 1, 6, 2, 3, 4, 5])],
  ['dot-in-shade', 'added at the foot of a dome', alone(dome, { by: [dotAt(0.6, 0.12)] })],
  [
    'dot-in-shade',
    'added on the dark side of a tube',
    alone(tube, { rig: { keyClockHours: 9 }, by: [dotAt(0.88, 0.5)] }),
  ],
  [
    'dot-in-shade',
    'moved away from its light',
    alone(dome, { polish: 'mirror', by: [{ kind: 'glint-move', glint: 'p0-0', by: { u: 0.2, v: -0.5 } }] }),
  ],
  ['facets-exchanged', 'the lit face sunk', alone(blade, { polish: 'mirror', by: sunkFace(blade, 0) })],
  [
    'facets-exchanged',
    'on a broad one lit from the right',
    alone(broad, { polish: 'polished', rig: { keyClockHours: 2.5 }, by: sunkFace(broad, 1) }),
  ],
  ['facets-exchanged', 'in dull metal', alone(broad, { polish: 'dull', by: sunkFace(broad, 0, 'dull') })],
  [
    'stripe-across',
    'held in a ring',
    alone(tube, { polish: 'satin', by: [0.1, 0.3, 0.5, 0.7, 0.9].map((u) => hold(u, 0.5, 1.8, 1)) }),
  ],
  [
    'stripe-across',
    'on a long one',
    alone(shape('tube', { lengthMm: 30, startWidthMm: 10, endWidthMm: 10 }), {
      polish: 'satin',
      by: [0.1, 0.25, 0.4, 0.55, 0.7, 0.85].map((u) => hold(u, 0.4, 2.6, 1)),
    }),
  ],
  ['too-much-planned', 'the mid steps doubled', planned(alone(dome), 1, 4, 0.78)],
  ['too-much-planned', 'everywhere alike', planned(alone(blade, { polish: 'mirror' }), 1, 6, 0.9)],
  [
    'over-contrast',
    'black and white held on dull metal',
    alone(dome, { polish: 'dull', by: [hold(0.35, 0.7, 2.6, 1), hold(0.65, 0.3, 2.6, 0)] }),
  ],
  [
    'over-contrast',
    'on a dull tube',
    alone(tube, {
      polish: 'dull',
      rig: { keyClockHours: 9 },
      by: [hold(0.3, 0.5, 3, 1), hold(0.85, 0.5, 3, 0)],
    }),
  ],
  [
    'over-contrast',
    'on a dull dome lit from the right',
    alone(dome, {
      polish: 'dull',
      rig: { keyClockHours: 3 },
      by: [hold(0.7, 0.6, 3, 1), hold(0.25, 0.4, 3, 0)],
    }),
  ],
  [
    'light-off',
    'a breastplate with a light of its own',
    alone(chest, { rig: { keyClockHours: 12 }, part: { approach: { ...noApproach(), light: 'side' } } }),
  ],
  [
    'light-off',
    'a blade with a light of its own',
    alone(blade, {
      rig: { keyClockHours: 3, keyHeightDeg: 20 },
      part: { approach: { ...noApproach(), light: 'overhead' } },
    }),
  ],
  [
    'light-off',
    'a hollow held bright on the wrong wall',
    alone(scoop, { rig: { keyClockHours: 10.5 }, by: [hold(0.3, 0.75, 3.4, 1)] }),
  ],
  [
    'light-off',
    'a band held bright at its far end',
    alone(band, { rig: { keyClockHours: 10 }, by: [hold(0.85, 0.25, 1.6, 1)] }),
  ],
  [
    'light-off',
    'a disc held bright below',
    alone(shape('disc', { widthMm: 12, heightMm: 12, rimMm: 0 }), {
      rig: { keyClockHours: 11 },
      by: [hold(0.6, 0.2, 4, 1)],
    }),
  ],
  [
    'bounce-too-bright',
    'in satin, from a lamp below',
    alone(dome, {
      polish: 'satin',
      rig: { keyClockHours: 9 },
      by: [{ kind: 'bounce', peak: 0.65, gap: 0.6 }],
    }),
  ],
];

/** The same ladder as that of another metal. */
function inMetal(piece: Piece, metal: string): Piece {
  return { ...piece, ladders: piece.ladders.map((l) => (l.id === 'cold-steel' ? { ...l, metal } : l)) };
}

/** Cold steel with its mixes in another order. */
function mixed(piece: Piece, order: readonly number[]): Piece {
  return {
    ...piece,
    ladders: piece.ladders.map((l) =>
      l.id === 'cold-steel'
        ? {
            ...l,
            steps: l.steps.map((s, k) => ({
              ...s,
              mix: l.steps[order[k]].mix,
              water: l.steps[order[k]].water,
            })),
          }
        : l,
    ),
  };
}

function noApproach(): Part['approach'] {
  return { light: null, edges: null, bounce: null, blade: null, glints: null, surroundings: null };
}

/** A band put beside the main light of the left face, as wide as it. */
function added(form: Form): Bare {
  const main = bandsOf(form, 0, 'polished').find((b) => b.number === 0)!;
  const at = main.centre > 0.5 ? main.centre - 2.6 * main.halfWidth : main.centre + 2.6 * main.halfWidth;
  return { kind: 'band-add', facet: 0, at, width: 2 * main.halfWidth, peak: 0.7 };
}

const good = (form: Form, polish: Polish, hours: number, composition = 0): Piece =>
  alone(form, { polish, composition, rig: { keyClockHours: hours } });

/** Designs as the program makes them, of sound size and under sound lights. */
export const sound: readonly Piece[] = [
  ...[9.5, 10.75, 12, 1.5].flatMap((h) => [
    good(blade, 'mirror', h),
    good(broad, 'polished', h, 3),
    good(dome, 'polished', h),
    good(tube, 'satin', h),
    good(plate, 'polished', h, 5),
  ]),
  ...[10, 2].flatMap((h) => [
    good(dome, 'mirror', h),
    good(dome, 'dull', h),
    good(scoop, 'polished', h),
    good(scoop, 'satin', h),
    good(tube, 'polished', h),
    good(tube, 'burnished', h),
    good(chest, 'polished', h),
    good(band, 'satin', h),
    good(
      shape('blade', {
        lengthMm: 50,
        widthMm: 9,
        shoulderWidthMm: 9,
        edges: 'right',
        ridge: 0.2,
        curveMm: -3,
      }),
      'polished',
      h,
    ),
    good(shape('disc', { widthMm: 12, heightMm: 12 }), 'polished', h),
  ]),
];

/** What a composition needs, without a whole piece. */
export function composed(
  form: FormOf<'blade'>,
  hours: number,
  heightDeg: number,
  polish: Polish,
  seed: number,
) {
  // A facet has one normal, wherever it is asked.
  const facets = modelOf(form).patches.flatMap((patch) => {
    const out = new Float64Array(SAMPLE.size);
    patch.at(0, 0, out);
    return patch.facet ? [{ facet: patch.facet, normal: [out[0], out[1], out[2]] as const }] : [];
  });
  const light = partLight(
    { ...newPiece('x', 'X', []).rig, keyClockHours: hours, keyHeightDeg: heightDeg },
    0,
  );
  return { facets, composition: composeBands(facets, light, polishModels[polish], seed) };
}
