import { describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { DRILL_IDS, shelfOf, towline, writeShelf } from '@pale-glint/core';
import { decode } from 'fast-png';
import { at, glint, run } from './support.js';

const asked = (...args: string[]) => run('drill', ...args);

describe('drills on the command line', () => {
  test('every drill asks; what is true is judged close, and a wrong answer is told by how much', async () => {
    for (const drill of DRILL_IDS)
      expect(await asked(drill, '--seed', '7')).toMatchObject({ drill, verdict: null });
    const { task } = await asked('share', '--seed', '7');
    const said = async (share: number) =>
      (await asked('share', '--seed', '7', '--answer', String(100 * share))).verdict;
    expect(await said(task.share)).toMatchObject({ close: true });
    const far = await said((task.share + 0.4) % 1);
    expect(far.close).toBe(false);
    expect(far.miss).toBeGreaterThan(30);
  });

  test('a time, a place and an option are typed as the others of the program are', async () => {
    const { task } = await asked('light');
    const time = `${Math.floor(task.clockHours) || 12}:${String((task.clockHours % 1) * 60).padStart(2, '0')}`;
    expect((await asked('light', '--answer', time)).verdict).toMatchObject({ close: true, miss: 0 });
    const [{ xMm, yMm }] = (await asked('dot')).task.dots;
    expect((await asked('dot', '--answer', `${xMm},${yMm}`)).verdict.close).toBe(true);
    const { right } = (await asked('mix')).task;
    expect((await asked('mix', '--answer', String(right + 1))).verdict).toMatchObject({
      close: true,
      miss: 0,
    });
  });

  test('asks about the paints of a shelf, and writes what it shows', async () => {
    const own = towline.filter((p) => p.kind === 'paint').slice(0, 6);
    writeFileSync(at('own.json'), writeShelf(shelfOf(own)));
    const { task } = await asked('mix', '--shelf', at('own.json'));
    for (const { name } of task.paints) expect(own.map((p) => p.name)).toContain(name);
    await asked('dot', '--out', at('dot.png'));
    expect(decode(readFileSync(at('dot.png')))).toMatchObject({ width: 720, height: 440 });
  });

  test.each([
    [['hat'], /NAME held "hat".*one of value, light/],
    [['light', '--answer', '25:00'], /--answer held "25:00".*10:45/],
    [['dot', '--answer', '4'], /--answer held "4".*x,y/],
    [['mix', '--answer', '6'], /--answer held.*from 1 to 5/],
    [['value', '--out', 'x.png'], /--out held.*colours alone/],
    [['value', '--seed', '-1'], /--seed held/],
    [['dot', '--out', at('no/such/folder/x.png')], /--out held.*a file that can be written/],
  ])('refuses %j with what is accepted', async (args, message) => {
    const { status, stderr } = await glint('drill', ...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
  });
});
