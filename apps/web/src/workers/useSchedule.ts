import { localDay, type OrderLayer, type Piece, type Schedule, type StepId } from '@pale-glint/core';
import { useEffect, useMemo, useState } from 'react';
import { planClient } from './planClient.js';

/** A plan that follows piece and ticks: the last one stands until the next is there. */
export interface Planned {
  readonly schedule: Schedule | null;
  /** The order that it was made for: its layers are named by their place there. */
  readonly order: readonly OrderLayer[];
  /** 0..1 while another is looked for; null at rest. */
  readonly share: number | null;
  readonly failed: string | null;
}

const REST_MS = 350;

/** The painter's own day and the minute of it. */
export function nowHere(): { readonly today: string; readonly nowMin: number } {
  const now = new Date();
  return { today: localDay(now), nowMin: now.getHours() * 60 + now.getMinutes() };
}

/** Evenings for what is left to do, computed in a worker whenever piece or ticks rest. */
export function useSchedule(
  order: readonly OrderLayer[],
  { copies, table, rig }: Pick<Piece, 'copies' | 'table' | 'rig'>,
  ticks: readonly StepId[],
): Planned {
  const client = useMemo(() => planClient(), []);
  const [planned, setPlanned] = useState<Planned>({ schedule: null, order: [], share: null, failed: null });
  useEffect(() => client.end, [client]);
  useEffect(() => {
    if (order.length === 0) return;
    const timer = setTimeout(() => {
      client.end();
      setPlanned((p) => ({ ...p, share: 0 }));
      client
        .ask('schedule', { order, piece: { copies, table, rig }, ticks, ...nowHere() }, ({ share }) =>
          setPlanned((p) => ({ ...p, share })),
        )
        .then(
          (schedule) => setPlanned({ schedule, order, share: null, failed: null }),
          (error: Error) => setPlanned((p) => ({ ...p, share: null, failed: error.message })),
        );
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [client, order, copies, table, rig, ticks]);
  return planned;
}
