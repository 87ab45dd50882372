import type { EdgeJobs } from './edges.worker.js';
import { workerClient } from './workerClient.js';

/** A worker for the edges of a photo: each holds one photo open. */
export const edgesClient = () =>
  workerClient<EdgeJobs>(
    () => new Worker(new URL('./edges.worker.ts', import.meta.url), { type: 'module', name: 'edges' }),
  );
