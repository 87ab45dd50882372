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

/** Metal parts large enough to be seen at a squint, lightest first. Parts without a sheet are left out. */
export function squintOrder(piece: Piece, sheets: ReadonlyMap<string, PartSheet>): Squinted[] {
  const metal = piece.parts.flatMap((part) => {
    const sheet = sheets.get(part.id);
    return sheet && part.finish.kind === 'metal' ? [{ part, sheet }] : [];
  });
  const largest = Math.max(0, ...metal.map(({ sheet }) => sheet.zones.areaMm2));
  return metal
    .filter(
      ({ part, sheet }) => part.id === piece.rig.focalPart || sheet.zones.areaMm2 >= LEAST_SHARE * largest,
    )
    .map(({ part, sheet }) => ({ part, mean: sheet.lightness.mean }))
    .sort((a, b) => b.mean - a.mean);
}

/** Where the focal part stands among the lightest, from 1; null where there is none. */
export function focalRank(piece: Piece, order: readonly Squinted[]): number | null {
  const at = order.findIndex(({ part }) => part.id === piece.rig.focalPart);
  return at < 0 ? null : at + 1;
}
