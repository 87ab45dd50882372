import { Worker } from 'node:worker_threads';
import { PICTURE_WORKER } from '../folders.js';
import { nextFrom } from '../threads.js';
import type { Drawing, DrawingJob } from './drawing.js';
import type { Drawn } from './picture.worker.js';

/** An idle thread holds memory for nothing. */
const IDLE_MS = 10_000;

/** Draws pieces in a thread of its own, one after the other; the thread goes when there is nothing to draw. */
export class DrawingThread {
  private worker: Worker | null = null;
  private idle: NodeJS.Timeout | undefined;

  /** Throws what the drawing threw, or that the thread ended. Asked for one at a time. */
  async draw(job: DrawingJob): Promise<Drawing | null> {
    clearTimeout(this.idle);
    const worker = (this.worker ??= this.start());
    const answer = nextFrom<Drawn>(worker, { failed: 'the drawing thread ended' });
    worker.postMessage(job);
    const drawn = await answer;
    this.idle = setTimeout(() => void this.stop(), IDLE_MS);
    this.idle.unref();
    if ('failed' in drawn) throw new Error(drawn.failed);
    return drawn.drawing;
  }

  async stop(): Promise<void> {
    clearTimeout(this.idle);
    const { worker } = this;
    this.worker = null;
    await worker?.terminate();
  }

  private start(): Worker {
    const worker = new Worker(PICTURE_WORKER);
    worker.unref();
    worker.on('error', () => undefined);
    worker.on('exit', () => {
      if (this.worker === worker) this.worker = null;
    });
    return worker;
  }
}
