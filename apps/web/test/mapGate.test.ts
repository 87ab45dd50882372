import { describe, expect, test } from '@jest/globals';
import { mapGate } from '../src/workers/mapGate.js';

/** Whether a promise has resolved by now. */
async function isDone(promise: Promise<void>): Promise<boolean> {
  let done = false;
  void promise.then(() => (done = true));
  await Promise.resolve();
  await Promise.resolve();
  return done;
}
const LONG = 60_000;

describe('small pictures and measuring', () => {
  test('begin at once where no map is under way', async () => {
    expect(await isDone(mapGate(LONG).stands())).toBe(true);
  });

  test('wait until every answer of the map has come', async () => {
    const gate = mapGate(LONG);
    gate.asked(1, 2, true);
    const waits = gate.stands();
    gate.answered(1);
    expect(await isDone(waits)).toBe(false);
    gate.answered(1);
    expect(await isDone(waits)).toBe(true);
  });

  test('wait for the latest map: answers of an older one let nobody through', async () => {
    const gate = mapGate(LONG);
    gate.asked(1, 2, true);
    gate.asked(2, 2, true);
    const waits = gate.stands();
    gate.answered(1);
    gate.answered(1);
    gate.answered(2);
    expect(await isDone(waits)).toBe(false);
    gate.answered(2);
    expect(await isDone(waits)).toBe(true);
  });

  test('wait through a rough map for the fine one that follows it', async () => {
    const gate = mapGate(LONG);
    gate.asked(1, 1, false);
    const waits = gate.stands();
    gate.answered(1);
    expect(await isDone(waits)).toBe(false);
    gate.asked(2, 1, true);
    gate.answered(2);
    expect(await isDone(waits)).toBe(true);
  });

  test('wait for a map that is only expected, but not for ever', async () => {
    const gate = mapGate(20);
    gate.expect();
    const waits = gate.stands();
    expect(await isDone(waits)).toBe(false);
    await waits;
    expect(await isDone(gate.stands())).toBe(true);
  });
});
