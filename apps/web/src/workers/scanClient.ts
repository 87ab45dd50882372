import type { ScanJobs } from './scan.worker.js';
import { workerClient } from './workerClient.js';

/** A worker for photos of a miniature and for archives. */
export const scanClient = () =>
  workerClient<ScanJobs>(
    () => new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module', name: 'scan' }),
  );

/** A piece and its photos and surfaces made into one archive. */
export async function packed(piece: string, hashes: readonly string[]): Promise<Uint8Array<ArrayBuffer>> {
  const client = scanClient();
  try {
    return await client.ask('pack', { piece, hashes });
  } finally {
    client.end();
  }
}

/** An archive taken apart: the text of its piece, and what it holds by hash. */
export async function unpacked(file: Blob): Promise<{ piece: string; blobs: ReadonlyMap<string, Blob> }> {
  const client = scanClient();
  try {
    return await client.ask('unpack', file);
  } finally {
    client.end();
  }
}
