import { ask, sendBytes } from './http.js';

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

const put = (kind: BlobKind, bytes: Blob) =>
  sendBytes<BlobLine>(`/api/blobs?kind=${kind}`, bytes, 'application/octet-stream', LONGEST_WAIT_MS);

/** Photos and surfaces beside the pieces. */
export const blobApi = {
  add: put,
  list: () => ask<BlobLine[]>('GET', '/api/blobs'),
  sweep: () => ask<{ removed: number; bytes: number }>('DELETE', '/api/blobs'),
  address: (hash: string) => `/api/blobs/${hash}`,
};

export const blobKeys = ['blobs'] as const;
