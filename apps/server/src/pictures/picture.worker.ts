import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { drawPiece, type Drawing, type DrawingJob } from './drawing.js';

/** What comes back for each job: a drawing, or why there is none. */
export type Drawn = { readonly drawing: Drawing | null } | { readonly failed: string };

/** Behind all else that the machine does. Linux alone gives a thread a priority of its own. */
const LOWEST_PRIORITY = 19;
if (process.platform === 'linux') setPriority(LOWEST_PRIORITY);

function drawn(job: DrawingJob): Drawn {
  try {
    return { drawing: drawPiece(job) };
  } catch (error) {
    return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
}

parentPort!.on('message', (job: DrawingJob) => parentPort!.postMessage(drawn(job)));
