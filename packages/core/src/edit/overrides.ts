import { newAdjustmentId } from '../critique/index.js';
import { subjectOf } from '../glint/index.js';
import type { Adjustment, Piece } from '../piece/index.js';

/** An adjustment without its id and its part. */
export type BareAdjustment<A = Adjustment> = A extends Adjustment ? Omit<A, 'id' | 'part'> : never;

/** A change by hand put in, or in place of the one about the same; with its id. */
export function withOverride(
  piece: Piece,
  part: string,
  change: BareAdjustment,
): { readonly piece: Piece; readonly id: string } {
  const bare = { id: '', part, ...change } as Adjustment;
  const same = piece.adjustments.find((o) => o.part === part && subjectOf(o) === subjectOf(bare));
  // Kinds that may occur many times on a part are told apart by their id alone.
  const id = same?.id ?? newAdjustmentId(piece, change.kind.startsWith('band') ? 'band' : change.kind);
  const next = { ...bare, id };
  const adjustments = same
    ? piece.adjustments.map((o) => (o.id === id ? next : o))
    : [...piece.adjustments, next];
  return { piece: { ...piece, adjustments }, id };
}

/** Changes by hand let go. */
export const withoutOverrides = (piece: Piece, ids: readonly string[]): Piece => ({
  ...piece,
  adjustments: piece.adjustments.filter((a) => !ids.includes(a.id)),
});

const COMPOSITIONS = 9999;

/** The next composition of a part's bands. */
export const withNextComposition = (piece: Piece, part: string): Piece => ({
  ...piece,
  parts: piece.parts.map((p) =>
    p.id === part && p.finish.kind === 'metal'
      ? { ...p, finish: { ...p.finish, composition: (p.finish.composition + 1) % COMPOSITIONS } }
      : p,
  ),
});
