import { stepShares } from '../ladder/index.js';
import { coverOfLadder } from '../match/index.js';
import { AS_THE_PIECE, type Ladder, type Part, type Piece } from '../piece/index.js';

/** Two plans are the same where their shares are. */
const SAME = 1e-3;

/** A ladder with the plan of its metal. */
function withOwnPlan(ladder: Ladder): Ladder {
  const shares = stepShares(ladder.steps.length, coverOfLadder(ladder));
  if (ladder.steps.every((step, k) => Math.abs(step.aimedShare - shares[k]) < SAME)) return ladder;
  return { ...ladder, steps: ladder.steps.map((step, k) => ({ ...step, aimedShare: shares[k] })) };
}

/**
 * The piece with a part as the program itself would lay it out: nothing by hand, the plan of its metal, as many steps as
 * its size asks for, lit like the piece. The same piece where that is so already.
 */
export function withDefaultLayout(piece: Piece, part: Part): Piece {
  const { finish } = part;
  if (finish.kind !== 'metal') return piece;
  const ladder = piece.ladders.find((l) => l.id === finish.ladder);
  const planned = ladder && withOwnPlan(ladder);
  const byHand = piece.adjustments.some((a) => a.part === part.id);
  if (planned === ladder && !byHand && finish.steps === null && part.approach.light === null) return piece;
  return {
    ...piece,
    adjustments: piece.adjustments.filter((a) => a.part !== part.id),
    ladders: piece.ladders.map((l) => (l === ladder && planned ? planned : l)),
    parts: piece.parts.map((p) =>
      p.id === part.id
        ? {
            ...p,
            finish: { ...finish, steps: null },
            approach: { ...p.approach, light: AS_THE_PIECE.light },
          }
        : p,
    ),
  };
}
