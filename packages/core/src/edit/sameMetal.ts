import type { Finish, Part, Piece } from '../piece/index.js';

/** Parts of other views that a part can be said to be the same metal as: those that are not told from another themselves. */
export const couldBeSame = (piece: Piece, part: Part): Part[] =>
  piece.parts.filter(
    (p) => p.view !== part.view && p.sameAs === null && !piece.parts.some((q) => q.sameAs === part.id),
  );

/** A part said to be the same metal as one seen from another side, and finished as that is; null for metal of its own. */
export function withSameMetal(piece: Piece, part: string, as: string | null): Piece {
  const main = as === null ? null : piece.parts.find((p) => p.id === as);
  const mine = piece.parts.find((p) => p.id === part);
  if (!mine || main === undefined || (main && !couldBeSame(piece, mine).includes(main))) return piece;
  const change = main ? { sameAs: main.id, finish: main.finish } : { sameAs: null };
  return { ...piece, parts: piece.parts.map((p) => (p.id === part ? { ...p, ...change } : p)) };
}

/** Links that hold no more are let go: to a part that is gone, or that stands in the same view now. */
export const withSoundLinks = (piece: Piece): Piece =>
  piece.parts.every((p) => isSound(p, piece))
    ? piece
    : { ...piece, parts: piece.parts.map((p) => (isSound(p, piece) ? p : { ...p, sameAs: null })) };

const isSound = (part: Part, piece: Piece): boolean => {
  if (part.sameAs === null) return true;
  const main = piece.parts.find((p) => p.id === part.sameAs);
  return main !== undefined && main.view !== part.view && main.sameAs === null;
};

/** One metal has one finish: where one of two parts that are the same was changed, the other is finished as it is. */
export function withOneFinish(before: Piece, after: Piece): Piece {
  const linked = after.parts.filter((p) => p.sameAs !== null);
  if (linked.length === 0 || before.parts === after.parts) return after;
  const old = new Map(before.parts.map((p) => [p.id, p.finish]));
  const finishes = new Map<string, Finish>();
  for (const part of linked) {
    const main = after.parts.find((p) => p.id === part.sameAs);
    if (!main || main.finish === part.finish) continue;
    const changed = part.finish !== old.get(part.id) && main.finish === old.get(main.id);
    finishes.set(changed ? main.id : part.id, changed ? part.finish : main.finish);
  }
  if (finishes.size === 0) return after;
  const parts = after.parts.map((p) => {
    const finish = finishes.get(p.id) ?? finishes.get(p.sameAs ?? '');
    return finish && p.finish !== finish ? { ...p, finish } : p;
  });
  return { ...after, parts };
}
