import { ask } from './http.js';

/** Whether a phone may reach the table of a piece now. */
export interface PairingState {
  readonly open: boolean;
  readonly until: string;
  readonly phones: number;
  /** Of the piece; 0 while it is not open. */
  readonly version: number;
}

export interface PairingStarted extends PairingState {
  /** Addresses on the home network that open it once. */
  readonly addresses: readonly string[];
}

const at = (piece: string) => `/api/pieces/${encodeURIComponent(piece)}/pairing`;

export const pairing = {
  state: (piece: string) => ask<PairingState>('GET', at(piece)),
  start: (piece: string, page: string) => ask<PairingStarted>('POST', at(piece), page, 'text/html'),
  end: (piece: string) => ask<null>('DELETE', at(piece)),
};

export const pairingKey = (piece: string) => ['pairing', piece] as const;
