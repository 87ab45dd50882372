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
    const figures = Array.from({ length: copies }, (_, i) => i + 1);
    return orderTime(
      order,
      copies,
      (s) => figures.filter((copy) => !done.has(stepKey({ ...s, copy }))).length,
    );
  }, [order, ticks, copies]);
}
