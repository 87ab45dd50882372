import type { Brush } from '../piece/index.js';

/** What usual brushes draw at their finest, where the painter has told of none. */
export const USUAL_BRUSHES: readonly Brush[] = [
  { id: 'usual-2', name: 'size 2', tipMm: 0.9 },
  { id: 'usual-1', name: 'size 1', tipMm: 0.7 },
  { id: 'usual-0', name: 'size 0', tipMm: 0.5 },
  { id: 'usual-00', name: 'size 00', tipMm: 0.35 },
];

/** The largest brush whose tip fits a width in mm: it holds the most paint. Null where none does. */
export function brushFor(widthMm: number, own: readonly Brush[] = []): Brush | null {
  const fit = (own.length > 0 ? own : USUAL_BRUSHES).filter((b) => b.tipMm <= widthMm);
  return fit.reduce<Brush | null>((best, b) => (!best || b.tipMm > best.tipMm ? b : best), null);
}
