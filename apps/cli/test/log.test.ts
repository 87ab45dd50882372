import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { lockKeepersArm, writePiece } from '@pale-glint/core';
import { at, glint, run } from './support.js';

beforeAll(() => writeFileSync(at('arm.json'), writePiece(lockKeepersArm)));

describe('the command line', () => {
  test('log tells what was done, by evening and by layer, what was learned of it, and as a table', async () => {
    expect(await run('log', at('arm.json'))).toEqual({ evenings: [], layers: [], learned: [], coats: [] });
    const arm = JSON.parse(readFileSync(at('arm.json'), 'utf8'));
    const [layer] = (await run('order', at('arm.json'))).layers;
    const ticks = layer.parts.map(({ part }: { part: string }) => ({
      part,
      step: 'undercoat',
      role: 'undercoat',
      copy: 1,
      doneAt: '2026-11-28T19:30:00Z',
      did: { mix: 'black', coats: 1, coverShare: 1, minutes: 0.4 },
    }));
    writeFileSync(at('begun.json'), JSON.stringify({ ...arm, run: { ticks } }));
    const { evenings, learned } = await run('log', at('begun.json'));
    const [line] = evenings[0].lines;
    expect(line.title).toBe(layer.title);
    expect(line.minutes).toBeCloseTo(0.4 * ticks.length, 6);
    expect(learned[0].factor).toBeGreaterThan(1);
    const table = (await glint('log', at('begun.json'), '--csv')).stdout.trimEnd();
    expect(table.split('\n')).toHaveLength(ticks.length + 1);
  });

  test('again makes a piece of what was done: another height and batch, and what went otherwise as notes', async () => {
    const made = await run(
      'again',
      at('begun.json'),
      '--name',
      'Second arm',
      '--height',
      '64',
      '--copies',
      '3',
    );
    const first = JSON.parse(readFileSync(at('begun.json'), 'utf8'));
    expect(made).toMatchObject({ name: 'Second arm', heightMm: 64, copies: 3 });
    expect(made.id).not.toBe(first.id);
    expect(made.run).toBeUndefined();
    expect(made.parts[0].form.lengthMm / first.parts[0].form.lengthMm).toBeCloseTo(64 / first.heightMm, 2);
    expect(made.notes.map((n: { text: string }) => n.text).join()).toMatch(/Last time, .*: mixed black/);
    expect((await glint('again', at('begun.json'), '--copies', '2.5')).stderr).toMatch(/copies held 2.5/);
    expect((await glint('again', at('begun.json'), '--name', 'x'.repeat(200))).stderr).toMatch(
      /--name held 200 characters/,
    );
  });
});
