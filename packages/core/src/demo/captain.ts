import { cutFromSculpt, type Point } from '../form/index.js';
import { coldSteel } from '../ladder/index.js';
import {
  FIRST_APPROACH,
  FIRST_TABLE,
  FORMAT,
  frontAlone,
  NO_WORD,
  VERSION,
  type FigureView,
  type Part,
  type Piece,
} from '../piece/index.js';
import { matteOf, metalOf, place, shape, type MetalOptions } from './build.js';
import { captainBack } from './captainBack.js';
import { captainFront } from './captainFront.js';
import { captainBrass } from './ladders.js';
import { towline } from './towline.js';

const captainViews = [captainFront, captainBack] as const;
type CaptainView = (typeof captainViews)[number];
type Matte = readonly [name: string, hex: string];

interface Stuff {
  readonly name: string;
  readonly group: string;
  readonly metal?: Pick<MetalOptions, 'ladder' | 'polish'>;
  readonly matte?: Matte;
}

const STEEL = { ladder: 'cold-steel', polish: 'polished' } as const;
const BRASS = { ladder: 'brass', polish: 'polished' } as const;
const CAPE: Matte = ['Cape, weir-blue wool', '#27424f'];
const COAT: Matte = ['Coat, quilted ochre linen', '#7a5a33'];
const LEATHER: Matte = ['Tanned leather', '#3d2a20'];
const SHADOW: Matte = ['Shadow', '#0d0e10'];

const steel = (name: string, group: string, polish: MetalOptions['polish'] = 'polished'): Stuff => ({
  name,
  group,
  metal: { ...STEEL, polish },
});
const brass = (name: string, group: string): Stuff => ({ name, group, metal: BRASS });
const matte = (name: string, group: string, what: Matte): Stuff => ({ name, group, matte: what });

/** What either arm and leg is made of; the sides are told by what he holds and wears there, the same from all round. */
const limbOf = (side: 'sword' | 'cape'): readonly (readonly [label: string, stuff: Stuff])[] => {
  const [arm, leg] = [`${side}-arm`, `${side}-leg`];
  const there = `${side} side`;
  return [
    [`${side}-pauldron`, steel(`Pauldron, ${there}`, arm)],
    [`${side}-pauldron-lame-1`, steel(`Pauldron, first lame, ${there}`, arm)],
    [`${side}-pauldron-lame-2`, steel(`Pauldron, second lame, ${there}`, arm)],
    [`${side}-pauldron-rim`, brass(`Pauldron rim, ${there}`, arm)],
    [`${side}-sleeve`, matte(`Sleeve, ${there}`, arm, COAT)],
    [`${side}-elbow`, steel(`Couter, ${there}`, arm)],
    [`${side}-vambrace`, steel(`Vambrace, ${there}`, arm)],
    [`${side}-cuff`, steel(`Gauntlet cuff, ${there}`, arm)],
    [`${side}-cuff-rim`, brass(`Gauntlet rim, ${there}`, arm)],
    [`${side}-hand`, matte(`Glove, ${there}`, arm, LEATHER)],
    [`${side}-tasset`, steel(`Tasset, ${there}`, leg)],
    [`${side}-tasset-rim`, brass(`Tasset rim, ${there}`, leg)],
    [`${side}-cuisse`, steel(`Cuisse, ${there}`, leg)],
    [`${side}-knee`, steel(`Poleyn, ${there}`, leg)],
    [`${side}-knee-rim`, brass(`Poleyn rim, ${there}`, leg)],
    [`${side}-greave`, steel(`Greave, ${there}`, leg)],
    [`${side}-greave-rim`, brass(`Greave rim, ${there}`, leg)],
    [`${side}-sabaton`, steel(`Sabaton, ${there}`, leg)],
  ];
};

const STUFF: ReadonlyMap<string, Stuff> = new Map([
  ['helm', steel('Helm, skull', 'head')],
  ['visor', steel('Visor', 'head')],
  ['visor-rim', brass('Visor rim', 'head')],
  ['pivots', brass('Visor pivot', 'head')],
  ['crest-socket', brass('Crest socket', 'head')],
  ['face', matte('Dark behind the visor', 'head', SHADOW)],
  ['crest', matte('Crest', 'head', ['Horsehair, madder', '#6b2320'])],
  ['gorget', steel('Gorget', 'head')],
  ['gorget-lower', steel('Gorget plate', 'head')],
  ['gorget-rim', brass('Gorget rim', 'head')],
  ['breastplate', steel('Breastplate', 'trunk')],
  ['backplate', steel('Backplate', 'trunk')],
  ['plackart', steel('Plackart', 'trunk')],
  ['plackart-rim', brass('Plackart rim', 'trunk')],
  ['trunk-rim', brass('Breastplate rim', 'trunk')],
  ['arming-coat', matte('Arming coat', 'trunk', COAT)],
  ['belt', matte('Belt', 'trunk', LEATHER)],
  ['buckle', brass('Buckle', 'trunk')],
  ['fauld-1', steel('Fauld, first lame', 'trunk')],
  ['fauld-2', steel('Fauld, second lame', 'trunk')],
  ['fauld-3', steel('Fauld, third lame', 'trunk')],
  ['fauld-1-rim', brass('Fauld rim, first', 'trunk')],
  ['fauld-2-rim', brass('Fauld rim, second', 'trunk')],
  ['fauld-3-rim', brass('Fauld rim, third', 'trunk')],
  ['key', brass('Key of the lock', 'trunk')],
  ...limbOf('sword'),
  ...limbOf('cape'),
  ['blade', { name: 'Sluice blade', group: 'sword', metal: { ...STEEL, polish: 'mirror' } }],
  ['guard', brass('Guard', 'sword')],
  ['pommel', brass('Pommel', 'sword')],
  ['grip', matte('Grip', 'sword', LEATHER)],
  ['coat', matte('Coat', 'cloth', COAT)],
  ['cape', matte('Cape', 'cloth', CAPE)],
  ['cord', matte('Cape cord', 'cloth', ['Cord, flax', '#8c7a55'])],
  ['clasps', brass('Cape clasp', 'cloth')],
  ['base', matte('Quay setts', 'cloth', ['Setts, wet stone', '#34383a'])],
] as const);

/** Pairs of hundredths of a mm from the sculpt's middle, as places in the piece. */
const outlineOf = (flat: readonly number[], [x, y]: readonly [number, number]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i) => [x + flat[2 * i] / 100, y + flat[2 * i + 1] / 100]);

/** His blade is a form of its own, so that its bands are composed: point down beside his right foot. */
const BLADE = shape('blade', {
  lengthMm: 23.4,
  widthMm: 4.7,
  shoulderWidthMm: 3.3,
  pointMm: 3.9,
  ridge: 0,
  bevelDeg: 24,
});
const BLADE_AT = { front: [-13.2, 11.5], back: [13.2, 11.5] } as const;

/** A part as far as it is seen from a side; the nth piece of it, where others lie between. */
function partOf(view: CaptainView, label: string, flat: readonly number[], nth: number): Part {
  const { name, group, metal, matte: plain } = STUFF.get(label)!;
  const made =
    label === 'blade'
      ? { form: BLADE, place: place(BLADE_AT[view.id][0], BLADE_AT[view.id][1], 180) }
      : cutFromSculpt(outlineOf(flat, view.atMm), view.surface, view.atMm, 'as drawn');
  const id = `${label}${nth > 0 ? `-${nth + 1}` : ''}${view.id === 'front' ? '' : `-${view.id}`}`;
  const called = nth > 0 ? `${name} ${nth + 1}` : name;
  const part = metal
    ? metalOf(id, called, made.form, made.place, { ...metal, group })
    : matteOf(id, called, made.form, made.place, plain!, group);
  return { ...part, view: view.id };
}

const GROUPS = [
  { id: 'cloth', name: 'Cloth and base' },
  { id: 'sword-leg', name: 'Leg, sword side' },
  { id: 'cape-leg', name: 'Leg, cape side' },
  { id: 'trunk', name: 'Trunk' },
  { id: 'sword-arm', name: 'Arm, sword side' },
  { id: 'cape-arm', name: 'Arm, cape side' },
  { id: 'sword', name: 'Sword' },
  { id: 'head', name: 'Head' },
];
const groupRank = ({ group }: Part): number => GROUPS.findIndex((g) => g.id === group);
/** A form stands under what is cut from the sculpt. */
const boxOf = ({ form }: Part): number => (form.kind === 'sculpt' ? form.widthMm * form.heightMm : Infinity);

/** A view's parts from the ground up, in a group the large ones first: what lies on another is smaller than it. */
const partsOf = (view: CaptainView): Part[] =>
  Object.entries<readonly (readonly number[])[]>(view.outlines)
    .flatMap(([label, rings]) => rings.map((flat, i) => partOf(view, label, flat, i)))
    .sort((a, b) => groupRank(a) - groupRank(b) || boxOf(b) - boxOf(a));

const under = ({ id, surface, sizeMm, atMm, photo, photoPx, photoAtMm, pxPerMm }: CaptainView) =>
  ({
    sculpts: [
      {
        id: `captain-${id}`,
        name: `the captain, ${id}`,
        from: 'mesh',
        surface,
        widthMm: sizeMm[0],
        heightMm: sizeMm[1],
        xMm: atMm[0],
        yMm: atMm[1],
        trust: 1,
        shape: null,
        photos: [],
      },
    ],
    underlay: {
      photo,
      widthPx: photoPx[0],
      heightPx: photoPx[1],
      mmPerPx: 1 / pxPerMm,
      xMm: atMm[0] + photoAtMm[0],
      yMm: atMm[1] + photoAtMm[1],
      turnDeg: 0,
      shows: 0.8,
      grey: 'no',
      map: 1,
    },
  }) satisfies Partial<FigureView>;

const [front, back] = captainViews;
const parts = [...partsOf(front), ...partsOf(back)];
const ofFront = new Set(partsOf(front).map((p) => p.id));

/** A plate that both sides show goes by its front. */
const linked = parts.map((p) => {
  const before = p.id.replace(/-back$/, '');
  return p.view === 'back' && p.finish.kind === 'metal' && ofFront.has(before) ? { ...p, sameAs: before } : p;
});

/** Hashes of demo/lock-captain-*.surface and .jpg, which scripts/captain.mjs makes. */
export const CAPTAIN_FILES = captainViews.map(({ id, surface, photo }) => ({ id, surface, photo }));

/** The lock captain, 54 mm: a sculpt all round, in full harness with brass rims, seen from the front and the back. */
export const lockCaptain: Piece = {
  format: FORMAT,
  version: VERSION,
  id: 'lock-captain',
  name: 'Lock captain',
  heightMm: 54,
  copies: 1,
  rig: {
    purpose: 'display',
    viewElevationDeg: 15,
    leanDeg: 0,
    keyClockHours: 10.5,
    keyHeightDeg: 44,
    lamp: 'round',
    horizonDeg: -6,
    skyHex: '#93aec6',
    groundHex: '#5d4a37',
    tint: 0.45,
    fallOff: 0.9,
    neighbours: [],
    focalPart: 'visor',
  },
  approach: FIRST_APPROACH,
  views: [
    ...frontAlone(under(front)),
    { id: back.id, name: 'Back', turnDeg: 180, light: null, ...under(back) },
  ],
  parts: linked,
  ladders: [coldSteel, captainBrass],
  paints: [...towline],
  adjustments: [],
  wear: [],
  critique: NO_WORD,
  table: FIRST_TABLE,
  groups: GROUPS,
  notes: [],
};
