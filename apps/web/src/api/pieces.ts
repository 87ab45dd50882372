import type { Picture, Piece, StepId, Tick } from '@pale-glint/core';
import { writePiece } from '@pale-glint/core';
import { ask } from './http.js';
import { sha256 } from './sha256.js';

export interface PieceLine {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly parts: number;
  readonly updatedAt: string;
}

export interface StoredPiece {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: string;
  readonly piece: Piece;
}

export interface Saved {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: string;
}

export type IfExists = 'refuse' | 'replace' | 'copy';

/** The map of a piece is there by then. */
const PICTURE_WAIT_MS = 10_000;

const at = (id: string) => `/api/pieces/${encodeURIComponent(id)}`;

/** The HTTP contract, one function an address. */
export const api = {
  pieces: () => ask<PieceLine[]>('GET', '/api/pieces'),
  piece: (id: string) => ask<StoredPiece>('GET', at(id)),
  save: (piece: Piece, startedFrom: number) =>
    ask<Saved>('PUT', `${at(piece.id)}?version=${startedFrom}`, writePiece(piece)),
  add: (text: string, ifExists: IfExists) => ask<Saved>('POST', `/api/pieces?ifExists=${ifExists}`, text),
  remove: (id: string) => ask<null>('DELETE', at(id)),
  run: (id: string) => ask<{ ticks: Tick[] }>('GET', `${at(id)}/run`),
  tickMany: (id: string, ticks: readonly Tick[]) =>
    ask<{ ticks: Tick[] }>('PUT', `${at(id)}/run/ticks/many`, JSON.stringify({ ticks })),
  untickMany: (id: string, steps: readonly StepId[]) =>
    ask<{ ticks: Tick[] }>(
      'POST',
      `${at(id)}/run/ticks/undone`,
      JSON.stringify({ steps: steps.map(({ part, step, role, copy }) => ({ part, step, role, copy })) }),
    ),
  fileAddress: (id: string) => `${at(id)}/file`,
  /** The small picture that the server keeps of a piece; null where it has none of exactly this one. */
  picture: async (piece: Piece): Promise<{ image: Blob; picture: Picture } | null> => {
    const response = await fetch(`${at(piece.id)}/picture`, { signal: AbortSignal.timeout(PICTURE_WAIT_MS) });
    const frame = response.headers.get('glint-frame');
    if (response.status !== 200 || !frame) return null;
    const { run: _run, ...bare } = piece;
    if (response.headers.get('glint-of') !== (await sha256(writePiece(bare)))) return null;
    return { image: await response.blob(), picture: JSON.parse(frame) as Picture };
  },
};

export const keys = {
  pieces: ['pieces'] as const,
  piece: (id: string) => ['piece', id] as const,
  run: (id: string) => ['run', id] as const,
};
