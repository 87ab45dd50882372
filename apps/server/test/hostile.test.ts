import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readPiece, sluiceWarden, writePiece } from '@pale-glint/core';
import type { Request, Response } from 'express';
import { configFrom } from '../src/config.js';
import { needRoom } from '../src/http/room.js';
import { startServer, type TestServer } from './support.js';

const REQUESTS = Number(process.env['PALE_GLINT_FUZZ'] ?? 300);
let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const deep = (n: number) => `${'['.repeat(n)}${']'.repeat(n)}`;
const piece = JSON.parse(writePiece(sluiceWarden)) as Record<string, unknown>;
const odd = fc.oneof(
  fc.constantFrom(
    '%00',
    '%ff',
    '..%2f..%2fetc',
    'a%0d%0ab',
    '\u0000',
    'x'.repeat(3000),
    '-',
    '%E2%80%AE',
    'sluice-warden',
  ),
  fc.webSegment(),
);
const body = fc.oneof(
  fc.constantFrom(
    '',
    '{',
    'null',
    '[]',
    deep(5000),
    `{"format":${deep(3000)}}`,
    '{"did":[]}',
    '\ufeff{}',
    JSON.stringify({ ...piece, name: 'a\u0000b' }),
    JSON.stringify({ ...piece, name: '\ud800' }),
    JSON.stringify({ ...piece, parts: { length: 9 } }),
    JSON.stringify({ part: 'a', step: 'b', role: 'value', copy: 1, doneAt: '2026-11-28T00:00:00Z' }),
    JSON.stringify({ drill: 'dot', about: 'dome', miss: 1, lean: null, at: '2026-11-28T00:00:00Z' }),
    JSON.stringify({ part: 'a', step: 'b', role: 'value', copy: 1, doneAt: '2026-W48-6T00:00:00Z', did: [] }),
  ),
  fc.json({ maxDepth: 4 }),
  fc.string({ maxLength: 200 }),
);
const ask = fc.record({
  method: fc.constantFrom('get', 'post', 'put', 'delete') as fc.Arbitrary<'get' | 'post' | 'put' | 'delete'>,
  address: fc.oneof(
    odd.map((o) => `/api/pieces/${o}`),
    odd.map((o) => `/api/pieces/${o}/run/ticks`),
    odd.map((o) => `/api/pieces/${o}/file`),
    odd.map((o) => `/api/pieces/${o}/picture`),
    odd.map((o) => `/api/blobs/${o}`),
    odd.map((o) => `/api/blobs?kind=${o}`),
    odd.map((o) => `/api/shelf?version=${o}`),
    odd.map((o) => `/api/drills/${o}`),
    odd.map((o) => `/api/backup/restore?mode=${o}`),
    odd.map((o) => `/${o}`),
    fc.constantFrom('/api/pieces', '/api/shelf', '/api/health', '/api/backup/preview'),
  ),
  type: fc.constantFrom('application/json', 'text/plain', 'image/jpeg', 'application/zip'),
  body,
});

describe('what is hostile bounces', () => {
  test(`${REQUESTS} odd requests: none is answered with a bare 500, and all still works afterwards`, async () => {
    await fc.assert(
      fc.asyncProperty(ask, async ({ method, address, type, body: sent }) => {
        const request = server.http[method](address.replace(/[^\x21-\x7e]/g, '?')).set('content-type', type);
        const { status, body: answer } = await (method === 'get' ? request : request.send(sent));
        if (status >= 400) expect(answer).toHaveProperty('says');
        expect(status === 500 ? `${method} ${address} ${sent.slice(0, 80)}` : '').toBe('');
      }),
      { numRuns: REQUESTS },
    );
    await server.http.get('/api/health').expect(200);
  });

  test('what is accepted can be read back: odd ticks are refused, and the file stays whole', async () => {
    const tick = { part: 'visor', step: 'v1', role: 'value', copy: 1, doneAt: '2026-11-28T19:00:00Z' };
    const did = { mix: 'grey', coats: 1, coverShare: 0.5, minutes: 3 };
    const own = writePiece({ ...sluiceWarden, id: 'own' });
    await server.http.post('/api/pieces').type('application/json').send(own).expect(201);
    const at = '/api/pieces/own/run/ticks';
    for (const wrong of [
      { ...tick, did: [] },
      { ...tick },
      { ...tick, did: { ...did, mix: 'a\u0000' } },
      { ...tick, doneAt: '2026-W48-6T00:00:00Z', did },
      { ...tick, doneAt: '2026-02-31T00:00:00Z', did },
    ]) {
      const { body: answer } = await server.http.put(at).send(wrong).expect(400);
      expect(answer.problems[0]).toHaveProperty('accepted');
    }
    await server.http
      .put(at)
      .send({ ...tick, did })
      .expect(200);
    const file = await server.http.get('/api/pieces/own/file').expect(200);
    expect(readPiece(file.text).run!.ticks).toHaveLength(1);
  });

  test('twenty who store under one name at once: one is first, and as many copies as were asked for', async () => {
    const text = writePiece({ ...sluiceWarden, id: 'at-once', name: 'At once' });
    const post = (how: string) =>
      server.http.post(`/api/pieces?ifExists=${how}`).type('application/json').send(text);
    const first = await Promise.all(Array.from({ length: 10 }, () => post('refuse')));
    expect(first.map((r) => r.status).sort()).toEqual([201, ...Array.from({ length: 9 }, () => 409)]);
    const copies = await Promise.all(Array.from({ length: 10 }, () => post('copy')));
    expect(new Set(copies.map((r) => r.body.id)).size).toBe(10);
    const replaced = await Promise.all(Array.from({ length: 5 }, () => post('replace')));
    expect(new Set(replaced.map((r) => r.body.version)).size).toBe(5);
  });

  test('a name is read in a time that grows with the text: doubled keys, nesting, long lists', () => {
    const doubled = `{${Array.from({ length: 200_000 }, () => '"a":1').join(',')}}`;
    for (const text of [doubled, `{"format":${deep(100_000)}}`, `[${'1,'.repeat(500_000)}1]`])
      expect(() => readPiece(text)).toThrow();
  });

  test('a disk that is nearly full takes no more, says so, and still gives', () => {
    const said: unknown[] = [];
    const ask = (method: string, free: number) => {
      let passed = false;
      const response = { status: (s: number) => ({ json: (b: unknown) => said.push([s, b]) }) };
      const guard = needRoom({ dataFolder: '/', databaseUrl: null }, () => free);
      guard({ method } as Request, response as unknown as Response, () => (passed = true));
      return passed;
    };
    expect([ask('PUT', 1e6), ask('POST', 1e6), ask('GET', 1e6), ask('DELETE', 1e6), ask('PUT', 1e9)]).toEqual(
      [false, false, true, true, true],
    );
    expect(said[0]).toEqual([507, { says: expect.stringContaining('nothing was stored') }]);
  });

  test('it listens to this machine alone, unless its owner says that something else guards it', () => {
    expect(() => configFrom({ PALE_GLINT_HOST: '0.0.0.0' })).toThrow(/PALE_GLINT_HOST held "0.0.0.0"/);
    expect(configFrom({ PALE_GLINT_HOST: '0.0.0.0', PALE_GLINT_OPEN_TO_ALL: 'yes' }).host).toBe('0.0.0.0');
    expect(configFrom({ PALE_GLINT_HOST: '::1' }).host).toBe('::1');
  });
});
