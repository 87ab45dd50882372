import { EMPTY_SHELF, mergedShelf, readShelf, type Shelf } from '@pale-glint/core';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Refusal, Unreachable } from '../api/http.js';
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

// Saves follow each other, whoever asks: each starts from the version the one before it made.
let line: Promise<void> = Promise.resolve();
let waiting = 0;

/** Saves a shelf; while the server cannot be reached it is tried again. Answers with what the painter has to know, or null. */
async function saveInTurn(
  client: QueryClient,
  next: Shelf,
  tell: (message: string | null) => void,
): Promise<void> {
  const version = client.getQueryData<StoredShelf>(shelfKeys)?.version ?? 0;
  drafts.keep({ version, shelf: next });
  waiting++;
  const work = line.then(async () => {
    // A newer change of the same page takes this one with it.
    if (--waiting > 0) return;
    for (;;) {
      const from = client.getQueryData<StoredShelf>(shelfKeys)?.version ?? 0;
      try {
        const saved = await shelfApi.save(next, from);
        client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, version: saved.version });
        if (waiting === 0) drafts.keep(null);
        tell(null);
        return;
      } catch (error) {
        if (error instanceof Unreachable) {
          tell('The server cannot be reached. Your change is kept in this browser and tried again.');
          await new Promise((done) => setTimeout(done, RETRY_MS));
          if (waiting > 0) return;
          continue;
        }
        const stale = error instanceof Refusal && error.status === STALE;
        tell(
          stale
            ? 'The shelf was changed elsewhere meanwhile; it is shown as it is there. Do your last change again.'
            : `Not saved: ${error instanceof Error ? error.message : String(error)}`,
        );
        drafts.keep(null);
        if (stale) await client.invalidateQueries({ queryKey: shelfKeys });
        return;
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
    (next: Shelf) => {
      client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, shelf: next });
      void saveInTurn(client, next, setMessage);
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
    put(draft.version === now.version ? draft.shelf : mergedShelf(now.shelf, draft.shelf));
  }, [loaded, client, put]);

  const change = useCallback(
    (recipe: (shelf: Shelf) => Shelf) => {
      const now = client.getQueryData<StoredShelf>(shelfKeys)?.shelf;
      if (!now) return;
      before.current.push(now);
      setUndos(before.current.length);
      put(recipe(now));
    },
    [client, put],
  );
  const undo = useCallback(() => {
    const last = before.current.pop();
    setUndos(before.current.length);
    if (last) put(last);
  }, [put]);
  return { query, shelf: query.data?.shelf ?? EMPTY_SHELF, change, undo, canUndo: undos > 0, message };
}
