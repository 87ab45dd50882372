import { deltaE, hexToLab } from '../colour/index.js';
import {
  isMissing,
  isUsedUp,
  paintOf,
  savedPaint,
  type Ladder,
  type LadderAtHand,
  type Paint,
  type PaintAtHand,
  type Piece,
  type Shelf,
} from '../piece/index.js';
import { MIXED_KINDS } from '../match/index.js';
import { tableMemo, weakMemo2 } from '../units/index.js';
import { pickPaint } from './parts.js';

/** Paints that ladders name themselves: undercoats and steps. */
const namedBy = (ladders: readonly Ladder[]): Set<string> =>
  new Set(
    ladders.flatMap((l) => [
      l.undercoat,
      ...l.steps.flatMap((s) => s.mix.map((m) => m.paint)),
      ...l.recipe.flatMap((c) => ('mix' in c && c.mix ? c.mix.map((m) => m.paint) : [])),
    ]),
  );

/** A ladder over an undercoat that the painter has: the nearest primer, or the nearest paint where there is none. */
const overOwned = weakMemo2((ladder: Ladder, paints: readonly Paint[]): Ladder => {
  const asked = paints.find((p) => p.id === ladder.undercoat);
  if (!asked || !isMissing(asked)) return ladder;
  const found = pickPaint(paints, asked.hex, ['primer', 'paint']);
  return found ? ({ ...ladder, undercoat: found.id, undercoatAsked: asked.name } as LadderAtHand) : ladder;
});

/** Different sets of missing paints that one list of paints is planned with at a time. */
const MOST_PLANS = 8;
/** The paints of a plan; the same list as long as the same are missing, since palettes are kept with it. */
const plannedPaints = weakMemo2((own: readonly Paint[], shelf: Shelf) => {
  const byId = new Map(own.map((p) => [p.id, p]));
  const standing = shelf.paints
    .filter((p) => p.left !== 'none')
    .map((p) => {
      const kept = byId.get(p.id);
      // A pot of another name took the place of one that was taken off the shelf: it is what stands there.
      return kept?.name === p.name ? kept : paintOf(p);
    });
  const stands = new Set(standing.map((p) => p.id));
  const empty = new Set(shelf.paints.filter((p) => p.left === 'none').map((p) => `${p.id} ${p.name}`));
  return {
    stands,
    with: tableMemo(MOST_PLANS, (missing: string): readonly Paint[] => [
      ...standing,
      ...missing.split(' ').flatMap((id): PaintAtHand[] => {
        const paint = byId.get(id);
        if (!paint) return [];
        return [{ ...paint, missing: empty.has(`${id} ${paint.name}`) ? 'empty' : 'no pot' }];
      }),
    ]),
  };
});

/**
 * A piece as it is planned by a painter with this shelf: passes are chosen from what stands on it alone. Paints that the
 * ladders themselves name and that are not on it, or ran out, stay and are marked as missing. An empty shelf tells nothing
 * of what is owned: then the piece's own paints serve.
 */
export function pieceOnShelf(
  piece: Pick<Piece, 'ladders' | 'paints'>,
  shelf: Shelf,
): Pick<Piece, 'ladders' | 'paints'> {
  if (shelf.paints.length === 0) return { ladders: piece.ladders, paints: piece.paints };
  const planned = plannedPaints(piece.paints, shelf);
  const missing = [...namedBy(piece.ladders)].filter((id) => !planned.stands.has(id)).sort();
  const paints = planned.with(missing.join(' '));
  const ladders = piece.ladders.map((l) => overOwned(l, paints));
  return {
    ladders: ladders.every((l, i) => l === piece.ladders[i]) ? piece.ladders : ladders,
    paints: paints as Paint[],
  };
}

/** A paint that is named and not to hand, with the pot that comes nearest to it. */
export interface MissingPaint {
  readonly paint: Paint;
  /** Whether its pot stands there, empty. */
  readonly usedUp: boolean;
  readonly nearest: Paint | null;
  /** CIEDE2000 from the nearest to what is wanted. */
  readonly off: number;
}

/** Whether one may stand in for the other: true metal only for true metal, what is mixed for what is mixed. */
const alike = (p: Paint, q: Paint) =>
  p.kind === q.kind || (MIXED_KINDS.has(p.kind) && MIXED_KINDS.has(q.kind));

/** Those of some paints that are missing, each with what comes nearest to it on the shelf. */
export function missingAmong(ids: readonly string[], paints: readonly Paint[]): MissingPaint[] {
  const wanted = new Set(ids);
  return paints
    .filter((p) => wanted.has(p.id) && isMissing(p))
    .map((paint) => {
      const lab = hexToLab(paint.hex);
      const near = paints
        .filter((q) => !isMissing(q) && alike(q, paint))
        .map((q) => ({ q, off: deltaE(hexToLab(q.hex), lab) }))
        .sort((a, b) => a.off - b.off)[0];
      return {
        paint: savedPaint(paint),
        usedUp: isUsedUp(paint),
        nearest: near?.q ?? null,
        off: near?.off ?? Infinity,
      };
    });
}
