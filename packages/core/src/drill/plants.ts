import { preparePart, seenBands, type Band } from '../glint/index.js';
import type { FindingId, Form, Piece } from '../piece/index.js';
import { designOf, SHAPES, type Design, type ShapeName } from './designs.js';
import { between, oneOfList } from './draw.js';
import { dotAt, hold, madeAlike, madeBlock, madeDark, madeToMeet, type Bare } from './spoils.js';

/** A fault that is laid into a design on purpose. */
export interface Plant {
  readonly finding: FindingId;
  /** As it follows "on". */
  readonly label: string;
  /** Shapes that it may be seen on: it is offered as an answer on these. */
  readonly on: readonly ShapeName[];
  /** A form, its light, and the changes by hand that spoil it. */
  plant(random: () => number): { readonly shape: ShapeName; readonly form: Form; readonly design: Design };
}

const lit = (random: () => number): Design => ({
  polish: 'polished',
  clockHours: Math.round(between(9, 14, random) * 4) / 4,
  heightDeg: between(22, 38, random),
  ladder: oneOfList(['cold-steel', 'bronze'], random),
});
const shiny = (random: () => number): Design => ({ ...lit(random), polish: 'mirror' });

/** Bands of a face as composed in a design. */
function bandsOf(form: Form, design: Design, facet: number): Band[] {
  const piece: Piece = designOf([form], design);
  const { metal } = preparePart(piece.parts[0], piece);
  return seenBands(metal!.body.composition.facets[facet]);
}

function alike(form: Form, design: Design, random: () => number): Bare[] {
  const facet = oneOfList([0, 1], random);
  const bands = bandsOf(form, design, facet);
  return bands.length < 2 ? [] : madeAlike(facet, bands, Math.floor(random() * (bands.length - 1)));
}

function block(form: Form, design: Design, random: () => number): Bare[] {
  const facet = oneOfList([0, 1], random);
  const bands = bandsOf(form, design, facet);
  return bands.length < 1 ? [] : madeBlock(facet, oneOfList(bands, random));
}

const meeting = (form: Form, design: Design): Bare[] =>
  madeToMeet(bandsOf(form, design, 0), bandsOf(form, design, 1));

function exchanged(form: Form, design: Design): Bare[] {
  const facet = design.clockHours < 12 ? 0 : 1;
  return madeDark(facet, bandsOf(form, design, facet));
}

/** So many places in a row make a stripe. */
const IN_A_ROW = 11;

/** Light held from one side of a form to the other. @param place of a share of the way, 0..1 */
const stripe = (place: (t: number) => readonly [u: number, v: number], radiusMm: number): Bare[] =>
  Array.from({ length: IN_A_ROW }, (_, i) => {
    const [u, v] = place(0.12 + (0.76 * i) / (IN_A_ROW - 1));
    return hold(u, v, radiusMm, 1);
  });

/** Shapes that are lit by what they mirror. */
const ROUND: readonly ShapeName[] = ['dome', 'hollow', 'tube', 'chest'];

/** A blade in mirror metal, spoilt. */
function onBlade(
  spoil: (form: Form, design: Design, random: () => number) => Bare[],
): Pick<Plant, 'on' | 'plant'> {
  return {
    on: ['blade'],
    plant(random) {
      const [form, design] = [SHAPES.blade(random), shiny(random)];
      return { shape: 'blade', form, design: { ...design, by: spoil(form, design, random) } };
    },
  };
}

/** A round shape, one of some by chance, spoilt. @param on where it may be seen, if that is more */
function onRound(
  shapes: readonly ShapeName[],
  spoil: (design: Design, random: () => number) => Partial<Design>,
  on: readonly ShapeName[] = shapes,
): Pick<Plant, 'on' | 'plant'> {
  return {
    on,
    plant(random) {
      const [shape, design] = [oneOfList(shapes, random), lit(random)];
      return { shape, form: SHAPES[shape](random), design: { ...design, ...spoil(design, random) } };
    },
  };
}

/** Every fault that a drill lays in. */
export const PLANTS: readonly Plant[] = [
  { finding: 'equal-bands', label: 'bands alike', ...onBlade(alike) },
  { finding: 'block-bands', label: 'bands like blocks', ...onBlade(block) },
  { finding: 'ridge-meeting', label: 'brights that meet', ...onBlade(meeting) },
  {
    finding: 'facets-exchanged',
    label: 'faces exchanged',
    ...onBlade(exchanged),
  },
  {
    finding: 'bounce-too-bright',
    label: 'bounces too bright',
    ...onRound(
      ['dome', 'tube', 'chest'],
      (_, random) => ({ by: [{ kind: 'bounce', peak: between(0.8, 1, random), gap: 0.6 }] }),
      ROUND,
    ),
  },
  {
    finding: 'dome-strip',
    label: 'strips on domes',
    ...onRound(['dome'], (_, random) => {
      const at = between(0.55, 0.65, random);
      const across = random() < 0.5;
      return { by: stripe((t) => (across ? [t, at] : [1 - at, t]), between(0.9, 1.2, random)) };
    }),
  },
  {
    finding: 'scoop-as-dome',
    label: 'hollows lit like bulges',
    ...onRound(['hollow'], ({ clockHours }, random) => ({
      by: [hold(clockHours < 12 ? 0.3 : 0.72, 0.7, between(3.6, 4.4, random), 1)],
    })),
  },
  {
    finding: 'stripe-across',
    label: 'stripes across tubes',
    ...onRound(['tube'], (_, random) => {
      const at = between(0.38, 0.6, random);
      return { polish: 'satin', by: stripe((t) => [t, at], between(1.5, 2.2, random)) };
    }),
  },
  {
    finding: 'washed-out',
    label: 'lights too large',
    ...onRound(['dome'], (_, random) => ({ by: [hold(0.42, 0.6, between(4, 5.4, random), 1)] }), ROUND),
  },
  {
    finding: 'dot-in-shade',
    label: 'dots in the shade',
    ...onRound(
      ['dome'],
      (_, random) => ({
        by: [dotAt(between(0.5, 0.7, random), 0.12)],
      }),
      ROUND,
    ),
  },
];
