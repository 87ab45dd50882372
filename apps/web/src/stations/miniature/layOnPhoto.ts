import type { LaidUnder, Underlay } from '@pale-glint/core';
import { blobApi } from '../../api/blobs.js';
import { edgesClient } from '../../workers/edgesClient.js';

const blobOf = async (hash: string): Promise<Blob> => {
  const answer = await fetch(blobApi.address(hash));
  if (!answer.ok) throw new Error('It is not on the server any more.');
  return answer.blob();
};

/**
 * Where a surface lies on the photo under the parts, found in a worker; null where it cannot be told.
 * @param surface the hash that it is stored under
 */
export async function layOnPhoto(underlay: Underlay, surface: string): Promise<LaidUnder | null> {
  const client = edgesClient();
  try {
    const [photo, stored] = await Promise.all([blobOf(underlay.photo), blobOf(surface)]);
    const laid = await client.ask('lay', { photo, underlay, surface: await stored.arrayBuffer() });
    return laid?.sure ? laid : null;
  } finally {
    client.end();
  }
}
