import { keepSculpt, keptSculpt, readSculpt, type Piece } from '@pale-glint/core';

/** What was asked for and did not come; asked again no sooner than this. */
const AGAIN_MS = 4000;
const missing = new Map<string, number>();

/** Fetches the surfaces that a piece's parts are cut from, so that its forms find them. True when one has come. */
export async function needSculpts(piece: Pick<Piece, 'sculpts'>): Promise<boolean> {
  let came = false;
  for (const { surface } of piece.sculpts) {
    if (keptSculpt(surface) || performance.now() < (missing.get(surface) ?? 0)) continue;
    try {
      const response = await fetch(`/api/blobs/${surface}`);
      if (!response.ok) throw new Error(String(response.status));
      keepSculpt(surface, readSculpt(new Uint8Array(await response.arrayBuffer())));
      came = true;
    } catch {
      // The form says that its sculpt is not here; the map of all else goes on.
      missing.set(surface, performance.now() + AGAIN_MS);
    }
  }
  return came;
}
