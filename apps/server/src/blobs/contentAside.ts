import { Worker } from 'node:worker_threads';
import { RefusedInput } from '@pale-glint/core';
import { CONTENT_WORKER } from '../folders.js';
import { nextFrom } from '../threads.js';
import type { BlobKind } from './blobs.dto.js';
import { contentOf, type Content } from './content.js';
import type { ContentAnswer, ContentJob } from './content.worker.js';

/** Less than this is looked over sooner than a thread is started. */
const AT_ONCE = 4 * 1024 * 1024;

/**
 * Looks over what was sent; what is large in a thread of its own, so that others are served meanwhile.
 * @throws RefusedInput
 */
export async function contentAside(kind: BlobKind, sent: Uint8Array): Promise<Content> {
  if (sent.length < AT_ONCE) return contentOf(kind, sent);
  const bytes = new Uint8Array(sent);
  const job: ContentJob = { kind, bytes };
  const worker = new Worker(CONTENT_WORKER, { workerData: job, transferList: [bytes.buffer] });
  let fault = '';
  worker.on('error', ({ message }) => (fault = message));
  const answer = await nextFrom<ContentAnswer | null>(worker, null);
  if (!answer) throw new Error(`the thread that looks over photos ended: ${fault}`);
  if ('problems' in answer) throw new RefusedInput(answer.problems);
  if ('failed' in answer) throw new Error(answer.failed);
  return answer.content;
}
