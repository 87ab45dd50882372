import { diaryOf, learned, paced, paceOf, type Learned, type OrderLayer, type Tick } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { paceApi, paceKeys, type Pace } from '../api/pace.js';

export interface PainterPace {
  /** The order in the painter's own minutes. */
  readonly order: readonly OrderLayer[];
  readonly learned: readonly Learned[];
  readonly forget: () => Promise<void>;
}

/** A pace is told once a piece's ticks rest. */
const REST_MS = 1500;

/**
 * The painter's pace from all pieces, put into an order; what this piece's ticks say of it is told to the server. Without
 * the server the starting figures hold.
 */
export function usePace(piece: string, starting: readonly OrderLayer[], ticks: readonly Tick[]): PainterPace {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: paceKeys, queryFn: paceApi.get, staleTime: 60_000 });
  const since = data?.since;
  const mine = useMemo(() => {
    if (since === undefined || starting.length === 0) return null;
    const later = ticks.filter((t) => Date.parse(t.doneAt) > Date.parse(since));
    return JSON.stringify(paceOf(diaryOf(later, [], starting)));
  }, [since, starting, ticks]);
  const told = useRef('[]');
  useEffect(() => {
    if (mine === null || mine === told.current) return;
    const timer = setTimeout(() => {
      paceApi.put(piece, JSON.parse(mine)).then(
        (pace) => {
          told.current = mine;
          client.setQueryData<Pace>(paceKeys, pace);
        },
        () => {
          // Told again with the next tick: nothing is lost, since the ticks are kept.
        },
      );
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [client, piece, mine]);
  const known = useMemo(() => learned(data?.counts ?? []), [data?.counts]);
  const order = useMemo(() => paced(starting, known), [starting, known]);
  return useMemo(
    () => ({
      order,
      learned: known,
      forget: async () => {
        const pace = await paceApi.forget();
        told.current = '[]';
        client.setQueryData<Pace>(paceKeys, pace);
      },
    }),
    [client, order, known],
  );
}
