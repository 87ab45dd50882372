import { problemLine, type Problem } from '@pale-glint/core';
import type { Asked, Jobs, Progress, WorkerMessage } from './jobs.js';

/** Work that failed in a worker. */
export class WorkerFailure extends Error {
  constructor(
    message: string,
    /** Why the input was refused; empty where something else went wrong. */
    readonly problems: readonly Problem[] = [],
  ) {
    super(problems.length > 0 ? problemLine(problems[0]) : message);
  }
}

type Answer<J extends Jobs, K extends keyof J> = Awaited<ReturnType<J[K]>>;

/** Asks a worker for jobs by name. */
export interface WorkerClient<J extends Jobs> {
  /**
   * The answer to a job. The worker starts with the first one.
   * @throws WorkerFailure
   */
  ask<K extends keyof J & string>(
    name: K,
    input: Parameters<J[K]>[0],
    onProgress?: (progress: Progress) => void,
  ): Promise<Answer<J, K>>;
  /** Ends all work at once; answers under way never come. What is asked afterwards starts it anew. */
  end(): void;
}

interface Waiting {
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: ((progress: Progress) => void) | undefined;
}

/** @param start makes the worker, which answers with `answerJobs` */
export function workerClient<J extends Jobs>(start: () => Worker): WorkerClient<J> {
  let worker: Worker | null = null;
  let last = 0;
  const waiting = new Map<number, Waiting>();
  const end = () => {
    worker?.terminate();
    worker = null;
    waiting.clear();
  };
  const started = () => {
    const mine = start();
    mine.onmessage = ({ data }: MessageEvent<WorkerMessage>) => {
      const asked = waiting.get(data.id);
      if (!asked) return;
      if (data.kind === 'progress') {
        asked.onProgress?.(data.progress);
        return;
      }
      waiting.delete(data.id);
      if (data.kind === 'answer') asked.resolve(data.answer as never);
      else asked.reject(new WorkerFailure(data.message, data.problems));
    };
    mine.onerror = (event) => {
      const all = [...waiting.values()];
      end();
      for (const asked of all)
        asked.reject(new WorkerFailure(event.message || 'This browser stopped the work.'));
    };
    return mine;
  };
  return {
    ask: (name, input, onProgress) =>
      new Promise((resolve, reject) => {
        const id = ++last;
        waiting.set(id, { resolve, reject, onProgress });
        worker ??= started();
        worker.postMessage({ id, name, input } satisfies Asked);
      }),
    end,
  };
}
