import { orderTime, stepKey, type OrderLayer, type Tick } from '@pale-glint/core';
import { useMemo } from 'react';

/** What is left to do, with what is ticked. */
export function useTimeLeft(
  order: readonly OrderLayer[],
  ticks: readonly Tick[],
  copies: number,
): { activeMin: number; dryMin: number } {
  return useMemo(() => {
    const done = new Set(ticks.map(stepKey));
    return orderTime(order, copies, (s) =>
      Array.from({ length: copies }, (_, i) => stepKey({ ...s, copy: i + 1 })).every((k) => done.has(k)),
    );
  }, [order, ticks, copies]);
}
