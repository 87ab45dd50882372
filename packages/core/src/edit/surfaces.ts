import { viewIn, type Piece, type PieceSculpt } from '../piece/index.js';
import { clamp } from '../units/index.js';

/** The farthest that a part stands from the foot of its piece, mm. */
const FARTHEST_MM = 1000;
const rounded = (mm: number): number => Number(clamp(mm, -FARTHEST_MM, FARTHEST_MM).toFixed(3));

/**
 * A piece with a surface under a view moved, and with it what was cut from it there: parts stay where they are on it.
 * @param to its middle, in the piece's mm
 */
export function withSurfaceMoved(
  piece: Piece,
  figureView: string,
  id: string,
  to: Pick<PieceSculpt, 'xMm' | 'yMm'>,
): Piece {
  const view = viewIn(piece, figureView);
  const sculpt = view.sculpts.find((s) => s.id === id);
  if (!sculpt) return piece;
  const [xMm, yMm] = [rounded(to.xMm), rounded(to.yMm)];
  const moved = view.sculpts.map((s) => (s === sculpt ? { ...s, xMm, yMm } : s));
  return {
    ...piece,
    views: piece.views.map((v) => (v === view ? { ...v, sculpts: moved } : v)),
    parts: piece.parts.map((part) => {
      const { form, place } = part;
      if (part.view !== view.id || form.kind !== 'sculpt' || form.sculpt !== sculpt.surface) return part;
      return {
        ...part,
        place: {
          ...place,
          xMm: rounded(place.xMm + xMm - sculpt.xMm),
          yMm: rounded(place.yMm + yMm - sculpt.yMm),
        },
      };
    }),
  };
}
