import { useMemo } from 'react';
import { stepKey, type StepId, type Tick } from '@pale-glint/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Unreachable } from '../api/http.js';
import { api, keys } from '../api/pieces.js';

type Run = { ticks: Tick[] };
const NO_TICKS: Tick[] = [];

/**
 * The ticks of a piece. A tick shows at once; while the server cannot be reached it is kept and tried again, and
 * `away` says so.
 */
export function useRun(pieceId: string) {
  const client = useQueryClient();
  const key = keys.run(pieceId);
  const query = useQuery({ queryKey: key, queryFn: () => api.run(pieceId) });
  const put = (change: (ticks: Tick[]) => Tick[]) =>
    client.setQueryData<Run>(key, (old) => ({ ticks: change(old?.ticks ?? []) }));
  const again = {
    scope: { id: `run/${pieceId}` },
    networkMode: 'always' as const,
    retry: (_tries: number, error: Error) => error instanceof Unreachable,
    retryDelay: (tries: number) => Math.min(15000, 1000 * 2 ** tries),
    onError: () => void client.invalidateQueries({ queryKey: key }),
  };
  const tick = useMutation({
    mutationKey: key,
    ...again,
    mutationFn: (t: Tick) => api.tick(pieceId, t),
    onMutate: (t) => void put((ticks) => [...ticks.filter((o) => stepKey(o) !== stepKey(t)), t]),
  });
  const untick = useMutation({
    mutationKey: key,
    ...again,
    mutationFn: (s: StepId) => api.untick(pieceId, s),
    onMutate: (s) => void put((ticks) => ticks.filter((o) => stepKey(o) !== stepKey(s))),
  });
  const failed = tick.error ?? untick.error;
  const away =
    tick.failureReason instanceof Unreachable ||
    untick.failureReason instanceof Unreachable ||
    query.error instanceof Unreachable;
  const refused = failed && !(failed instanceof Unreachable) ? failed.message : null;
  const ticks = query.data?.ticks ?? NO_TICKS;
  return useMemo(
    () => ({ ticks, tick: tick.mutate, untick: untick.mutate, away, refused }),
    [ticks, tick.mutate, untick.mutate, away, refused],
  );
}
