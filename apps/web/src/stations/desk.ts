import type { OrderLayer } from '@pale-glint/core';
import { createContext, use } from 'react';
import type { Sheets } from '../map/useSheets.js';
import type { ShownView } from '../ui/ViewSwitch.js';
import type { AfterLayer } from '../workers/protocol.js';
import type { useRun } from './useRun.js';

/** What the stations of one piece share: its zones, its order, and how it is being looked at. */
export interface Desk {
  readonly sheets: Sheets;
  readonly order: readonly OrderLayer[];
  readonly run: ReturnType<typeof useRun>;
  readonly view: ShownView;
  readonly setView: (view: ShownView) => void;
  readonly selected: string | null;
  readonly select: (part: string | null) => void;
  readonly after: AfterLayer | null;
  readonly setAfter: (after: AfterLayer | null) => void;
  /** Whether the chosen part fills the map. */
  readonly close: boolean;
  readonly setClose: (close: boolean) => void;
}

export const DeskContext = createContext<Desk | null>(null);

/** The shared state of the stations. Only below StationFrame. */
export function useDesk(): Desk {
  const desk = use(DeskContext);
  if (!desk) throw new Error('no station here');
  return desk;
}
