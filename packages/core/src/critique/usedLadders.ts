import type { Ladder } from '../piece/index.js';
import { inPiece, type Scene, type PartInView } from './scene.js';

/** A ladder that metal parts of the piece take, with the first of them. */
export interface LadderSeen {
  readonly ladder: Ladder;
  readonly first: PartInView;
  readonly at: { readonly xMm: number; readonly yMm: number };
}

/** The ladders in use, in the order of the piece. */
export const usedLadders = ({ piece, parts }: Scene): LadderSeen[] =>
  piece.ladders.flatMap((ladder) => {
    const first = parts.find((s) => s.p.palette.ladder?.id === ladder.id);
    return first ? [{ ladder, first, at: inPiece(first.part, [0, 0]) }] : [];
  });
