import type { Part, Piece } from '../piece/index.js';
import type { PartSheet } from './partSheet.js';

/** A metal part by how light it is on the whole: what a squint leaves of it. */
export interface Squinted {
  readonly part: Part;
  /** Mean lightness, 0..100. */
  readonly mean: number;
}

/** The focal part should be among this many lightest. */
export const FOCAL_AMONG = 3;
/** Parts smaller than this share of the largest are lost at a squint. */
const LEAST_SHARE = 0.02;

interface SquintBy<T> {
  readonly focalPart: string | null;
  readonly meanOf: (of: T) => number;
}

/** Metal parts large enough to be seen at a squint, and the focal one whatever its size; lightest first. */
export function squintOrderOf<T extends { readonly part: Part; readonly areaMm2: number }>(
  metal: readonly T[],
  { focalPart, meanOf }: SquintBy<T>,
): T[] {
  const largest = Math.max(0, ...metal.map((m) => m.areaMm2));
  return metal
    .filter((m) => m.part.id === focalPart || m.areaMm2 >= LEAST_SHARE * largest)
    .sort((a, b) => meanOf(b) - meanOf(a));
}

/** Metal parts large enough to be seen at a squint, lightest first. Parts without a sheet are left out. */
export function squintOrder(piece: Piece, sheets: ReadonlyMap<string, PartSheet>): Squinted[] {
  const metal = piece.parts.flatMap((part) => {
    const sheet = sheets.get(part.id);
    return sheet && part.finish.kind === 'metal'
      ? [{ part, areaMm2: sheet.zones.areaMm2, mean: sheet.lightness.mean }]
      : [];
  });
  return squintOrderOf(metal, { focalPart: piece.rig.focalPart, meanOf: (m) => m.mean });
}

/** Where the focal part stands among the lightest, from 1; null where there is none. */
export function focalRank(piece: Piece, order: readonly Squinted[]): number | null {
  const at = order.findIndex(({ part }) => part.id === piece.rig.focalPart);
  return at < 0 ? null : at + 1;
}
