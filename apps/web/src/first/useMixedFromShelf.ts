import { pieceOnShelf, type Piece } from '@pale-glint/core';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { PieceStore } from '../store/pieceStore.js';
import { useShelf } from '../store/useShelf.js';
import { mixedFromShelf } from './mixedFromShelf.js';

/** A piece that lives in the page alone, mixed from the painter's shelf as soon as that is known, and as it is planned with it. */
export function useMixedFromShelf(store: PieceStore): {
  readonly piece: Piece;
  readonly planned: Piece;
  /** Whether its metals are mixed from what is owned, as far as that can be. */
  readonly mixed: boolean;
} {
  const { piece } = useSyncExternalStore(store.subscribe, store.get);
  const { shelf, query } = useShelf();
  const [mixed, setMixed] = useState(false);
  const { isPending } = query;
  useEffect(() => {
    if (isPending) return;
    let here = true;
    const take = (own: Piece | null) => {
      if (!here) return;
      if (own) store.change((d) => void Object.assign(d, { ladders: own.ladders, paints: own.paints }));
      setMixed(true);
    };
    mixedFromShelf(store.get().piece, shelf).then(take, () => take(null));
    return () => {
      here = false;
    };
  }, [store, shelf, isPending]);
  const planned = useMemo(() => ({ ...piece, ...pieceOnShelf(piece, shelf) }), [piece, shelf]);
  return { piece, planned, mixed };
}
