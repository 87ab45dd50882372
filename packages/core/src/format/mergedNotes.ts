import { sameNote, type Note } from '../edit/index.js';
import { MOST_NOTES, type Piece } from '../piece/index.js';
import { freeId } from '../units/index.js';
import { writePiece } from './writePiece.js';

const held = (list: readonly Note[], note: Note): boolean => list.some((n) => sameNote(n, note));

/**
 * A piece with the notes of two who changed it apart from each other: what either added stays, what either let go is gone.
 * Null where they differ from where both began in anything but notes of the other one, which nobody can merge.
 * @param base what both began with
 * @param mine with changes of any kind
 * @param theirs as it was stored meanwhile
 */
export function mergedNotes(base: Piece, mine: Piece, theirs: Piece): Piece | null {
  const without = (piece: Piece) => writePiece({ ...piece, notes: [] });
  if (without(base) !== without(theirs)) return null;
  const ids = new Set(theirs.notes.map((n) => n.id));
  const added = mine.notes
    .filter((n) => !held(base.notes, n) && !held(theirs.notes, n))
    .map((n) => {
      const id = ids.has(n.id) ? freeId('note', ids) : n.id;
      ids.add(id);
      return { ...n, id };
    });
  const toldOf = (list: readonly Note[], note: Note) => list.find((n) => sameNote(n, note))?.told;
  const kept = theirs.notes
    .filter((n) => held(mine.notes, n) || !held(base.notes, n))
    .map((n) => {
      // What either told of a photo stays; where both did, what is told now.
      const [before, now] = [toldOf(base.notes, n), toldOf(mine.notes, n)];
      return now === undefined || JSON.stringify(before) === JSON.stringify(now) ? n : { ...n, told: now };
    });
  const notes = [...kept, ...added];
  return notes.length > MOST_NOTES ? null : { ...mine, notes };
}
