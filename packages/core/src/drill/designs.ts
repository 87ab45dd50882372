import { newPiece } from '../demo/index.js';
import { newPart } from '../edit/index.js';
import { forms } from '../form/index.js';
import type { Adjustment, Form, FormKind, FormOf, Part, Piece, Polish } from '../piece/index.js';
import type { DrillKind } from './definition.js';
import { between, oneOfList } from './draw.js';
import type { Bare } from './spoils.js';

/** The part that a drill is about. */
const PART = 'part';

const shaped = <K extends FormKind>(kind: K, over: Partial<FormOf<K>>): Form =>
  ({ ...forms[kind].defaults, ...over }) as Form;

/** Forms as drills show them, of a size by chance. */
export const SHAPES = {
  dome: (random: () => number) => {
    const widthMm = between(9, 15, random);
    return shaped('dome', { widthMm, heightMm: widthMm * between(0.9, 1.15, random) });
  },
  hollow: (random: () => number) => {
    const widthMm = between(9, 15, random);
    return shaped('dome', { widthMm, heightMm: widthMm, side: 'scoop' });
  },
  tube: (random: () => number) => {
    const startWidthMm = between(7, 10, random);
    return shaped('tube', {
      lengthMm: between(16, 26, random),
      startWidthMm,
      endWidthMm: startWidthMm * between(0.75, 1, random),
    });
  },
  blade: (random: () => number) => {
    const widthMm = between(7, 11, random);
    return shaped('blade', {
      lengthMm: between(38, 60, random),
      widthMm,
      shoulderWidthMm: widthMm * 1.06,
      pointMm: between(7, 10, random),
    });
  },
  plate: (random: () => number) =>
    shaped('plate', { widthMm: between(9, 12, random), heightMm: between(18, 26, random), taper: 0 }),
  chest: (random: () => number) =>
    shaped('relief', { widthMm: between(14, 18, random), heightMm: between(16, 20, random) }),
} as const satisfies Record<string, (random: () => number) => Form>;

export type ShapeName = keyof typeof SHAPES;

const SHAPE_LABELS: Readonly<Record<ShapeName, string>> = {
  dome: 'domes',
  hollow: 'hollows',
  tube: 'tubes',
  blade: 'blades',
  plate: 'plates',
  chest: 'breastplates',
};

export const kindsOfShapes = (names: readonly ShapeName[]): DrillKind[] =>
  names.map((id) => ({ id, label: SHAPE_LABELS[id] }));

/** A shape by the id of its kind. @throws RangeError */
export function shapeOfKind(kind: string, random: () => number): Form {
  if (!(kind in SHAPES)) throw new RangeError(`drill: there is no shape "${kind}"`);
  return SHAPES[kind as ShapeName](random);
}

export interface Design {
  readonly polish: Polish;
  readonly clockHours: number;
  readonly heightDeg: number;
  readonly rollDeg?: number;
  readonly ladder?: string;
  readonly by?: readonly Bare[];
}

/** Metal, polish and light as they may come. */
export function anyDesign(random: () => number): Design {
  return {
    polish: oneOfList(['polished', 'satin', 'burnished'], random),
    clockHours: Math.round(between(8.5, 15.5, random) * 4) / 4,
    heightDeg: between(20, 45, random),
    ladder: oneOfList(['cold-steel', 'bronze'], random),
  };
}

/** Forms side by side in one metal under one light; the first is the part that is asked about. */
export function designOf(
  shapes: readonly Form[],
  design: Design,
  placed: readonly Partial<Part['place']>[] = [],
): Piece {
  const { polish, clockHours, heightDeg, rollDeg = 0, ladder = 'cold-steel', by = [] } = design;
  const parts = shapes.map((form, i): Part => {
    const part = newPart(i === 0 ? PART : `${PART}-${i + 1}`, form);
    return {
      ...part,
      place: { ...part.place, rollDeg, ...placed[i] },
      finish: { kind: 'metal', ladder, polish, steps: 7, composition: 0 },
    };
  });
  const piece = newPiece('drill', 'Drill', parts);
  return {
    ...piece,
    rig: { ...piece.rig, fallOff: 0, keyClockHours: ((clockHours % 12) + 12) % 12, keyHeightDeg: heightDeg },
    adjustments: by.map((a, i) => ({ id: `by-${i + 1}`, part: PART, ...a }) as Adjustment),
  };
}
