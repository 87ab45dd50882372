import type { PlanJobs } from './plan.worker.js';
import { workerClient, type WorkerClient } from './workerClient.js';

/** A worker that lays orders into evenings and weighs what they take. */
export const planClient = (): WorkerClient<PlanJobs> =>
  workerClient<PlanJobs>(
    () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module', name: 'plan' }),
  );
