import { orderTime, paintingOrder, stepKey, type OrderLayer, type Piece, type Tick } from '@pale-glint/core';
import { useMemo } from 'react';
import type { Sheets } from '../map/useSheets.js';

/** The painting order as planned now. Empty until the first zones are there. */
export function useOrder(piece: Piece, sheets: Sheets): OrderLayer[] {
  return useMemo(() => {
    try {
      return paintingOrder(piece, sheets.sheets);
    } catch {
      // A sheet of an older state of the piece; the next one is on its way.
      return [];
    }
  }, [piece, sheets.sheets]);
}

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
