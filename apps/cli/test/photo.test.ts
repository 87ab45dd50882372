import { beforeAll, describe, expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import {
  EXACT_HAND,
  lockKeepersArm,
  paintedBy,
  photographed,
  PLAIN_SHOT,
  planRasterOf,
  writePiece,
} from '@pale-glint/core';
import { encode } from 'fast-png';
import { at, glint, run } from './support.js';

beforeAll(() => writeFileSync(at('arm.json'), writePiece(lockKeepersArm)));

describe('glint photo', () => {
  test('lays a photo on the plan, and tells what strays with its cure', async () => {
    const plan = planRasterOf(lockKeepersArm, { longSide: 560 });
    const part = lockKeepersArm.parts.findIndex((p) => p.id === 'elbow');
    const painted = paintedBy(plan, {
      hand: EXACT_HAND,
      faults: [{ part, kind: 'value', amount: 15 }],
      seed: 2,
    });
    const shot = { ...PLAIN_SHOT, width: 680, height: 600, fills: 0.7, turnDeg: 178 };
    const { width, height, rgba } = photographed(plan, painted, shot, 3);
    writeFileSync(
      at('painted.photo.png'),
      encode({ width, height, data: new Uint8Array(rgba.buffer), channels: 4 }),
    );
    const photo = at('painted.photo.png');
    const told = await run('photo', at('arm.json'), photo, '--card', '7c7c7c', '--beside', photo);
    expect(told).toMatchObject({ registered: 'sure', mirrored: false, tone: { values: 'by the card' } });
    expect(told.notes.map((n: { id: string }) => n.id)).toContain('turned');
    const [finding] = told.findings;
    expect(finding).toMatchObject({ id: 'too-bright', part: 'elbow', certain: true });
    expect(finding.cure.measured).toBeLessThan(finding.limit);
    expect(finding.when).toMatchObject({ wait: false, toCome: [], dryness: 'dry' });
    const { beside } = told;
    expect(beside.length).toBeGreaterThan(2);
    expect(
      beside.every((p: { lighterBy: number; shows: [] }) => p.lighterBy === 0 && p.shows.length === 0),
    ).toBe(true);
  });

  test.each([
    [['no-photo.jpg'], 'file held "no-photo.jpg"'],
    [['arm.json'], 'photo held'],
    [['painted.photo.png', '--after', 'sanding'], 'after held "sanding"'],
    [['painted.photo.png', '--points', 'arm.json'], 'points held fewer than three'],
    [['painted.photo.png', '--card', 'grey'], 'card held "grey"'],
  ])('%j is refused with what is accepted', async ([photo, flag, value = ''], message) => {
    const flags = flag === undefined ? [] : [flag, flag === '--points' ? at(value) : value];
    const path = photo.startsWith('no-') ? photo : at(photo);
    const { status, stderr } = await glint('photo', at('arm.json'), path, ...flags);
    expect(status).toBe(2);
    expect(stderr).toContain(message);
    expect(stderr).toMatch(/[Aa]ccepted/);
  });
});
