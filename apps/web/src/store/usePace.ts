import {
  coatedAs,
  coatsLaid,
  diaryOf,
  learned,
  learnedCoats,
  paced,
  paceOf,
  type Learned,
  type LearnedCoats,
  type OrderLayer,
  type Piece,
  type Tick,
} from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { paceApi, paceKeys, type Pace } from '../api/pace.js';

export interface PainterPace {
  /** The order in the painter's own coats and minutes. */
  readonly order: readonly OrderLayer[];
  readonly learned: readonly Learned[];
  readonly coats: readonly LearnedCoats[];
  readonly forget: () => Promise<void>;
}

/** A pace is told once a piece's ticks rest. */
const REST_MS = 1500;

const NOTHING = JSON.stringify({ counts: [], coats: [] });

/**
 * The painter's pace from all pieces, put into an order; what this piece's ticks say of it is told to the server. Without
 * the server the starting figures hold.
 */
export function usePace(
  { id: piece, copies }: Pick<Piece, 'id' | 'copies'>,
  starting: readonly OrderLayer[],
  ticks: readonly Tick[],
): PainterPace {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: paceKeys, queryFn: paceApi.get, staleTime: 60_000 });
  const since = data?.since;
  const mine = useMemo(() => {
    if (since === undefined || starting.length === 0) return null;
    const later = ticks.filter((t) => Date.parse(t.doneAt) > Date.parse(since));
    return JSON.stringify({
      counts: paceOf(diaryOf(later, [], starting)),
      coats: coatsLaid(later, starting),
    });
  }, [since, starting, ticks]);
  const told = useRef(NOTHING);
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
  const coats = useMemo(() => learnedCoats(data?.coats ?? []), [data?.coats]);
  const order = useMemo(
    () => paced(coatedAs(starting, coats, copies), known),
    [starting, coats, copies, known],
  );
  return useMemo(
    () => ({
      order,
      learned: known,
      coats,
      forget: async () => {
        const pace = await paceApi.forget();
        told.current = NOTHING;
        client.setQueryData<Pace>(paceKeys, pace);
      },
    }),
    [client, order, known, coats],
  );
}
