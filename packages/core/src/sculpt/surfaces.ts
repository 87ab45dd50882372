import type { Piece } from '../piece/index.js';
import type { Sculpt } from './sculpt.js';

/** Surfaces at hand, by the hash of their bytes that a piece names them with. */
export type Surfaces = ReadonlyMap<string, Sculpt>;

/**
 * A piece, or some of it, with the surfaces that its parts are cut from beside it. They are not saved with it; a part
 * whose surface is not at hand is shown flat, and says so.
 */
export interface WithSurfaces {
  readonly surfaces?: Surfaces;
}

/** A whole piece with the surfaces at hand. */
export type PieceAtHand = Piece & WithSurfaces;
