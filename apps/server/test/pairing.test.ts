import { request as httpRequest } from 'node:http';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { brassHeron } from '@pale-glint/core';
import type { Express } from 'express';
import { jpegOf } from './jpeg.js';
import { startServer, type TestServer } from './support.js';

const PIECE = brassHeron.id;
const PAGE = '<!doctype html><title>Table</title>';
const tick = (copy: number) => ({
  part: 'blade',
  step: 'undercoat',
  role: 'undercoat',
  copy,
  doneAt: '2026-11-28T19:00:00Z',
  did: { mix: 'black', coats: 1, coverShare: 1, minutes: 3.5 },
});

interface Answer {
  status: number;
  body: string;
  cookie: string;
}

/** A phone: asks through the second listener, as this machine's own address. */
function ask(
  port: number,
  method: string,
  path: string,
  {
    body,
    cookie,
    host = `127.0.0.1:${port}`,
    origin,
    bytes,
    type = 'application/json',
  }: Partial<Record<'body' | 'cookie' | 'host' | 'origin' | 'type', string>> & { bytes?: Uint8Array } = {},
): Promise<Answer> {
  const sentBody = bytes ?? (body === undefined ? undefined : Buffer.from(body));
  return new Promise((resolve, reject) => {
    const sent = httpRequest(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        headers: {
          host,
          ...(cookie && { cookie }),
          ...(origin && { origin }),
          ...(sentBody && { 'content-type': type, 'content-length': sentBody.length }),
        },
      },
      (response) => {
        let text = '';
        response.on('data', (d) => (text += d));
        response.on('end', () =>
          resolve({
            status: response.statusCode!,
            body: text,
            cookie: (response.headers['set-cookie']?.[0] ?? '').split(';')[0]!,
          }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(sentBody);
  });
}

describe('a phone beside the palette', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startServer();
  });
  afterEach(() => server.http.delete(`/api/pieces/${PIECE}/pairing`).expect(204));
  afterAll(() => server.close());

  async function pair() {
    const { body } = await server.http
      .post(`/api/pieces/${PIECE}/pairing`)
      .type('text/html')
      .send(PAGE)
      .expect(201);
    const [address] = body.addresses as string[];
    const { port, hash } = new URL(address!);
    return { port: Number(port), token: hash.slice(1), body };
  }
  const claim = (port: number, token: string) =>
    ask(port, 'POST', '/claim', { body: JSON.stringify({ token }) });

  test('nothing listens before it is asked for, and nothing after it was ended', async () => {
    expect((await server.http.get(`/api/pieces/${PIECE}/pairing`).expect(200)).body).toEqual({
      open: false,
      until: '',
      phones: 0,
      version: 0,
    });
    const { port, token, body } = await pair();
    expect(body.open).toBe(true);
    expect(new Date(body.until).getTime() - Date.now()).toBeLessThanOrEqual(12 * 3_600_000);
    const { cookie } = await claim(port, token);
    expect((await ask(port, 'GET', '/table', { cookie })).body).toBe(PAGE);
    await server.http.delete(`/api/pieces/${PIECE}/pairing`).expect(204);
    await expect(ask(port, 'GET', '/table', { cookie })).rejects.toThrow();
  });

  test('a key opens once; another phone gets another, and the first keeps its own', async () => {
    const first = await pair();
    const one = await claim(first.port, first.token);
    expect(one.status).toBe(204);
    expect((await claim(first.port, first.token)).status).toBe(403);
    const second = await pair();
    expect(second.port).toBe(first.port);
    const two = await claim(second.port, second.token);
    expect(two.cookie).not.toBe(one.cookie);
    for (const { cookie } of [one, two])
      expect((await ask(first.port, 'GET', '/table', { cookie })).status).toBe(200);
    expect((await server.http.get(`/api/pieces/${PIECE}/pairing`)).body.phones).toBe(2);
  });

  test('five wrong tries end it, ten thousand find nobody', async () => {
    const { port, token } = await pair();
    for (let i = 0; i < 4; i++) expect((await claim(port, `${token}x${i}`)).status).toBe(403);
    expect((await claim(port, 'fifth')).status).toBe(403);
    let reached = 0;
    for (let i = 0; i < 10_000; i += 50)
      await Promise.all(
        Array.from({ length: 5 }, () =>
          claim(port, token).then(
            (a) => (reached += a.status === 204 ? 1 : 0),
            () => undefined,
          ),
        ),
      );
    expect(reached).toBe(0);
    for (let open = true; open;)
      open = (await server.http.get(`/api/pieces/${PIECE}/pairing`)).body.open as boolean;
    await expect(claim(port, token)).rejects.toThrow();
  });

  test('of all that the server answers a phone reaches the table and its ticks, nothing else', async () => {
    const { port, token } = await pair();
    const { cookie } = await claim(port, token);
    const { router } = server.app.getHttpAdapter().getInstance() as Express;
    const routes = router.stack.flatMap(({ route }) => {
      if (!route) return [];
      const { path, methods } = route as unknown as { path: string; methods: Record<string, boolean> };
      return Object.keys(methods).map((m) => [m.toUpperCase(), String(path)] as const);
    });
    const api = routes.filter(([, path]) => path.startsWith('/api'));
    expect(api.length).toBeGreaterThan(20);
    for (const [method, path] of api) {
      const real = path.replace(':id', PIECE).replace(':hash', 'a'.repeat(64));
      const answer = await ask(port, method === '_ALL' ? 'GET' : method, real, { cookie });
      expect([real, answer.status]).toEqual([real, 404]);
      expect((await ask(port, method === '_ALL' ? 'GET' : method, real)).status).toBe(401);
    }
    for (const path of ['/index.html', '/assets/x.js', '/../package.json', '/pieces/x', '/table/..%2fapi'])
      expect((await ask(port, 'GET', path, { cookie })).status).toBe(404);
    // And what it may, it may only with its key, by a known name, from its own page.
    for (const path of ['/table', '/ticks']) {
      expect((await ask(port, 'GET', path)).status).toBe(401);
      expect((await ask(port, 'GET', path, { cookie: 'glint-phone=stolen-from-elsewhere' })).status).toBe(
        401,
      );
      expect((await ask(port, 'GET', path, { cookie, host: 'evil.example' })).status).toBe(403);
      expect((await ask(port, 'GET', path, { cookie, origin: 'http://evil.example' })).status).toBe(403);
      expect((await ask(port, 'GET', path, { cookie })).status).toBe(200);
    }
  });

  test('a note and its photo go to the piece, once, beside what the computer changes; bad ones are refused by field', async () => {
    const { port, token } = await pair();
    const { cookie } = await claim(port, token);
    const photo = jpegOf(40, 30);
    const sent = await ask(port, 'POST', '/photos', { cookie, bytes: photo, type: 'image/jpeg' });
    expect(sent.status).toBe(201);
    const { hash } = JSON.parse(sent.body) as { hash: string };
    const note = { text: 'spat a little', layer: 'Base', madeAt: '2026-11-28T19:30:00.000Z', photo: hash };
    const before = (await server.http.get(`/api/pieces/${PIECE}`)).body;
    // Sent twice, as after a reload in between, it is kept once.
    for (let i = 0; i < 2; i++)
      expect((await ask(port, 'POST', '/notes', { cookie, body: JSON.stringify(note) })).status).toBe(201);
    const after = (await server.http.get(`/api/pieces/${PIECE}`)).body;
    expect(after.version).toBe(before.version + 1);
    expect(after.piece.notes.slice(before.piece.notes.length)).toMatchObject([
      { text: 'Base: spat a little', madeAt: note.madeAt, photo: hash },
    ]);
    expect((await server.http.get(`/api/pieces/${PIECE}/pairing`)).body.version).toBe(after.version);
    const bad = await ask(port, 'POST', '/notes', {
      cookie,
      body: JSON.stringify({ ...note, madeAt: 'today' }),
    });
    expect(bad.status).toBe(400);
    expect(bad.body).toContain('madeAt');
    expect((await ask(port, 'POST', '/photos', { cookie, body: '{}' })).status).toBe(400);
    const noPhoto = await ask(port, 'POST', '/photos', {
      cookie,
      bytes: Buffer.from('GIF89a'),
      type: 'image/png',
    });
    expect(noPhoto.status).toBe(400);
    for (const path of ['/notes', '/photos'])
      expect((await ask(port, 'POST', path, { body: JSON.stringify(note) })).status).toBe(401);
    expect((await server.http.get(`/api/pieces/${PIECE}`)).body.version).toBe(after.version);
  });

  test('ticks of two phones and of the computer are put together, tick by tick; bad ones are refused by field', async () => {
    const { port, token } = await pair();
    const one = (await claim(port, token)).cookie;
    const two = (await claim(port, (await pair()).token)).cookie;
    const send = (cookie: string, copies: number[]) =>
      ask(port, 'PUT', '/ticks', { cookie, body: JSON.stringify({ ticks: copies.map(tick) }) });
    await Promise.all([
      send(one, [1, 2]),
      send(two, [2, 3]),
      server.http.put(`/api/pieces/${PIECE}/run/ticks`).send(tick(4)).expect(200),
    ]);
    const held = JSON.parse((await ask(port, 'GET', '/ticks', { cookie: two })).body);
    expect(held.ticks.map((t: { copy: number }) => t.copy).sort()).toEqual([1, 2, 3, 4]);
    const { part, step, role } = tick(2);
    const undone = await ask(port, 'POST', '/ticks/undone', {
      cookie: one,
      body: JSON.stringify({ steps: [{ part, step, role, copy: 2 }] }),
    });
    expect(undone.status).toBe(200);
    const bad = await ask(port, 'PUT', '/ticks', {
      cookie: one,
      body: JSON.stringify({ ticks: [{ copy: 0 }] }),
    });
    expect(bad.status).toBe(400);
    expect(JSON.parse(bad.body).problems.map((p: { path: string }) => p.path)).toContain('ticks.0.part');
    expect((await ask(port, 'PUT', '/ticks', { cookie: one, body: '{' })).status).toBe(400);
    const { body } = await server.http.get(`/api/pieces/${PIECE}/run`).expect(200);
    expect(body.ticks.map((t: { copy: number }) => t.copy).sort()).toEqual([1, 3, 4]);
  });

  test('what is no table, or of no piece, opens nothing', async () => {
    await server.http.post(`/api/pieces/${PIECE}/pairing`).type('text/html').send('<p>no</p>').expect(400);
    await server.http.post('/api/pieces/nobody/pairing').type('text/html').send(PAGE).expect(404);
    expect((await server.http.get(`/api/pieces/${PIECE}/pairing`)).body.open).toBe(false);
  });
});
