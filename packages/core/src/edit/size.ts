import { boundsOf, forms, modelOf, turn } from '../form/index.js';
import type { Form, Part, Piece } from '../piece/index.js';
import { clamp } from '../units/index.js';
import { chosenParts, type Chosen } from './parts.js';

/** Lengths that no field of a form bounds: cuts in a blade. */
const CUT_MM = { min: 0.05, max: 50 } as const;

/** All lengths of a value, its own and those within it, grown by a factor. */
function lengthsGrown(value: unknown, factor: number): unknown {
  if (Array.isArray(value)) return value.map((v) => lengthsGrown(v, factor));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [
      key,
      typeof v === 'number' && key.endsWith('Mm')
        ? clamp(v * factor, -CUT_MM.max, CUT_MM.max) || 0
        : lengthsGrown(v, factor),
    ]),
  );
}

/**
 * A form with all its lengths grown by a factor, within what its fields take. One cut from a surface stays as it is: its
 * size is the miniature's own.
 */
export function formSized<F extends Form>(form: F, factor: number): F {
  if (form.kind === 'sculpt' || factor === 1) return form;
  const { numbers } = forms[form.kind];
  const own = Object.fromEntries(
    numbers.flatMap(({ key, unit, min, max }) => {
      const value = (form as unknown as Record<string, number>)[key];
      return unit === 'mm' ? [[key, clamp(value * factor, value === 0 ? 0 : min, max)]] : [];
    }),
  );
  return { ...(lengthsGrown(form, factor) as F), ...own };
}

/** Parts grown by a factor as one, away from a place that stays. */
export const partsSized = (
  parts: readonly Part[],
  factor: number,
  [x, y]: readonly [number, number] = [0, 0],
): Part[] =>
  parts.map((part) => {
    const { xMm, yMm, depthMm } = part.place;
    return {
      ...part,
      form: formSized(part.form, factor),
      place: {
        ...part.place,
        xMm: x + (xMm - x) * factor,
        yMm: y + (yMm - y) * factor,
        depthMm: clamp(depthMm * factor, -100, 100),
      },
    };
  });

/** Left, right, bottom and top of parts as they are seen, in mm. Turned away from the eye they are taken as they lie flat. */
export function boundsOfParts(parts: readonly Part[]) {
  return boundsOf(
    parts.flatMap(({ form, place }) =>
      modelOf(form).rings.map((ring) =>
        ring.map(([px, py]) => {
          const [x, y] = turn(px, py, (place.rollDeg * Math.PI) / 180);
          return [x + place.xMm, y + place.yMm] as const;
        }),
      ),
    ),
  );
}

/** What is chosen, made larger or smaller as one about its middle. */
export function resized(piece: Piece, chosen: Chosen, factor: number): Piece {
  const mine = chosenParts(piece, chosen);
  if (mine.length === 0 || factor === 1) return piece;
  const { left, right, bottom, top } = boundsOfParts(mine);
  const grown = new Map(
    partsSized(mine, factor, [(left + right) / 2, (bottom + top) / 2]).map((p) => [p.id, p]),
  );
  return { ...piece, parts: piece.parts.map((p) => grown.get(p.id) ?? p) };
}
