import type { SwatchJobs } from './swatch.worker.js';
import { workerClient } from './workerClient.js';

/** A worker for photos of paint: each holds one photo open. */
export const swatchClient = () =>
  workerClient<SwatchJobs>(
    () => new Worker(new URL('./swatch.worker.ts', import.meta.url), { type: 'module', name: 'swatch' }),
  );
