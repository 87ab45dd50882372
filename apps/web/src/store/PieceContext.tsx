import { useQuery, useQueryClient } from '@tanstack/react-query';
import {
  createContext,
  use,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { pieceOnShelf, writePiece, type Piece } from '@pale-glint/core';
import { api, keys, type StoredPiece } from '../api/pieces.js';
import { Failing, Loading } from '../ui/states.js';
import { drafts, type Draft } from './drafts.js';
import { onSavedElsewhere, tellSaved } from './otherTabs.js';
import { PieceStore, type PieceState } from './pieceStore.js';
import { useShelf } from './useShelf.js';

const StoreContext = createContext<PieceStore | null>(null);

/** The store of the piece that is open. Only below PieceProvider. */
export function usePieceStore(): PieceStore {
  const store = use(StoreContext);
  if (!store) throw new Error('no piece is open here');
  return store;
}

/** The open piece as it is planned with the shelf: what is not on it is marked. Edits go to the store, which holds it as it is saved. */
export function usePieceState(): PieceState {
  const store = usePieceStore();
  const state = useSyncExternalStore(store.subscribe, store.get);
  const { shelf } = useShelf();
  const { ladders, paints } = state.piece;
  const planned = useMemo(() => pieceOnShelf({ ladders, paints }, shelf), [ladders, paints, shelf]);
  return useMemo(() => ({ ...state, piece: { ...state.piece, ...planned } }), [state, planned]);
}

export const usePiece = (): Piece => usePieceState().piece;

/** A piece as it is stored, and what was not saved of it when its page closed. */
interface Opened {
  readonly stored: StoredPiece;
  readonly found: Draft | null;
}

async function openPiece(id: string): Promise<Opened> {
  const [stored, found] = await Promise.all([api.piece(id), drafts.find(id)]);
  return { stored, found };
}

function openStore({ stored, found }: Opened): PieceStore {
  // A draft that the server already has was saved as its page closed.
  const draft = found && writePiece(found.piece) !== writePiece(stored.piece) ? found : null;
  if (found && !draft) drafts.keep(stored.id, null);
  const world = {
    save: async (piece: Piece, from: number) => {
      const saved = await api.save(piece, from);
      tellSaved({ id: stored.id, version: saved.version });
      return saved;
    },
    stored: () => api.piece(stored.id),
    keep: (d: { version: number; piece: Piece } | null) => drafts.keep(stored.id, d),
    after: (ms: number, run: () => void) => {
      const timer = setTimeout(run, ms);
      return () => clearTimeout(timer);
    },
  };
  // A draft is saved from the version it started from, so that a change made elsewhere meanwhile is noticed.
  return draft
    ? new PieceStore(draft.piece, draft.version, world, true)
    : new PieceStore(stored.piece, stored.version, world);
}

/** What was saved elsewhere is shown here, too, unless something here is not saved yet: then the painter is asked. */
export function takeNewer(store: PieceStore, version: number): void {
  const quiet = (v: number) => store.get().save.kind === 'saved' && store.get().version < v;
  if (!quiet(version)) return;
  void api.piece(store.get().piece.id).then(
    (now) => quiet(now.version) && store.takeNewer(now.piece, now.version),
    () => undefined,
  );
}

function OpenPiece({ opened, children }: { opened: Opened; children: ReactNode }) {
  const { stored } = opened;
  const [store] = useState(() => openStore(opened));
  const client = useQueryClient();
  useEffect(() => {
    const online = () => store.retry();
    window.addEventListener('online', online);
    const stop = onSavedElsewhere(({ id, version }) => id === stored.id && takeNewer(store, version));
    return () => {
      window.removeEventListener('online', online);
      stop();
      store.close();
      void client.invalidateQueries({ queryKey: keys.pieces });
      client.removeQueries({ queryKey: keys.piece(stored.id) });
    };
  }, [store, client, stored.id]);
  return <StoreContext value={store}>{children}</StoreContext>;
}

/** Loads a piece and holds its store while anything below is shown. */
export function PieceProvider({ id, children }: { id: string; children: ReactNode }) {
  const query = useQuery({ queryKey: keys.piece(id), queryFn: () => openPiece(id), staleTime: Infinity });
  // Planned without the shelf first, everything would be measured twice.
  const { query: shelf } = useShelf();
  if (query.isPending || shelf.isPending) return <Loading what="the piece" />;
  if (query.isError)
    return (
      <Failing what="The piece could not be opened" error={query.error} again={() => void query.refetch()} />
    );
  return (
    <OpenPiece key={id} opened={query.data}>
      {children}
    </OpenPiece>
  );
}

/** A piece that lives in the page alone, for "Just one part". */
export function LoosePiece({ store, children }: { store: PieceStore; children: ReactNode }) {
  return <StoreContext value={store}>{children}</StoreContext>;
}
