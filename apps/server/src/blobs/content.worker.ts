import { parentPort, workerData } from 'node:worker_threads';
import { RefusedInput, type Problem } from '@pale-glint/core';
import type { BlobKind } from './blobs.dto.js';
import { contentOf, type Content } from './content.js';

export interface ContentJob {
  readonly kind: BlobKind;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/** What comes back: what is kept, why it was refused, or what went wrong. */
export type ContentAnswer =
  { readonly content: Content } | { readonly problems: readonly Problem[] } | { readonly failed: string };

function answerTo({ kind, bytes }: ContentJob): ContentAnswer {
  try {
    return { content: contentOf(kind, bytes) };
  } catch (error) {
    if (error instanceof RefusedInput) return { problems: error.problems };
    return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
}

const answer = answerTo(workerData as ContentJob);
parentPort!.postMessage(answer, 'content' in answer ? [answer.content.bytes.buffer as ArrayBuffer] : []);
