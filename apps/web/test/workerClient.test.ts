import { describe, expect, jest, test } from '@jest/globals';
import { refused } from '@pale-glint/core';
import { answerJobs, type Asked, type JobTools, type WorkerMessage } from '../src/workers/jobs.js';
import { workerClient, type WorkerClient } from '../src/workers/workerClient.js';

const jobs = {
  double: (n: number) => n * 2,
  async slowly(n: number, { tell }: JobTools) {
    tell('counting', 0.5);
    await Promise.resolve();
    return `${n} counted`;
  },
  bytes(_: null, { hand }: JobTools) {
    const made = new Uint8Array([1, 2, 3]);
    hand(made.buffer);
    return made;
  },
  refuses() {
    throw refused('taps', '2', 'three or more on the rim');
  },
  breaks() {
    throw new Error('out of luck');
  },
};

/** A worker in the same thread: what is posted on one side comes in on the other. */
class NearWorker {
  onmessage: ((event: { data: WorkerMessage }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  readonly handed: number[] = [];
  readonly terminate = jest.fn();
  private readonly scope: { onmessage?: (event: { data: Asked }) => void; postMessage: unknown };

  constructor() {
    this.scope = {
      postMessage: (data: WorkerMessage, { transfer }: { transfer: unknown[] }) => {
        this.handed.push(transfer.length);
        if (this.terminate.mock.calls.length === 0) this.onmessage?.({ data: structuredClone(data) });
      },
    };
    Object.assign(globalThis, { self: this.scope });
    answerJobs(jobs);
  }

  postMessage(data: Asked): void {
    Object.assign(globalThis, { self: this.scope });
    this.scope.onmessage!({ data: structuredClone(data) });
  }
}

function near(): { client: WorkerClient<typeof jobs>; workers: NearWorker[] } {
  const workers: NearWorker[] = [];
  const client = workerClient<typeof jobs>(() => {
    workers.push(new NearWorker());
    return workers.at(-1) as unknown as Worker;
  });
  return { client, workers };
}

describe('a worker asked by name', () => {
  test('starts with the first job and answers each its own', async () => {
    const { client, workers } = near();
    expect(workers).toHaveLength(0);
    const [a, b] = await Promise.all([client.ask('double', 4), client.ask('slowly', 7)]);
    expect([a, b]).toEqual([8, '7 counted']);
    expect(workers).toHaveLength(1);
  });

  test('tells how far it is, and hands buffers over', async () => {
    const { client, workers } = near();
    const told: unknown[] = [];
    await client.ask('slowly', 1, (p) => told.push(p));
    expect(told).toEqual([{ doing: 'counting', share: 0.5 }]);
    expect([...(await client.ask('bytes', null))]).toEqual([1, 2, 3]);
    expect(workers[0].handed.at(-1)).toBe(1);
  });

  test('refuses with field, value and what is accepted; other trouble keeps its words', async () => {
    const { client } = near();
    await expect(client.ask('refuses', undefined as never)).rejects.toMatchObject({
      message: 'taps: 2; accepted: three or more on the rim',
      problems: [{ path: 'taps', held: '2', accepted: 'three or more on the rim' }],
    });
    await expect(client.ask('breaks', undefined as never)).rejects.toMatchObject({
      message: 'out of luck',
      problems: [],
    });
  });

  test('ended, answers nothing more and starts anew when asked again', async () => {
    const { client, workers } = near();
    const then = jest.fn();
    void client.ask('slowly', 1).then(then, then);
    client.end();
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(then).not.toHaveBeenCalled();
    expect(workers[0].terminate).toHaveBeenCalledTimes(1);
    expect(await client.ask('double', 2)).toBe(4);
    expect(workers).toHaveLength(2);
  });

  test('stopped by the browser, fails all that waits', async () => {
    const { client, workers } = near();
    const first = client.ask('slowly', 1);
    workers[0].onerror!({ message: '' });
    await expect(first).rejects.toThrow('This browser stopped the work.');
  });
});
