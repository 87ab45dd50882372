import type { Worker } from 'node:worker_threads';

/** The next thing that a thread says; `ended` where it ends before it says anything. */
export const nextFrom = <T>(worker: Worker, ended: T): Promise<T> =>
  new Promise((resolve) => {
    const onEnd = () => resolve(ended);
    worker.once('exit', onEnd);
    worker.once('message', (said: T) => {
      worker.off('exit', onEnd);
      resolve(said);
    });
  });
