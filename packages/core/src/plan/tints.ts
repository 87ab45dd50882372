import { hexToLab } from '../colour/index.js';
import type { PreparedPart } from '../glint/index.js';
import { isMissing, type Paint, type Piece } from '../piece/index.js';

import { centreOff, inPicture } from './toward.js';
import { hour } from './where.js';

/** A tint whose middle is nearer than this to the part's lies all round it, in mm. */
const OFF_MIDDLE_MM = 0.1;
/** Farther round the hue circle than this a paint gives another tint. */
const MOST_HUE_DEG = 40;
/** Greyer paints tint nothing. */
const LEAST_CHROMA = 7;

/** The paint whose hue comes nearest to a tint's; null where none of them would give it. */
export function tintPaint(hex: string, paints: readonly Paint[]): Paint | null {
  const hueOf = (h: string) => {
    const { a, b } = hexToLab(h);
    return { hue: (Math.atan2(b, a) * 180) / Math.PI, chroma: Math.hypot(a, b) };
  };
  const wanted = hueOf(hex);
  let best: Paint | null = null;
  let least = MOST_HUE_DEG;
  for (const paint of paints) {
    if (isMissing(paint)) continue;
    if (paint.kind !== 'paint' && paint.kind !== 'ink' && paint.kind !== 'wash') continue;
    const { hue, chroma } = hueOf(paint.hex);
    if (chroma < LEAST_CHROMA) continue;
    const apart = Math.abs(((hue - wanted.hue + 540) % 360) - 180);
    if (apart < least) [best, least] = [paint, apart];
  }
  return best;
}

const neighbourOf = (source: string, piece: Pick<Piece, 'rig'>) =>
  piece.rig.neighbours.find((n) => `by-${n.id}` === source);

export function tintTitle(source: string, piece: Pick<Piece, 'rig'>): string {
  if (source === 'sky') return 'Tint from the sky';
  if (source === 'ground') return 'Tint from the ground';
  return `Tint from ${neighbourOf(source, piece)?.name.toLowerCase() ?? 'a neighbour'}`;
}

/** Where a source of colour shows on a part, in words. */
export function tintPlace(source: string, p: PreparedPart, weightAt: (i: number) => number): string {
  if (source === 'sky') return 'where it faces up';
  if (source === 'ground') return 'where it faces down';
  const off = centreOff(p, weightAt);
  if (!off || Math.hypot(...off) < OFF_MIDDLE_MM) return 'where it mirrors it';
  return `toward ${hour(...inPicture(p, off))}, where it mirrors it`;
}
