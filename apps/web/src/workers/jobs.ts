import { RefusedInput, type Problem } from '@pale-glint/core';

/** How far a job has come. */
export interface Progress {
  readonly doing: string;
  /** 0..1 */
  readonly share: number;
}

/** What a job may do besides answering. */
export interface JobTools {
  tell(doing: string, share: number): void;
  /** Hands a buffer or a bitmap of the answer over instead of copying it. */
  hand<T extends Transferable>(value: T): T;
}

/** The jobs of a worker by name, each with one input and one answer. */
export type Jobs = { readonly [name: string]: (input: never, tools: JobTools) => unknown };

export interface Asked {
  readonly id: number;
  readonly name: string;
  readonly input: unknown;
}

/** What a worker sends back to a job. */
export type WorkerMessage =
  | { readonly id: number; readonly kind: 'progress'; readonly progress: Progress }
  | { readonly id: number; readonly kind: 'answer'; readonly answer: unknown }
  | {
      readonly id: number;
      readonly kind: 'failed';
      readonly message: string;
      /** Why the input was refused; empty where something else went wrong. */
      readonly problems: readonly Problem[];
    };

/** Answers jobs in this worker as they come. See `workerClient` for who asks. */
export function answerJobs(jobs: Jobs): void {
  self.onmessage = async ({ data: { id, name, input } }: MessageEvent<Asked>) => {
    const post = (message: WorkerMessage, transfer: Transferable[] = []) =>
      self.postMessage(message, { transfer });
    const handed: Transferable[] = [];
    try {
      const answer = await jobs[name](input as never, {
        tell: (doing, share) => post({ id, kind: 'progress', progress: { doing, share } }),
        hand(value) {
          handed.push(value);
          return value;
        },
      });
      post({ id, kind: 'answer', answer }, handed);
    } catch (error) {
      post({
        id,
        kind: 'failed',
        message: error instanceof Error ? error.message : String(error),
        problems: error instanceof RefusedInput ? error.problems : [],
      });
    }
  };
}
