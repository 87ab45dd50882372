import type { BackupPreview, RestoreMode } from '@pale-glint/core';
import { sendBytes } from './http.js';

/** Everything may be a lot. */
const LONGEST_WAIT_MS = 300_000;

const send = <T>(address: string, file: Blob) =>
  sendBytes<T>(address, file, 'application/zip', LONGEST_WAIT_MS);

/** Everything as one file, out and in. */
export const backupApi = {
  address: '/api/backup',
  preview: (file: Blob) => send<BackupPreview>('/api/backup/preview', file),
  restore: (file: Blob, mode: RestoreMode) =>
    send<{ pieces: number; photos: number }>(`/api/backup/restore?mode=${mode}`, file),
};
