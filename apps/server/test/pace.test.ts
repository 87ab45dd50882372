import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { eq } from 'drizzle-orm';
import { DB } from '../src/database/database.module.js';
import type { Database } from '../src/database/open.js';
import { settings } from '../src/database/schema.js';
import { startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const LAYERS = { kind: 'layer', count: 4, sum: 0.8 } as const;
const GLAZES = { kind: 'glaze', count: 2, sum: -0.3 } as const;
const put = (piece: string, counts: unknown) => server.http.put(`/api/pace/${piece}`).send({ counts });
const counts = async () => (await server.http.get('/api/pace').expect(200)).body.counts;

describe('the painter’s pace', () => {
  test('is told piece by piece, each in place of what it told before; the demo’s own painter tells nothing', async () => {
    expect(await counts()).toEqual([]);
    await put('sluice-warden', [LAYERS]).expect(200);
    await put('lock-militia', [GLAZES]).expect(200);
    const { body } = await put('sluice-warden', [{ ...LAYERS, count: 5 }]).expect(200);
    expect(body.counts).toHaveLength(2);
    expect(await counts()).toEqual(expect.arrayContaining([{ ...LAYERS, count: 5 }, GLAZES]));
  });

  test('is forgotten on request, and only what is done afterwards is learned', async () => {
    await put('sluice-warden', [LAYERS]).expect(200);
    const before = (await server.http.get('/api/pace')).body.since;
    const { body } = await server.http.delete('/api/pace').expect(200);
    expect(body.counts).toEqual([]);
    expect(Date.parse(body.since)).toBeGreaterThan(Date.parse(before));
    expect(await counts()).toEqual([]);
  });

  test.each([
    ['a kind there is none of', [{ ...LAYERS, kind: 'sanding' }], 'counts.0.kind'],
    ['no layer at all', [{ ...LAYERS, count: 0 }], 'counts.0.count'],
    ['half a layer', [{ ...LAYERS, count: 1.5 }], 'counts.0.count'],
    ['minutes without end', [{ ...LAYERS, sum: 1e9 }], 'counts.0.sum'],
    ['no list', 'fast', 'counts'],
  ])('refuses %s by its field, and keeps what it has', async (_, list, path) => {
    const had = await counts();
    const { body } = await put('sluice-warden', list).expect(400);
    expect(body.problems[0].path).toBe(path);
    expect(await counts()).toEqual(had);
  });

  test('coats that paints take are told beside it, forgotten with it, and are none in what was kept before', async () => {
    const ochre = { paint: 'ochre', count: 3, sum: 1.2 };
    const coats = async () => (await server.http.get('/api/pace').expect(200)).body.coats;
    await put('sluice-warden', [LAYERS]).expect(200);
    expect(await coats()).toEqual([]);
    const told = (list: unknown) =>
      server.http.put('/api/pace/sluice-warden').send({ counts: [LAYERS], coats: list });
    await told([ochre]).expect(200);
    expect(await coats()).toEqual([ochre]);
    const { body } = await told([{ ...ochre, count: 0 }]).expect(400);
    expect(body.problems[0].path).toBe('coats.0.count');
    expect(await coats()).toEqual([ochre]);
    // As a version before wrote it.
    const db = server.app.get<Database>(DB);
    const row = eq(settings.key, 'pace of sluice-warden');
    await db
      .update(settings)
      .set({ value: JSON.stringify([LAYERS]) })
      .where(row);
    expect(await coats()).toEqual([]);
    expect(await counts()).toEqual([LAYERS]);
    await told([ochre]).expect(200);
    await server.http.delete('/api/pace').expect(200);
    expect(await coats()).toEqual([]);
  });

  test('of a piece that is not there is not kept', async () => {
    await put('no-such-piece', [LAYERS]).expect(404);
    expect(await counts()).toEqual([]);
  });
});
