import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { EMPTY_SHELF, shelfOf, towline, towlineBrushes, writeShelf, type Shelf } from '@pale-glint/core';
import { startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const put = (shelf: Shelf | string, version: number | string) =>
  server.http
    .put(`/api/shelf?version=${version}`)
    .type('application/json')
    .send(typeof shelf === 'string' ? shelf : JSON.stringify(shelf));

describe('the shelf', () => {
  test('holds the demo paints at first, and is written whole, each write counted', async () => {
    const { body } = await server.http.get('/api/shelf').expect(200);
    expect(body).toEqual({ version: 1, shelf: shelfOf(towline, towlineBrushes) });
    const fewer = { ...body.shelf, paints: body.shelf.paints.slice(0, 5) } as Shelf;
    await put(fewer, 1)
      .expect(200)
      .expect((r) => expect(r.body).toEqual({ version: 2 }));
    expect((await server.http.get('/api/shelf')).body).toEqual({ version: 2, shelf: fewer });
  });

  test('refuses a write that started from an older version, and keeps what it has', async () => {
    const before = (await server.http.get('/api/shelf')).body;
    for (const old of [0, before.version - 1, before.version + 7]) {
      const { body } = await put(EMPTY_SHELF, old).expect(409);
      expect(body).toMatchObject({ version: before.version });
      expect(body.says).toMatch(/This shelf was changed elsewhere/);
    }
    expect((await server.http.get('/api/shelf')).body).toEqual(before);
  });

  const paint = (over: object) =>
    ({ ...EMPTY_SHELF, paints: [{ ...shelfOf(towline).paints[0], ...over }] }) as Shelf;
  const twice = shelfOf(towline).paints[0];
  test.each([
    ['a bad colour', paint({ hex: '#12' }), /paints\[0\]\.hex.*#3a4550/],
    ['an unknown kind', paint({ kind: 'jam' }), /one of paint, ink/],
    ['a field of another program', paint({ shine: 1 }), /shine/],
    [
      'one name twice',
      { ...EMPTY_SHELF, paints: [twice, { ...twice, id: 'other', name: twice.name.toUpperCase() }] },
      /a name that no other paint has/,
    ],
    [
      'one brush twice',
      {
        ...EMPTY_SHELF,
        brushes: [towlineBrushes[0], { ...towlineBrushes[1], name: towlineBrushes[0].name }],
      },
      /a name that no other brush has/,
    ],
    [
      'one id twice',
      { ...EMPTY_SHELF, paints: [twice, { ...twice, name: 'Other' }] },
      /an id that no other paint has/,
    ],
    ['something else', '{"format":"pale-glint/piece","version":1,"paints":[]}', /pale-glint\/shelf/],
    ['no JSON', 'Lampsoot, #121418', /a JSON object/],
    ['nothing', '', /a JSON object/],
  ])('refuses %s, with what is accepted', async (_, shelf, says) => {
    const before = (await server.http.get('/api/shelf')).body;
    const { body } = await put(shelf as Shelf, before.version).expect(400);
    expect(
      body.problems.map((p: { path: string; accepted: string }) => `${p.path}: ${p.accepted}`).join(),
    ).toMatch(says);
    expect((await server.http.get('/api/shelf')).body).toEqual(before);
  });

  test('refuses a version that is none, and more than it holds', async () => {
    await put(EMPTY_SHELF, 'new').expect(400);
    const { body } = await put(`"${'x'.repeat(2 * 1024 * 1024)}"`, 1).expect(413);
    expect(JSON.stringify(body)).toContain('2 MB');
  });

  test('of two writes from one version one wins', async () => {
    const { version } = (await server.http.get('/api/shelf')).body;
    const answers = await Promise.all([put(EMPTY_SHELF, version), put(paint({}), version)]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    expect(writeShelf((await server.http.get('/api/shelf')).body.shelf)).toBeTruthy();
  });
});
