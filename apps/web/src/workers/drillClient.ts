import type { DrillJobs } from './drill.worker.js';
import { workerClient } from './workerClient.js';

/** A worker that makes questions, as long as its page is shown. */
export const drillClient = () =>
  workerClient<DrillJobs>(
    () => new Worker(new URL('./drill.worker.ts', import.meta.url), { type: 'module', name: 'drill' }),
  );
