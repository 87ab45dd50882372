import { describe, expect, test } from '@jest/globals';
import { lockKeepersArm, sluiceWarden, type Piece } from '@pale-glint/core';
import { leanReceiver, leanSender } from '../src/workers/lean.js';

/** What a message does to what it carries. */
const posted = <T>(value: T): T => structuredClone(value);

describe('a piece sent to a worker again and again', () => {
  test('arrives whole whatever changed, in order', () => {
    const [send, receive] = [leanSender(), leanReceiver()];
    const turned = { ...sluiceWarden, rig: { ...sluiceWarden.rig, keyClockHours: 3 } };
    const moved: Piece = {
      ...turned,
      parts: turned.parts.map((p, i) => (i === 4 ? { ...p, place: { ...p.place, xMm: 1 } } : p)),
    };
    const fewer: Piece = { ...moved, parts: [...moved.parts.slice(8)].reverse() };
    const ran: Piece = { ...fewer, run: { ticks: [] } };
    for (const piece of [sluiceWarden, turned, moved, fewer, ran, fewer, lockKeepersArm, sluiceWarden])
      expect(receive(posted(send(piece)))).toEqual(piece);
  });

  test('costs little while only the light moves, and keeps its parts the same objects', () => {
    const [send, receive] = [leanSender(), leanReceiver()];
    const first = receive(posted(send(sluiceWarden)));
    const lean = posted(send({ ...sluiceWarden, rig: { ...sluiceWarden.rig, keyClockHours: 3 } }));
    expect(JSON.stringify(lean).length).toBeLessThan(JSON.stringify(sluiceWarden).length / 20);
    const next = receive(lean);
    expect(next.rig.keyClockHours).toBe(3);
    next.parts.forEach((p, i) => expect(p).toBe(first.parts[i]));
    expect(next.ladders).toBe(first.ladders);
  });
});
