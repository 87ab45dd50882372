import { readSculpt, sculptsOf, type Piece, type Sculpt, type Surfaces } from '@pale-glint/core';
import { LRUCache } from 'lru-cache';

/** As many surfaces as are kept. */
const MOST_KEPT = 12;
const kept = new LRUCache<string, Sculpt>({ max: MOST_KEPT });

/** What was asked for and did not come; asked again no sooner than this. */
const AGAIN_MS = 4000;
const missing = new LRUCache<string, true>({ max: 100, ttl: AGAIN_MS });

/** Fetches the surfaces that a piece's parts are cut from. */
export async function needSculpts(piece: Pick<Piece, 'views'>): Promise<void> {
  for (const { surface } of sculptsOf(piece)) {
    if (kept.has(surface) || missing.has(surface)) continue;
    try {
      const response = await fetch(`/api/blobs/${surface}`);
      if (!response.ok) throw new Error(String(response.status));
      kept.set(surface, readSculpt(new Uint8Array(await response.arrayBuffer())));
    } catch {
      // The form says that its sculpt is not here; the map of all else goes on.
      missing.set(surface, true);
    }
  }
}

const NONE: Surfaces = new Map();

/** The surfaces of a piece that have come. */
export function surfacesOf(piece: Pick<Piece, 'views'>): Surfaces {
  const sculpts = sculptsOf(piece);
  return sculpts.length === 0
    ? NONE
    : new Map(
        sculpts.flatMap(({ surface }) => {
          const sculpt = kept.get(surface);
          return sculpt ? [[surface, sculpt] as const] : [];
        }),
      );
}
