import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { readPiece, sluiceWarden, writePiece, type Picture, type Piece } from '@pale-glint/core';
import { decode } from 'fast-png';
import { startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer(undefined, { drawsPictures: true });
});
afterAll(() => server.close());

const belt = sluiceWarden.parts.filter((p) => p.id === 'belt-disc');
const alone: Partial<Piece> = {
  parts: belt,
  adjustments: [],
  wear: [],
  rig: { ...sluiceWarden.rig, focalPart: null, neighbours: [] },
};
const piece = (id: string, over: Partial<Piece> = {}) =>
  writePiece({ ...sluiceWarden, id, name: id, ...alone, ...over });
const add = (text: string) => server.http.post('/api/pieces').type('application/json').send(text).expect(201);
const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

const WAIT_MS = 600_000;
jest.setTimeout(2 * WAIT_MS);
/** Asks until the picture of exactly this text is there. */
async function pictureOf(id: string, text: string) {
  for (const until = Date.now() + WAIT_MS; Date.now() < until;) {
    const answer = await server.http.get(`/api/pieces/${id}/picture`);
    if (answer.status === 200 && answer.headers['glint-of'] === sha256(text)) return answer;
    expect([200, 204]).toContain(answer.status);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`no picture of ${id} within ${WAIT_MS} ms`);
}

describe('small pictures', () => {
  test('a piece that came in is drawn in the background, with nothing behind it', async () => {
    const text = piece('disc');
    await add(text);
    const { body, headers } = await pictureOf('disc', text);
    const { width, height, data } = decode(body as Uint8Array);
    const frame = JSON.parse(headers['glint-frame']) as Picture;
    expect(frame).toMatchObject({ width, height });
    const alphaAt = (x: number, y: number) => data[(y * width + x) * 4 + 3];
    const { xMm, yMm } = belt[0].place;
    const middle = [(xMm - frame.leftMm) * frame.pxPerMm, (frame.topMm - yMm) * frame.pxPerMm].map(
      Math.round,
    );
    expect(alphaAt(middle[0], middle[1])).toBe(255);
    expect(alphaAt(0, 0)).toBe(0);
  });

  test('a piece that was changed has no picture until it is drawn anew', async () => {
    const [before, after] = [
      piece('changed'),
      piece('changed', { rig: { ...alone.rig!, keyClockHours: 2 } }),
    ];
    await add(before);
    const first = await pictureOf('changed', before);
    await server.http.put('/api/pieces/changed?version=1').type('application/json').send(after).expect(200);
    await server.http.get('/api/pieces/changed/picture').expect(204);
    const second = await pictureOf('changed', after);
    expect(Buffer.compare(first.body as Buffer, second.body as Buffer)).not.toBe(0);
  });

  test('the demo, cut from a scan among it, has its pictures', async () => {
    for (const id of ['sluice-warden', 'lock-militia', 'brass-heron']) {
      // Ticks stand beside a piece and change nothing of its picture.
      const { run: _run, ...bare } = readPiece(
        (await server.http.get(`/api/pieces/${id}/file`).expect(200)).text,
      );
      await pictureOf(id, writePiece(bare));
    }
  });

  test('a piece without parts has none, one that is not there is missing', async () => {
    await add(piece('empty', { parts: [], ladders: [], paints: [] }));
    await server.http.get('/api/pieces/empty/picture').expect(204);
    await server.http.get('/api/pieces/nobody/picture').expect(404);
  });

  test('a piece may go while it is drawn', async () => {
    await add(piece('short-lived'));
    await server.http.delete('/api/pieces/short-lived').expect(204);
    const next = piece('next');
    await add(next);
    await pictureOf('next', next);
    await server.http.get('/api/pieces/short-lived/picture').expect(404);
  });

  test('pictures are there after a restart, without being drawn again', async () => {
    const text = piece('lasting');
    await add(text);
    const before = await pictureOf('lasting', text);
    await server.close(true);
    server = await startServer(server.folder, { drawsPictures: false });
    const after = await server.http.get('/api/pieces/lasting/picture').expect(200);
    expect(Buffer.compare(before.body as Buffer, after.body as Buffer)).toBe(0);
  });
});
