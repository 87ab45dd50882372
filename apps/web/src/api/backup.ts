import { Refusal, Unreachable } from './http.js';

/** What a backup holds, beside what is here. */
export interface BackupPreview {
  readonly pieces: readonly {
    readonly id: string;
    readonly name: string;
    readonly state: 'new' | 'same' | 'other';
  }[];
  readonly paints: number;
  readonly photos: number;
}

/** Everything may be a lot. */
const LONGEST_WAIT_MS = 300_000;

async function send<T>(address: string, file: Blob): Promise<T> {
  let response: Response;
  try {
    response = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
      signal: AbortSignal.timeout(LONGEST_WAIT_MS),
    });
  } catch {
    throw new Unreachable();
  }
  const json = (await response.json().catch(() => ({}))) as unknown;
  if (!response.ok) throw new Refusal(response.status, json as Refusal['body']);
  return json as T;
}

/** Everything as one file, out and in. */
export const backupApi = {
  address: '/api/backup',
  preview: (file: Blob) => send<BackupPreview>('/api/backup/preview', file),
  restore: (file: Blob, mode: 'merge' | 'replace') =>
    send<{ pieces: number; photos: number }>(`/api/backup/restore?mode=${mode}`, file),
};
