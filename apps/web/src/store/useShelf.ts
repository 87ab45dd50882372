import { EMPTY_SHELF, mergedShelf, readShelf, type Shelf } from '@pale-glint/core';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { hindranceIn, Refusal } from '../api/http.js';
import { shelfApi, shelfKeys, type StoredShelf } from '../api/shelf.js';

const STALE = 409;
const KEPT = 'pale-glint/shelf-draft';
const RETRY_MS = 3000;

/** A shelf that is not on the server yet, with the version it started from. It outlives its page. */
interface ShelfDraft {
  readonly version: number;
  readonly shelf: Shelf;
}

const drafts = {
  keep(draft: ShelfDraft | null): void {
    try {
      if (draft) localStorage.setItem(KEPT, JSON.stringify(draft));
      else localStorage.removeItem(KEPT);
    } catch {
      // Storage full or forbidden: the change lives as long as the page.
    }
  },
  find(): ShelfDraft | null {
    try {
      const { version, shelf } = JSON.parse(localStorage.getItem(KEPT) ?? '') as ShelfDraft;
      return { version: Number(version), shelf: readShelf(JSON.stringify(shelf)) };
    } catch {
      return null;
    }
  },
};

type Recipe = (shelf: Shelf) => Shelf;

/** What a save has to tell whoever asked for it. */
interface Telling {
  readonly tell: (message: string | null) => void;
  /** The shelf was changed elsewhere: what stood here before is no state to go back to any more. */
  readonly forgetUndo: () => void;
}

// Saves follow each other, whoever asks: each starts from the version the one before it made.
let line: Promise<void> = Promise.resolve();
let waiting = 0;
/** Changes that are not on the server yet, in their order; null once the whole shelf was put in place of another. */
let unsaved: readonly Recipe[] | null = [];

const MEANWHILE = 'The shelf was changed elsewhere meanwhile';

/** Puts what is not saved yet on top of the shelf as it is there now; false where that cannot be. */
async function rebase(client: QueryClient, { tell, forgetUndo }: Telling): Promise<boolean> {
  const there = await shelfApi.get();
  forgetUndo();
  const shelf = unsaved?.reduce((s, recipe) => recipe(s), there.shelf) ?? there.shelf;
  client.setQueryData<StoredShelf>(shelfKeys, { ...there, shelf });
  if (unsaved) {
    drafts.keep({ version: there.version, shelf });
    return true;
  }
  unsaved = [];
  drafts.keep(null);
  tell(`${MEANWHILE}; it is shown as it is there. Do your last change again.`);
  return false;
}

/** Saves the shelf as it stands here. `again` where what is not saved was put on top of what is there now. */
async function saveOnce(client: QueryClient, telling: Telling): Promise<'saved' | 'again' | 'let go'> {
  const { version, shelf } = client.getQueryData<StoredShelf>(shelfKeys)!;
  const taken = unsaved?.length ?? 0;
  try {
    const saved = await shelfApi.save(shelf, version);
    client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, version: saved.version });
    unsaved = unsaved?.slice(taken) ?? (waiting > 0 ? null : []);
    if (waiting === 0) drafts.keep(null);
    return 'saved';
  } catch (error) {
    if (!(error instanceof Refusal && error.status === STALE)) throw error;
    return (await rebase(client, telling)) ? 'again' : 'let go';
  }
}

/** Saves the shelf; while the server cannot be reached it is tried again. */
async function saveInTurn(client: QueryClient, telling: Telling): Promise<void> {
  const { tell } = telling;
  const { version = 0, shelf } = client.getQueryData<StoredShelf>(shelfKeys) ?? {};
  if (!shelf) return;
  drafts.keep({ version, shelf });
  waiting++;
  const work = line.then(async () => {
    // A newer change of the same page takes this one with it.
    if (--waiting > 0) return;
    let onTop = false;
    for (;;) {
      try {
        const came = await saveOnce(client, telling);
        if (came === 'saved' && waiting === 0)
          tell(onTop ? `${MEANWHILE}. Your change was put on top of it.` : null);
        if (came !== 'again') return;
        onTop = true;
      } catch (error) {
        if (!hindranceIn(error)) {
          unsaved = [];
          drafts.keep(null);
          return tell(`Not saved: ${error instanceof Error ? error.message : String(error)}`);
        }
        tell(
          `${error instanceof Error ? error.message : ''} Your change is kept in this browser and tried again.`,
        );
        await new Promise((done) => setTimeout(done, RETRY_MS));
        if (waiting > 0) return;
      }
    }
  });
  line = work;
  return work;
}

/** The shelf, changed whole and saved at once; the one before each change can be brought back. */
export function useShelf() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: shelfKeys, queryFn: shelfApi.get, staleTime: 30_000 });
  const [message, setMessage] = useState<string | null>(null);
  const before = useRef<Shelf[]>([]);
  const [undos, setUndos] = useState(0);
  const put = useCallback(
    (next: Shelf, recipe: Recipe | null) => {
      unsaved = recipe && unsaved && [...unsaved, recipe];
      client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, shelf: next });
      const forgetUndo = () => {
        before.current = [];
        setUndos(0);
      };
      void saveInTurn(client, { tell: setMessage, forgetUndo });
    },
    [client],
  );

  // What an earlier page could not save any more: saved now, or put beside what was stored since.
  const loaded = query.data !== undefined;
  useEffect(() => {
    if (!loaded || waiting > 0) return;
    const draft = drafts.find();
    const now = client.getQueryData<StoredShelf>(shelfKeys);
    if (!draft || !now) return;
    if (draft.version === now.version) put(draft.shelf, null);
    else put(mergedShelf(now.shelf, draft.shelf), (there) => mergedShelf(there, draft.shelf));
  }, [loaded, client, put]);

  const change = useCallback(
    (recipe: Recipe) => {
      const now = client.getQueryData<StoredShelf>(shelfKeys)?.shelf;
      if (!now) return;
      before.current.push(now);
      setUndos(before.current.length);
      put(recipe(now), recipe);
    },
    [client, put],
  );
  const undo = useCallback(() => {
    const last = before.current.pop();
    setUndos(before.current.length);
    if (last) put(last, null);
  }, [put]);
  return { query, shelf: query.data?.shelf ?? EMPTY_SHELF, change, undo, canUndo: undos > 0, message };
}
