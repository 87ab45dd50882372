import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import {
  frontAlone,
  newPiece,
  readSculpt,
  readShape,
  writePiece,
  writeSculpt,
  writeShape,
  type Piece,
  type Sculpt,
} from '@pale-glint/core';
import { jpegOf } from './jpeg.js';
import { startServer, type TestServer } from './support.js';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const put = (kind: string, bytes: Uint8Array) =>
  server.http.post(`/api/blobs?kind=${kind}`).type('application/octet-stream').send(Buffer.from(bytes));
const fetched = (hash: string) =>
  server.http
    .get(`/api/blobs/${hash}`)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (d: Buffer) => pieces.push(d));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });
const segment = (marker: number, text: string): number[] => {
  const data = [...Buffer.from(text, 'latin1')];
  return [0xff, marker, (data.length + 2) >> 8, (data.length + 2) & 255, ...data];
};

const surface: Sculpt = {
  width: 4,
  height: 3,
  pxPerMm: 2,
  nx: new Float32Array(12).fill(0.5),
  ny: new Float32Array(12),
  heightMm: Float32Array.from({ length: 12 }, (_, i) => i / 4),
  confidence: new Uint8Array(12).fill(200),
  visibility: null,
  stepsHold: false,
};

const triangle = {
  positions: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
  index: Uint32Array.from([0, 1, 2]),
  up: 'z',
} as const;

describe('blobs', () => {
  test('a photo is kept without what it told of camera and place, and served as itself', async () => {
    const exif = segment(
      0xe1,
      'Exif\0\0II*\0\x08\0\0\0\x01\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\0\0\0\0 GPS 52.1 N',
    );
    const { body } = await put('photo', jpegOf(40, 30, exif, segment(0xfe, 'taken by somebody'))).expect(201);
    // Held upright: width and height change places.
    expect(body).toMatchObject({ kind: 'photo', width: 30, height: 40, usedBy: [] });
    const answer = await fetched(body.hash).expect(200);
    expect(answer.headers['content-type']).toBe('image/jpeg');
    expect(answer.headers['content-security-policy']).toContain('sandbox');
    const stored = (answer.body as Buffer).toString('latin1');
    expect(stored).not.toMatch(/GPS|somebody/);
    expect(
      createHash('sha256')
        .update(answer.body as Buffer)
        .digest('hex'),
    ).toBe(body.hash);
  });

  test('a surface comes back byte for byte; the same twice is kept once', async () => {
    const bytes = writeSculpt(surface);
    const { body } = await put('surface', bytes).expect(201);
    await put('surface', bytes)
      .expect(201)
      .expect((r) => expect(r.body.hash).toBe(body.hash));
    const answer = await fetched(body.hash).expect(200);
    expect(readSculpt(new Uint8Array(answer.body as Buffer)).heightMm[11]).toBeCloseTo(2.75, 3);
    const { body: list } = await server.http.get('/api/blobs').expect(200);
    expect(list.filter((b: { hash: string }) => b.hash === body.hash)).toHaveLength(1);
  });

  test('a shape is kept as long as a piece names it', async () => {
    const bytes = writeShape(triangle);
    const { hash, width } = (await put('shape', bytes).expect(201)).body as { hash: string; width: number };
    expect(width).toBe(0);
    const seen = (await put('surface', writeSculpt(surface)).expect(201)).body.hash as string;
    const sculpt = {
      id: 's',
      name: 'S',
      from: 'mesh',
      surface: seen,
      widthMm: 2,
      heightMm: 2,
      xMm: 0,
      yMm: 0,
      trust: 1,
      shape: hash,
      photos: [],
    } as const;
    await server.http
      .post('/api/pieces')
      .type('application/json')
      .send(
        writePiece({
          ...newPiece('turned', 'Turned', []),
          views: frontAlone({ sculpts: [{ ...sculpt, photos: [] }] }),
        }),
      )
      .expect(201);
    await server.http.delete('/api/blobs').expect(200);
    expect(readShape(new Uint8Array((await fetched(hash).expect(200)).body as Buffer))).toEqual(triangle);
    await server.http.delete('/api/pieces/turned').expect(204);
    await server.http.delete('/api/blobs').expect(200);
    await fetched(hash).expect(404);
  });

  test.each([
    ['photo', Buffer.from('not a picture'), /no picture/],
    ['photo', Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic'), /HEIC/],
    ['photo', jpegOf(20000, 10000), /200 megapixels/],
    ['photo', jpegOf(40, 30).subarray(0, 30), /cut off/],
    ['photo', Buffer.alloc(0), /nothing/],
    ['surface', writeSculpt(surface).subarray(0, 40), /data/],
    ['surface', Buffer.from('solid ball'), /not a sculpt/],
    ['shape', Buffer.from('solid ball'), /not a shape/],
    ['shape', writeShape(triangle).subarray(0, 22), /data/],
  ])('refuses a %s that is none, and says what it held', async (kind, bytes, says) => {
    const before = (await server.http.get('/api/blobs')).body.length;
    const { body } = await put(kind, bytes).expect(400);
    expect(JSON.stringify(body.problems)).toMatch(says);
    expect((await server.http.get('/api/blobs')).body).toHaveLength(before);
  });

  test('a large photo is looked over aside: kept as a small one is, and refused with the same words', async () => {
    const small = jpegOf(40, 30);
    const scan = Buffer.alloc(5 * 1024 * 1024, 0x55);
    const large = Buffer.concat([small.subarray(0, -2), scan, small.subarray(-2)]);
    const { body } = await put('photo', large).expect(201);
    expect(body).toMatchObject({ kind: 'photo', width: 40, height: 30 });
    expect((await fetched(body.hash).expect(200)).body).toHaveLength(body.bytes);
    const refused = await put('photo', Buffer.alloc(scan.length, 0x20)).expect(400);
    expect(refused.body.problems[0]).toMatchObject({
      path: 'photo',
      held: expect.stringMatching(/no picture/),
    });
  });

  test('refuses an unknown kind and more bytes than it takes', async () => {
    await put('film', Buffer.from('x')).expect(400);
    const { body } = await put('photo', Buffer.alloc(41 * 1024 * 1024, 1)).expect(413);
    expect(JSON.stringify(body)).toContain('40 MB');
  });

  test('is not removed while a piece uses it; what none uses is swept', async () => {
    const photo = (await put('photo', jpegOf(64, 48)).expect(201)).body.hash as string;
    const underlay = {
      photo,
      widthPx: 64,
      heightPx: 48,
      mmPerPx: 0.5,
      xMm: 0,
      yMm: 12,
      turnDeg: 0,
      shows: 1,
      grey: 'no',
      map: 0.6,
    } as const;
    const piece: Piece = { ...newPiece('traced', 'Traced', []), views: frontAlone({ underlay }) };
    await server.http.post('/api/pieces').type('application/json').send(writePiece(piece)).expect(201);
    const { body } = await server.http.delete(`/api/blobs/${photo}`).expect(409);
    expect(body.says).toContain('Traced');
    await server.http.delete('/api/blobs').expect(200);
    await fetched(photo).expect(200);
    await server.http.delete('/api/pieces/traced').expect(204);
    const { body: swept } = await server.http.delete('/api/blobs').expect(200);
    expect(swept.removed).toBeGreaterThan(0);
    await fetched(photo).expect(404);
    await server.http.delete(`/api/blobs/${photo}`).expect(404);
  });
});
