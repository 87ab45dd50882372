import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { drawPiece, type Drawing, type DrawingJob } from './drawing.js';

/** What comes back for each job: a drawing, or why there is none. */
export type Drawn = { readonly drawing: Drawing | null } | { readonly failed: string };

/** Behind what somebody waits for, and yet not starved by it. Linux alone gives a thread a priority of its own. */
const LOW_PRIORITY = 5;
if (process.platform === 'linux') setPriority(LOW_PRIORITY);

function drawn(job: DrawingJob): Drawn {
  try {
    return { drawing: drawPiece(job) };
  } catch (error) {
    return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
}

parentPort!.on('message', (job: DrawingJob) => parentPort!.postMessage(drawn(job)));
