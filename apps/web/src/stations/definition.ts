import type { Piece } from '@pale-glint/core';
import type { ComponentType } from 'react';
import type { StationState } from './stationState.js';

/** What a station's line on the ramp is told from. */
export interface StationView extends Pick<StationState, 'sheets' | 'order'> {
  readonly piece: Piece;
  /** Minutes of painting that are left. */
  readonly activeMin: number;
}

/** A station of a piece. Its folder defines it, the registry lists it; ramp, addresses and keys follow. */
export interface StationDefinition {
  /** Last part of its address, and id of the command that goes there. */
  readonly path: string;
  readonly name: string;
  /** Whether it opens with the map: then the map comes before all else. */
  readonly mapFirst: boolean;
  readonly page: () => Promise<ComponentType>;
  /** Pages below it, by the rest of their address. */
  readonly below?: Readonly<Record<string, () => Promise<ComponentType>>>;
  /** How it stands there, in a few words. */
  readonly state: (view: StationView) => string;
}
