import { layerColour, layerKey, stepKey, type OrderLayer, type Piece, type Tick } from '@pale-glint/core';
import { useCallback, useMemo, useState } from 'react';
import { usePiece } from '../../../store/PieceContext.js';
import { useSchedule, type Planned } from '../../../workers/useSchedule.js';
import { useStation } from '../../stationState.js';
import {
  itemsOf,
  keepSession,
  keptSession,
  newSession,
  wetNow,
  withBack,
  withDone,
  type BenchSession,
} from './session.js';
import { WhatDries, type Wet } from './whatDries.js';

/** What is wet under the step at hand, and what can be painted instead. */
function useDrying(session: BenchSession | null, order: readonly OrderLayer[], ticks: readonly Tick[]) {
  const { room } = usePiece().table;
  const drying = useMemo(() => new WhatDries(new Map(order.map((l) => [layerKey(l), l]))), [order]);
  const wet = useMemo(
    () => (session ? wetNow(session, ticks, order, room) : []),
    [session, ticks, order, room],
  );
  /** What the step at hand would go over too soon, on one figure or on all that are left of it. */
  const wetUnder = (all: boolean, now: number): Wet | null => {
    const item = session?.items[session.at];
    if (!item) return null;
    const copies = all ? item.copies.slice(session.figure) : [item.copies[session.figure]];
    return drying.wettestUnder({ ...item, copies }, wet, now);
  };
  /** What can be painted now instead; -1 where all has to wait. */
  const meanwhileAt = (now: number): number =>
    session ? drying.meanwhile(session.items, session.at, wet, now) : -1;
  return { drying, wetUnder, meanwhileAt };
}

/** The evening under way: gone on with where it was left, else begun from the plan as it is now. */
function useSession(piece: Piece, order: readonly OrderLayer[], planned: Planned) {
  const [own, setOwn] = useState<BenchSession | null>(null);
  const [openedAt] = useState(() => Date.now());
  const [isFresh, setFresh] = useState(false);
  // Gone on with where it was left; else begun from the plan as it is now.
  const kept = useMemo(
    () => (isFresh ? null : keptSession(piece.id, order, openedAt)),
    [isFresh, piece.id, order, openedAt],
  );
  const laidOut = useMemo(
    () => planned.schedule && newSession(itemsOf(planned.schedule, planned.order), openedAt),
    [planned.schedule, planned.order, openedAt],
  );
  const session = order.length === 0 ? null : (own ?? kept ?? laidOut);
  const put = useCallback(
    (next: BenchSession) => {
      setOwn(next);
      keepSession(piece.id, next);
    },
    [piece.id],
  );
  /** Begun anew from the plan as it is now. */
  const afresh = () => {
    keepSession(piece.id, null);
    setFresh(true);
    setOwn(null);
  };
  return { session, put, afresh };
}

/** The evening at the table: kept in this browser, begun from the plan, gone on with where it was left. */
export function useBench() {
  const piece = usePiece();
  const { order, run } = useStation();
  const planned = useSchedule(order, piece, run.ticks);
  /** The place at which "done" was pressed over something wet. */
  const [askedAt, setAskedAt] = useState<string | null>(null);
  const { session, put, afresh } = useSession(piece, order, planned);
  const item = session?.items[session.at];
  const layer = item && order.find((l) => layerKey(l) === item.layer);
  const { drying, wetUnder, meanwhileAt } = useDrying(session, order, run.ticks);
  const done = (asked: boolean) => {
    if (!session || !layer) return;
    // What is sprayed is sprayed on all of them at once.
    const all = asked || layer.airbrush;
    const press = `${session.at}/${session.figure}`;
    // Over what is wet nothing is painted by an oversight: the second press says that it is dry already.
    if (wetUnder(all, Date.now()) && askedAt !== press) return setAskedAt(press);
    const ticked = new Set(run.ticks.map(stepKey));
    const colour = layerColour(layer, piece);
    const next = withDone(session, { layer, colour, room: piece.table.room, now: Date.now(), all, ticked });
    if (next.ticks.length > 0) run.tick(...next.ticks);
    put(next.session);
  };
  const back = () => {
    if (!session) return;
    const next = withBack(session, Date.now());
    if (next.steps.length > 0) run.untick(...next.steps);
    put(next.session);
  };
  const letGo = (id: string) =>
    session && put({ ...session, timers: session.timers.filter((t) => t.id !== id) });
  const instead = (k: number) =>
    session &&
    put({
      ...session,
      ...drying.broughtForward(session.items, session.at, session.figure, k),
      begunAt: Date.now(),
    });
  const asked = session !== null && askedAt === `${session.at}/${session.figure}`;
  return {
    ...{ piece, order, session, item, layer, waiting: !session },
    ...{ done, back, letGo, afresh, instead, wetUnder, meanwhileAt, asked },
  };
}
