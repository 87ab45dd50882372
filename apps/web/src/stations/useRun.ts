import type { StepId, Tick } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { hindranceIn } from '../api/http.js';
import { api, keys } from '../api/pieces.js';
import { changedTicks, TickOutbox, type TickChange } from '../store/tickOutbox.js';

type Run = { ticks: Tick[] };
const NO_TICKS: Tick[] = [];
/** Ticks of each page on its way to the server, apart: the next page that opens takes all of them on. */
const keptAt = (pieceId: string) => `pale-glint/ticks/${pieceId}`;
const PAGE = Math.random().toString(36).slice(2, 10);

/** Takes one list out of the browser's store. */
function taken(key: string): TickChange[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    localStorage.removeItem(key);
    return Array.isArray(found) ? (found as TickChange[]) : [];
  } catch {
    return [];
  }
}

function kept(pieceId: string): TickChange[] {
  try {
    const lists = Object.keys(localStorage).filter(
      (key) => key === keptAt(pieceId) || key.startsWith(`${keptAt(pieceId)}/`),
    );
    return lists.flatMap(taken);
  } catch {
    return [];
  }
}

function keep(pieceId: string, changes: readonly TickChange[]): void {
  const key = `${keptAt(pieceId)}/${PAGE}`;
  try {
    if (changes.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(changes));
  } catch {
    // Storage full or forbidden: they live as long as the page.
  }
}

/**
 * The ticks of a piece. A tick shows at once; until the server has it it is kept in this browser and tried again, over a
 * reload, too. `away` says so.
 */
export function useRun(pieceId: string) {
  const client = useQueryClient();
  const query = useQuery({ queryKey: keys.run(pieceId), queryFn: () => api.run(pieceId) });
  const [outbox] = useState(
    () =>
      new TickOutbox({
        send: async (c) =>
          (c.kind === 'tick' ? await api.tickMany(pieceId, c.ticks) : await api.untickMany(pieceId, c.steps))
            .ticks,
        sent: (ticks) => client.setQueryData<Run>(keys.run(pieceId), { ticks: [...ticks] }),
        keep: (changes) => keep(pieceId, changes),
        kept: () => kept(pieceId),
        after: (ms, run) => {
          const timer = setTimeout(run, ms);
          return () => clearTimeout(timer);
        },
      }),
  );
  useEffect(() => {
    const online = () => outbox.retry();
    window.addEventListener('online', online);
    return () => window.removeEventListener('online', online);
  }, [outbox]);
  const state = useSyncExternalStore(outbox.subscribe, outbox.get);
  const fromServer = query.data?.ticks ?? NO_TICKS;
  const ticks = useMemo(() => changedTicks(fromServer, state.waiting), [fromServer, state.waiting]);
  const away = state.away ?? hindranceIn(query.error);
  return useMemo(
    () => ({
      ticks,
      tick: (...all: readonly Tick[]) => outbox.tick(all),
      untick: (...all: readonly StepId[]) => outbox.untick(all),
      away,
      refused: state.refused,
    }),
    [ticks, outbox, away, state.refused],
  );
}
