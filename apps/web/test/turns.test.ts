import { expect, test } from '@jest/globals';
import { turns } from '../src/workers/turns.js';

/** Work that ends when it is told to. */
function held() {
  let end!: () => void;
  const ended = new Promise<void>((resolve) => (end = resolve));
  return { work: () => ended, end };
}
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

test('one is done after the other, also where one fails', async () => {
  const turn = turns();
  const begun: string[] = [];
  const first = held();
  const done = [
    turn(() => (begun.push('a'), first.work())),
    turn(() => (begun.push('b'), Promise.reject(new Error('no')))),
    turn(() => (begun.push('c'), Promise.resolve('c'))),
  ];
  await settle();
  expect(begun).toEqual(['a']);
  first.end();
  await expect(done[1]).rejects.toThrow('no');
  await expect(done[2]).resolves.toBe('c');
  expect(begun).toEqual(['a', 'b', 'c']);
});

test('what nobody wants any more when its turn comes is never begun', async () => {
  const turn = turns();
  const first = held();
  const begun: string[] = [];
  void turn(first.work);
  const unwanted = new AbortController();
  const dropped = turn(() => (begun.push('unwanted'), Promise.resolve()), unwanted.signal);
  const next = turn(() => (begun.push('next'), Promise.resolve()));
  unwanted.abort();
  first.end();
  await expect(dropped).rejects.toThrow();
  await next;
  expect(begun).toEqual(['next']);
});
