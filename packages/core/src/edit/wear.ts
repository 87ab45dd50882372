import {
  MOST_WEAR,
  MOST_WEAR_PLACES,
  type Part,
  type Piece,
  type Wear,
  type WearKind,
  type WearPlace,
} from '../piece/index.js';
import { freeId } from '../units/index.js';
import { wearKinds } from '../wear/index.js';

const SEEDS = 10_000;

/** The wear of a part. */
export const wearOf = (piece: Pick<Piece, 'wear'>, part: string): Wear[] =>
  piece.wear.filter((w) => w.part === part);

/** A piece with one more layer of wear on a part, as its kind usually is; the same where it is there, or on no metal. */
export function withWear(piece: Piece, part: string, kind: WearKind): Piece {
  const metal = piece.parts.some((p) => p.id === part && p.finish.kind === 'metal');
  const there = piece.wear.some((w) => w.part === part && w.kind === kind);
  if (!metal || there || piece.wear.length >= MOST_WEAR) return piece;
  const id = freeId(`wear-${kind}`, new Set(piece.wear.map((w) => w.id)));
  const layer: Wear = {
    id,
    part,
    kind,
    share: wearKinds[kind].usual,
    strength: 1,
    seed: piece.wear.length % SEEDS,
    places: [],
  };
  return { ...piece, wear: [...piece.wear, layer] };
}

/** One layer of wear changed. */
export const withWearChanged = (
  piece: Piece,
  id: string,
  over: Partial<Pick<Wear, 'share' | 'strength' | 'seed'>>,
): Piece => ({ ...piece, wear: piece.wear.map((w) => (w.id === id ? { ...w, ...over } : w)) });

export const withoutWear = (piece: Piece, ids: readonly string[]): Piece => ({
  ...piece,
  wear: piece.wear.filter((w) => !ids.includes(w.id)),
});

/** A place where more of a layer is wanted, or none; the oldest goes where there are too many. */
export const withWearPlace = (piece: Piece, id: string, place: WearPlace): Piece => ({
  ...piece,
  wear: piece.wear.map((w) =>
    w.id === id ? { ...w, places: [...w.places, place].slice(-MOST_WEAR_PLACES) } : w,
  ),
});

export const withoutWearPlaces = (piece: Piece, id: string): Piece => ({
  ...piece,
  wear: piece.wear.map((w) => (w.id === id ? { ...w, places: [] } : w)),
});

/** Another pattern of the same wear. */
export function withNextPattern(piece: Piece, id: string): Piece {
  const layer = piece.wear.find((w) => w.id === id);
  return layer ? withWearChanged(piece, id, { seed: (layer.seed + 1) % SEEDS }) : piece;
}

/** The wear of a part on every other part of metal in its group, each in a pattern of its own; theirs goes. */
export function withWearOnGroup(piece: Piece, part: string): Piece {
  const group = piece.parts.find((p) => p.id === part)?.group ?? null;
  if (group === null) return piece;
  const others = piece.parts.filter((p) => p.group === group && p.id !== part && p.finish.kind === 'metal');
  const gone = new Set(others.map((p) => p.id));
  const bare = { ...piece, wear: piece.wear.filter((w) => !gone.has(w.part)) };
  return copiedWear(bare, part, others);
}

/** Copies of the wear of a part for others, each in a pattern of its own. */
function copiedWear(piece: Piece, from: string, to: readonly Part[]): Piece {
  const own = wearOf(piece, from);
  const wear = [...piece.wear];
  const taken = new Set(wear.map((w) => w.id));
  for (const { id: part } of to)
    for (const w of own) {
      if (wear.length >= MOST_WEAR) break;
      const id = freeId(`wear-${w.kind}`, taken);
      taken.add(id);
      wear.push({ ...w, id, part, seed: (w.seed + wear.length) % SEEDS });
    }
  return { ...piece, wear };
}

/** The wear of copied parts, as that of what they were copied from. @param from in the order of `copies` */
export const withWearCopied = (piece: Piece, from: readonly Part[], copies: readonly Part[]): Piece =>
  copies.reduce((p, copy, i) => copiedWear(p, from[i].id, [copy]), piece);
