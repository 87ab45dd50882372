import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { MOST_DRILL_ANSWERS, readBackup, writeBackup, type DrillAnswer } from '@pale-glint/core';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { backupOf, startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
beforeEach(() => server.http.delete('/api/drills').expect(200));
afterAll(() => server.close());

const minute = (n: number) => new Date(Date.UTC(2026, 10, 30, 19, n)).toISOString();
const given = (n: number, over: Partial<DrillAnswer> = {}): DrillAnswer => ({
  id: `a-${n}`,
  drill: 'value',
  about: 'blues',
  miss: n,
  lean: -n,
  at: minute(n),
  ...over,
});
const put = ({ id, ...answer }: DrillAnswer) => server.http.put(`/api/drills/${id}`).send(answer);
const answers = async () => (await server.http.get('/api/drills').expect(200)).body.answers as DrillAnswer[];
const restore = (bytes: Uint8Array, mode: string) =>
  server.http
    .post(`/api/backup/restore?mode=${mode}`)
    .type('application/zip')
    .send(Buffer.from(bytes))
    .expect(200);

/** How many answers a backup is said to hold before it is brought back. */
const previewed = async (bytes: Uint8Array) =>
  (await server.http.post('/api/backup/preview').type('application/zip').send(Buffer.from(bytes)).expect(200))
    .body.answers as number | null;

/** A backup as version 1 wrote it. */
function versionOne(backup: Buffer): Uint8Array {
  const { 'drills.json': _, ...files } = unzipSync(new Uint8Array(backup));
  const about = JSON.parse(strFromU8(files['backup.json'])) as object;
  return zipSync({ ...files, 'backup.json': strToU8(JSON.stringify({ ...about, version: 1 })) });
}

describe('answers to drills', () => {
  test('are kept, the oldest first, whatever order they come in; one that is sent twice is kept once', async () => {
    const [first, second] = [given(1), given(2, { drill: 'dot', about: 'dome', lean: null })];
    for (const answer of [second, first, second]) {
      const { body } = await put(answer).expect(200);
      expect(body).toEqual(answer);
    }
    expect(await answers()).toEqual([first, second]);
  });

  test('are forgotten drill by drill, or all', async () => {
    for (const answer of [given(1), given(2, { drill: 'share', about: 'dome' })])
      await put(answer).expect(200);
    const { body } = await server.http.delete('/api/drills?drill=value').expect(200);
    expect(body.answers.map((a: DrillAnswer) => a.drill)).toEqual(['share']);
    expect((await server.http.delete('/api/drills?drill=hats').expect(400)).body.problems[0]).toMatchObject({
      path: 'drill',
      accepted: expect.stringContaining('one of value, light'),
    });
    await server.http.delete('/api/drills').expect(200);
    expect(await answers()).toEqual([]);
  });

  test.each([
    ['an unknown drill', { drill: 'hats' }, 'drill', /one of value, light/],
    ['a miss below 0', { miss: -1 }, 'miss', /from 0 to 1000/],
    ['a miss in words', { miss: 'far' }, 'miss', /from 0 to 1000/],
    ['a lean too large', { lean: 5000 }, 'lean', /from -1000 to 1000, or null/],
    ['no lean at all', { lean: undefined }, 'lean', /or null/],
    ['a day of a week', { at: '2026-W48-6T00:00:00Z' }, 'at', /UTC/],
    ['a day that is none', { at: '2026-02-31T00:00:00Z' }, 'at', /UTC/],
    ['a time without a zone', { at: '2026-11-30T19:00:00' }, 'at', /UTC/],
    ['what it is about in capitals', { about: 'Blues' }, 'about', /an id/],
    ['a field too many', { seed: 3 }, 'seed', /remove it/],
  ])('are refused with %s, and nothing is kept', async (_, over, path, accepted) => {
    const { body } = await put(given(1, over as object)).expect(400);
    expect(body.problems).toHaveLength(1);
    expect(body.problems[0].path).toBe(path);
    expect(body.problems[0].accepted).toMatch(accepted);
    expect(await answers()).toEqual([]);
  });

  test('an id that is none is refused', async () => {
    const { body } = await put(given(1, { id: 'No%20id' })).expect(400);
    expect(body.problems[0]).toMatchObject({ path: 'id' });
  });
});

describe('everything as one file', () => {
  test('takes the answers along; replaced they are as they were, merged they stand beside those that are here', async () => {
    await put(given(1)).expect(200);
    const backup = await backupOf(server);
    expect(await previewed(backup)).toBe(1);
    await put(given(2)).expect(200);
    await restore(backup, 'merge');
    expect(await answers()).toEqual([given(1), given(2)]);
    await restore(backup, 'replace');
    expect(await answers()).toEqual([given(1)]);
    expect((await backupOf(server)).equals(backup)).toBe(true);
  });

  test('one from before there were drills leaves them as they are', async () => {
    await put(given(1)).expect(200);
    const older = versionOne(await backupOf(server));
    expect(readBackup(older).drills).toBeNull();
    expect(await previewed(older)).toBeNull();
    await restore(older, 'replace');
    expect(await answers()).toEqual([given(1)]);
  });

  test('the newest are kept where there are too many', async () => {
    const many = Array.from({ length: MOST_DRILL_ANSWERS }, (_, i) =>
      given(0, { id: `m-${i}`, at: new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString() }),
    );
    await restore(
      writeBackup({ ...readBackup(new Uint8Array(await backupOf(server))), drills: many }),
      'replace',
    );
    await put(given(5)).expect(200);
    const kept = await answers();
    expect([kept.length, kept[0].id, kept.at(-1)!.id]).toEqual([MOST_DRILL_ANSWERS, 'm-1', 'a-5']);
  });
});
