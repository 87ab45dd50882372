import {
  knownPaints,
  newMetal,
  problemLine,
  RefusedInput,
  withMetal,
  type Ladder,
  type Metal,
} from '@pale-glint/core';
import { useState } from 'react';
import { usePieceStore } from '../store/PieceContext.js';
import { useShelf } from '../store/useShelf.js';
import { useMixSearch } from '../workers/useMixSearch.js';

/** A metal that a piece has not yet: taken, it is mixed from the shelf. */
export interface NewMetal {
  readonly take: (metal: Metal) => void;
  /** What is under way, or why nothing came of it. */
  readonly said: string | null;
}

/** Paints a part in a metal that the piece has not yet, mixed from the shelf or laid in its flakes: one step of undo. */
export function useNewMetal(part: string): NewMetal {
  const store = usePieceStore();
  const { shelf } = useShelf();
  const { state, search } = useMixSearch();
  const [refused, setRefused] = useState<string | null>(null);
  const take = (metal: Metal) => {
    setRefused(null);
    const { piece } = store.get();
    const known = knownPaints(shelf, piece.paints);
    const { paints, out } = known;
    try {
      const { kind, ladder } = newMetal(metal, piece.ladders, known);
      const put = (own: Ladder) => store.edit((now) => withMetal(now, part, own, paints));
      if (kind === 'flakes') put(ladder);
      else void search('ladder', { ladder, paints, out, only: null }, (found) => put(found.ladder));
    } catch (error) {
      if (!(error instanceof RefusedInput)) throw error;
      setRefused(problemLine(error.problems[0]));
    }
  };
  const said =
    state.kind === 'busy'
      ? `Mixing it from your shelf, ${Math.round(state.share * 100)} %`
      : state.kind === 'failed'
        ? state.message
        : refused;
  return { take, said };
}
