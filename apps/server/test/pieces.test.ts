import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  MOST_BYTES,
  paintingOrder,
  partSheet,
  sluiceWarden,
  stepKey,
  writePiece,
  type Piece,
} from '@pale-glint/core';
import { startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer(undefined, { describesApi: true });
});
afterAll(() => server.close());

const text = (over: Partial<Piece> = {}) => writePiece({ ...sluiceWarden, ...over });
const add = (body: string, query = '') =>
  server.http.post(`/api/pieces${query}`).type('application/json').send(body);
const save = (id: string, version: unknown, body: string) =>
  server.http
    .put(`/api/pieces/${id}?version=${String(version)}`)
    .type('application/json')
    .send(body);
const names = async () =>
  ((await server.http.get('/api/pieces').expect(200)).body as { id: string; name: string }[])
    .map((p) => p.id)
    .sort();

describe('pieces', () => {
  test('the demo is there from the start', async () => {
    const { body } = await server.http.get('/api/pieces/sluice-warden').expect(200);
    expect(body.version).toBe(1);
    const { notes, ...piece } = body.piece as Piece;
    const own = notes.filter((n) => n.photo === null);
    expect(writePiece({ ...piece, notes: own })).toBe(writePiece(sluiceWarden));
    const photos = notes.flatMap((n) => n.photo ?? []);
    expect(photos).toHaveLength(3);
    for (const photo of photos) await server.http.get(`/api/blobs/${photo}`).expect(200);
  });

  test('the demo comes in half painted, and with evenings to go on in', async () => {
    const { body } = await server.http.get('/api/pieces/sluice-warden/run').expect(200);
    expect(body.ticks.length).toBeGreaterThan(100);
    const order = paintingOrder(
      sluiceWarden,
      new Map(sluiceWarden.parts.map((p) => [p.id, partSheet(p, sluiceWarden)])),
    );
    const planned = new Set(order.flatMap((l) => l.parts.map((step) => stepKey({ ...step, copy: 1 }))));
    for (const t of body.ticks) expect(planned).toContain(stepKey(t));
    const { table } = (await server.http.get('/api/pieces/lock-militia').expect(200)).body.piece;
    expect(table.evenings).toHaveLength(4);
  });

  test('a piece is added, read, saved, given out and removed', async () => {
    const { body: added } = await add(text({ id: 'mine', name: 'Mine' })).expect(201);
    expect(added).toMatchObject({ id: 'mine', version: 1 });
    await save('mine', 1, text({ id: 'mine', name: 'Mine, changed' }))
      .expect(200)
      .expect(({ body }) => expect(body.version).toBe(2));
    const file = await server.http
      .get('/api/pieces/mine/file')
      .expect(200)
      .expect('Content-Disposition', 'attachment; filename="Mine-changed.glint.json"');
    expect(file.text).toBe(text({ id: 'mine', name: 'Mine, changed' }));
    await server.http.delete('/api/pieces/mine').expect(204);
    await server.http
      .get('/api/pieces/mine')
      .expect(404)
      .expect(({ body }) => expect(body.says).toContain('mine'));
    await server.http.delete('/api/pieces/mine').expect(404);
  });

  test('a stale write meets 409 with the present version and changes nothing', async () => {
    await add(text({ id: 'shared-one' })).expect(201);
    await save('shared-one', 1, text({ id: 'shared-one', name: 'First' })).expect(200);
    const { body } = await save('shared-one', 1, text({ id: 'shared-one', name: 'Second' })).expect(409);
    expect(body.version).toBe(2);
    expect((await server.http.get('/api/pieces/shared-one')).body.piece.name).toBe('First');
  });

  test('of ten writes from one version exactly one wins', async () => {
    await add(text({ id: 'race' })).expect(201);
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) => save('race', 1, text({ id: 'race', name: `Try ${i}` }))),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array<number>(9).fill(409)]);
  });

  test('a file whose id is here is asked about; replace and copy do as they say', async () => {
    await add(text({ id: 'again', name: 'Old' })).expect(201);
    const asked = await add(text({ id: 'again', name: 'New' })).expect(409);
    expect(asked.body).toMatchObject({ exists: 'again', choices: ['replace', 'copy'] });
    expect((await server.http.get('/api/pieces/again')).body.piece.name).toBe('Old');
    const copy = await add(text({ id: 'again', name: 'New' }), '?ifExists=copy').expect(201);
    expect(copy.body.id).toBe('again-2');
    const replaced = await add(text({ id: 'again', name: 'New' }), '?ifExists=replace').expect(201);
    expect(replaced.body).toMatchObject({ id: 'again', version: 2 });
    expect((await server.http.get('/api/pieces/again-2')).body.piece).toMatchObject({
      id: 'again-2',
      name: 'New, copy',
    });
  });
});

describe('bad input is refused with path, held and accepted, and nothing is stored', () => {
  test.each([
    ['malformed', '{"format": pale}', 'line 1', 400],
    ['truncated', text().slice(0, 2500), 'parts', 400],
    ['empty', '', 'file', 400],
    ['wrong version', text().replace(/"version": \d+/, '"version": 9999'), 'version', 400],
    ['NaN', text().replace('"xMm": -5.3', '"xMm": NaN'), 'parts[1].place.xMm', 400],
    ['1e999', text().replace('"xMm": -5.3', '"xMm": 1e999'), 'parts[1].place.xMm', 400],
    ['negative', text().replace('"lengthMm": 11.4', '"lengthMm": -16'), 'parts[3].form.lengthMm', 400],
    ['doubled id', text().replace('"id": "knee-left"', '"id": "coat"'), 'parts[7].id', 400],
    ['unknown field', text().replace('"copies": 1', '"copies": 1, "owner": "x"'), 'owner', 400],
    ['too large', text() + ' '.repeat(MOST_BYTES), 'file', 413],
  ])('%s', async (_, body, path, status) => {
    const before = await names();
    for (const answer of [
      await add(body.replaceAll('sluice-warden', 'bad-one')),
      await save('sluice-warden', 1, body),
    ]) {
      expect(answer.status).toBe(status);
      const [problem] = answer.body.problems;
      expect(problem.path).toContain(path);
      expect(problem.held).toBeTruthy();
      expect(problem.accepted).toBeTruthy();
    }
    expect(await names()).toEqual(before);
    expect((await server.http.get('/api/pieces/sluice-warden')).body.version).toBe(1);
  });

  test('an address that disagrees with the piece, and versions that are none', async () => {
    expect((await save('elsewhere', 1, text())).body.problems[0]).toMatchObject({
      path: 'id',
      accepted: expect.stringContaining('elsewhere'),
    });
    for (const version of ['', 'x', '-1', '1.5', '1e99'])
      expect((await save('sluice-warden', version, text())).status).toBe(400);
    expect((await add(text({ id: 'q' }), '?ifExists=merge')).body.problems[0].path).toBe('ifExists');
    expect((await add(text({ id: 'q' }), '?colour=red')).body.problems[0].path).toBe('colour');
  });
});

describe('runs', () => {
  const tick = {
    part: 'crown',
    step: 's1',
    role: 'value',
    copy: 1,
    doneAt: '2026-11-23T19:30:00Z',
    did: { mix: 'Chalk', coats: 2, coverShare: 0.8, minutes: 5 },
  };
  const put = (body: object, id = 'brass-heron') => server.http.put(`/api/pieces/${id}/run/ticks`).send(body);

  test('a step is ticked, ticked again, unticked', async () => {
    expect((await put(tick).expect(200)).body.ticks).toEqual([tick]);
    expect((await put({ ...tick, did: { ...tick.did, coats: 3 } }).expect(200)).body.ticks).toHaveLength(1);
    await put({ ...tick, step: 's2' }).expect(200);
    const { body } = await server.http
      .delete('/api/pieces/brass-heron/run/ticks?part=crown&step=s1&role=value&copy=1')
      .expect(200);
    expect(body.ticks.map((t: { step: string }) => t.step)).toEqual(['s2']);
  });

  test('a tick tells what was planned and in which tone, where it knows', async () => {
    const did = { ...tick.did, hex: '#e8e6df', plan: { coats: 1, modelCoats: 1, minutes: 4.5 } };
    const { body } = await put({ ...tick, step: 's3', did }).expect(200);
    expect(body.ticks).toContainEqual({ ...tick, step: 's3', did });
    const path = async (more: object) =>
      (await put({ ...tick, step: 's3', did: { ...did, ...more } }).expect(400)).body.problems[0].path;
    expect(await path({ hex: 'pale' })).toBe('did.hex');
    expect(await path({ plan: { ...did.plan, minutes: -1 } })).toBe('did.plan.minutes');
    expect(await path({ plan: { coats: 1 } })).toMatch(/^did\.plan\./);
    await server.http
      .delete('/api/pieces/brass-heron/run/ticks?part=crown&step=s3&role=value&copy=1')
      .expect(200);
  });

  test('the file carries the run, and importing it as a copy keeps it', async () => {
    await put(tick).expect(200);
    const file = (await server.http.get('/api/pieces/brass-heron/file')).text;
    expect(JSON.parse(file).run.ticks).toHaveLength(2);
    const { body } = await add(file, '?ifExists=copy').expect(201);
    expect((await server.http.get(`/api/pieces/${body.id}/run`)).body.ticks).toHaveLength(2);
    expect((await server.http.get(`/api/pieces/${body.id}/file`)).text).toContain('"coverShare": 0.8');
  });

  test('bad ticks name their field; an unknown piece is 404', async () => {
    const paths = async (body: object) =>
      (await put(body).expect(400)).body.problems.map((p: { path: string }) => p.path);
    expect(await paths({ ...tick, copy: 0 })).toEqual(['copy']);
    expect(await paths({ ...tick, role: 'polishing' })).toEqual(['role']);
    expect(await paths({ ...tick, doneAt: 'yesterday' })).toEqual(['doneAt']);
    expect(await paths({ ...tick, did: { ...tick.did, coats: -1 } })).toEqual(['did.coats']);
    expect(await paths({ ...tick, extra: 1 })).toEqual(['extra']);
    await put(tick, 'nowhere').expect(404);
    const broken = await server.http
      .put('/api/pieces/brass-heron/run/ticks')
      .type('application/json')
      .send('{"part":')
      .expect(400);
    expect(broken.body.problems[0].path).toBe('body');
  });
});

describe('the border of the server', () => {
  test('health answers, the interface is described', async () => {
    await server.http.get('/api/health').expect(200, { ok: true, room: true, setAside: null });
    const { body } = await server.http.get('/api/docs-json').expect(200);
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/pieces',
        '/api/pieces/{id}',
        '/api/pieces/{id}/run/ticks',
        '/api/health',
      ]),
    );
  });

  test('other names and other pages are turned away', async () => {
    await server.http.get('/api/health').set('Host', 'example.test').expect(403);
    await server.http.post('/api/pieces').set('Origin', 'http://example.test').send('x').expect(403);
    await server.http.get('/api/health').set('Origin', 'null').expect(403);
  });

  test('nothing answers a bare 500', async () => {
    for (const address of [
      '/api/pieces/%E0%A4%A',
      '/api/pieces/' + 'x'.repeat(5000),
      '/api/pieces/..%2f..%2fetc',
      '/api/none',
      "/api/pieces/' or 1=1",
    ]) {
      const { status, body } = await server.http.get(address);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(body.says).toBeTruthy();
    }
  });
});
