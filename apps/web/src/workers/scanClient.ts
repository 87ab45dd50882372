import type { PhotoFault } from '@pale-glint/core';
import type { ScanJob, ScanMessage } from './scanProtocol.js';

/** Work at the bench that failed: what it says, and what each photo showed as far as it went. */
export class ScanFailure extends Error {
  constructor(
    message: string,
    readonly faults: readonly (PhotoFault | null)[],
    /** No ball was found: it must be shown. */
    readonly ball: boolean,
  ) {
    super(message);
  }
}

export interface ScanRun<T> {
  readonly result: Promise<T>;
  /** Ends the work at once; the result then never comes. */
  stop(): void;
}

type Answer = Exclude<ScanMessage, { kind: 'progress' } | { kind: 'failed' }>;

/** A job in a worker of its own, which a stop can end in the middle. */
export function runScanJob<K extends Answer['kind']>(
  job: ScanJob,
  kind: K,
  onProgress: (doing: string, share: number) => void,
): ScanRun<Extract<Answer, { kind: K }>> {
  const worker = new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module', name: 'scan' });
  const result = new Promise<Extract<Answer, { kind: K }>>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<ScanMessage>) => {
      if (data.kind === 'progress') onProgress(data.doing, data.share);
      else {
        worker.terminate();
        if (data.kind === 'failed') reject(new ScanFailure(data.message, data.faults, data.ball));
        else if (data.kind === kind) resolve(data as Extract<Answer, { kind: K }>);
      }
    };
    worker.onerror = (e) => {
      worker.terminate();
      reject(new ScanFailure(e.message || 'This browser stopped the work.', [], false));
    };
  });
  worker.postMessage(job);
  return { result, stop: () => worker.terminate() };
}
