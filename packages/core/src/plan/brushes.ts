import type { Brush } from '../piece/index.js';
import type { Pass, Tool } from '../school/index.js';
import type { PartStep } from './partSteps.js';

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

/** Brushes by the area that one load should do, in mm2: a base of 400 mm2 does not want a fine point. */
const SIZES = [
  { from: 250, size: '2' },
  { from: 60, size: '1' },
  { from: 12, size: '0' },
  { from: 0, size: '00' },
] as const;
const sizeFor = (mm2: number): string => SIZES.find((s) => mm2 >= s.from)!.size;
/** Sizes that stand for "any": the tip, its stiffness or the wiping matter more than these say otherwise. */
const ANY_SIZE: ReadonlySet<string> = new Set(['0', '1', '1 or 2', '00 or a fine point']);

/** The tool of a pass, its brush of the size that its zones ask for: by the largest, and by the smallest where that is far off. */
export function toolFor({ tool, over }: Pass, parts: readonly Pick<PartStep, 'coverMm2'>[]): Tool {
  if (tool.kind !== 'brush' || typeof over === 'string' || !ANY_SIZE.has(tool.size)) return tool;
  const areas = parts.map((p) => p.coverMm2);
  const [large, small] = [sizeFor(Math.max(...areas)), sizeFor(Math.min(...areas))];
  const apart = SIZES.findIndex((s) => s.size === small) - SIZES.findIndex((s) => s.size === large);
  return { ...tool, size: apart > 1 ? `${large}, and ${small} for the small ones` : large };
}
