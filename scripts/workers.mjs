import { availableParallelism } from 'node:os';

/** As many suites run side by side as there are cores, from two to four: each takes up to a gigabyte. */
export const WORKERS = Math.min(4, Math.max(2, availableParallelism()));
