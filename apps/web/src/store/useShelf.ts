import { EMPTY_SHELF, type Shelf } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { Refusal } from '../api/http.js';
import { shelfApi, shelfKeys, type StoredShelf } from '../api/shelf.js';

const STALE = 409;

/** The shelf, changed whole and saved at once; the one before each change can be brought back. */
export function useShelf() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: shelfKeys, queryFn: shelfApi.get, staleTime: 30_000 });
  const [message, setMessage] = useState<string | null>(null);
  const before = useRef<Shelf[]>([]);
  const [undos, setUndos] = useState(0);
  // Saves follow each other: each starts from the version the one before it made.
  const line = useRef<Promise<void>>(Promise.resolve());

  const put = useCallback(
    (next: Shelf) => {
      client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, shelf: next });
      line.current = line.current.then(async () => {
        const version = client.getQueryData<StoredShelf>(shelfKeys)?.version ?? 0;
        try {
          const saved = await shelfApi.save(next, version);
          client.setQueryData<StoredShelf>(shelfKeys, (old) => old && { ...old, version: saved.version });
          setMessage(null);
        } catch (error) {
          const stale = error instanceof Refusal && error.status === STALE;
          setMessage(
            stale
              ? 'The shelf was changed elsewhere meanwhile; it is shown as it is there. Do your last change again.'
              : `Not saved: ${error instanceof Error ? error.message : String(error)}`,
          );
          if (stale) await client.invalidateQueries({ queryKey: shelfKeys });
        }
      });
    },
    [client],
  );
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
