import { seenIn, type Finding, type OrderLayer, type Piece } from '@pale-glint/core';
import { createContext, use, useMemo } from 'react';
import { usePiece } from '../store/PieceContext.js';
import type { Sheets } from '../map/useSheets.js';
import type { ShownView } from '../map/ViewSwitch.js';
import type { AfterLayer } from '../workers/protocol.js';
import type { PainterPace } from '../store/usePace.js';
import type { useRun } from './useRun.js';

/** What the stations of one piece share: its zones, its order, and how it is being looked at. */
export interface StationState {
  readonly sheets: Sheets;
  readonly order: readonly OrderLayer[];
  /** How quick the painter is, as all pieces tell it. */
  readonly pace: PainterPace;
  readonly run: ReturnType<typeof useRun>;
  readonly view: ShownView;
  readonly setView: (view: ShownView) => void;
  /** The side that the figure is seen from: the id of a view of the piece. */
  readonly figureView: string;
  readonly setFigureView: (view: string) => void;
  readonly selected: string | null;
  readonly select: (part: string | null) => void;
  readonly after: AfterLayer | null;
  readonly setAfter: (after: AfterLayer | null) => void;
  /** Whether the chosen part fills the map. */
  readonly close: boolean;
  readonly setClose: (close: boolean) => void;
  /** What stands beside the map. */
  readonly side: GlintSide;
  readonly setSide: (side: GlintSide) => void;
  /** The finding that is being looked at. */
  readonly finding: string | null;
  readonly setFinding: (key: string | null) => void;
}

export const GLINT_SIDES = ['part', 'findings', 'hand', 'wear'] as const;
export type GlintSide = (typeof GLINT_SIDES)[number];

/** Tells findings apart: one kind may occur at several places of a part. */
export const findingKey = (f: Pick<Finding, 'id' | 'part' | 'at'>): string =>
  `${f.id}/${f.part ?? '-'}/${f.at.xMm.toFixed(2)}/${f.at.yMm.toFixed(2)}`;

export const StationContext = createContext<StationState | null>(null);

/** The shared state of the stations. Only below StationFrame. */
export function useStation(): StationState {
  const station = use(StationContext);
  if (!station) throw new Error('no station here');
  return station;
}

/** The piece as it is seen from the side that is looked at: that view and its parts alone. */
export function useSeen(): Piece {
  const piece = usePiece();
  const { figureView } = useStation();
  return useMemo(() => seenIn(piece, figureView), [piece, figureView]);
}
