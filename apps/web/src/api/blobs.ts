import { Refusal, Unreachable } from './http.js';
import { ask } from './http.js';

export type BlobKind = 'photo' | 'surface' | 'shape';

export interface BlobLine {
  readonly hash: string;
  readonly kind: BlobKind;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly usedBy: readonly string[];
}

/** Photos are large and disks may be slow. */
const LONGEST_WAIT_MS = 120_000;

async function put(kind: BlobKind, bytes: Blob): Promise<BlobLine> {
  let response: Response;
  try {
    response = await fetch(`/api/blobs?kind=${kind}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes,
      signal: AbortSignal.timeout(LONGEST_WAIT_MS),
    });
  } catch {
    throw new Unreachable();
  }
  const json = (await response.json().catch(() => ({}))) as unknown;
  if (!response.ok) throw new Refusal(response.status, json as Refusal['body']);
  return json as BlobLine;
}

/** Photos and surfaces beside the pieces. */
export const blobApi = {
  add: put,
  list: () => ask<BlobLine[]>('GET', '/api/blobs'),
  sweep: () => ask<{ removed: number; bytes: number }>('DELETE', '/api/blobs'),
  address: (hash: string) => `/api/blobs/${hash}`,
};

export const blobKeys = ['blobs'] as const;
