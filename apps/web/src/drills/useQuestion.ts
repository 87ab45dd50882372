import type { DrillAnswer, DrillId, Paint } from '@pale-glint/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useShelf } from '../store/useShelf.js';
import type { ShownQuestion } from '../workers/drill.worker.js';
import { drillClient } from '../workers/drillClient.js';

/** Size of a question's picture, in points: as large as the page has room for at 1280 x 800. */
export const PICTURE = { width: 720, height: 560 };

const ANY_SEED = 2 ** 31;

export interface Asking {
  /** Null until the first is made. */
  readonly question: ShownQuestion | null;
  readonly failed: string | null;
  /** Makes the next question beforehand, with what was answered so far. */
  readonly prepare: (answers: readonly DrillAnswer[]) => void;
  /** Shows the next question. */
  readonly next: () => void;
}

/**
 * Questions of a drill, one after the other; the next is made while the painter reads how the last one went. The drill
 * stays the same as long as its caller is shown.
 * @param first seed of the first question; any for null
 * @param known what was answered before; null until that is known
 */
export function useQuestion(
  drill: DrillId,
  first: number | null,
  known: readonly DrillAnswer[] | null,
): Asking {
  const { query } = useShelf();
  const [client] = useState(drillClient);
  useEffect(() => () => client.end(), [client]);
  const [question, setQuestion] = useState<ShownQuestion | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const seed = useRef(first ?? 0);
  const coming = useRef<Promise<ShownQuestion> | null>(null);
  // A change of the shelf meanwhile holds for the next question.
  const owned = useRef<readonly Paint[]>([]);
  useEffect(() => {
    owned.current = query.data?.shelf.paints ?? [];
  });

  const prepare = useCallback(
    (answers: readonly DrillAnswer[]) => {
      coming.current = client.ask('ask', {
        drill,
        seed: seed.current++,
        owned: owned.current,
        answers,
        ...PICTURE,
      });
      // Whoever shows it hears of it.
      coming.current.catch(() => undefined);
    },
    [client, drill],
  );
  const next = useCallback(() => {
    const mine = coming.current;
    mine?.then(
      (made) => {
        if (coming.current !== mine) return;
        setFailed(null);
        setQuestion(made);
      },
      (error: unknown) => setFailed(error instanceof Error ? error.message : String(error)),
    );
  }, []);

  const ready = known !== null && !query.isPending;
  const before = useRef(known);
  useEffect(() => {
    before.current = known;
  });
  useEffect(() => {
    if (!ready) return;
    if (first === null) seed.current = Math.floor(Math.random() * ANY_SEED);
    prepare(before.current ?? []);
    next();
  }, [ready, first, prepare, next]);
  return { question, failed, prepare, next };
}
