import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  brassHeron,
  lockKeepersArm,
  readShelf,
  sluiceWarden,
  writePiece,
  writeShelf,
} from '@pale-glint/core';
import { backupOf, startServer, type TestServer } from './support.js';

const put = (server: TestServer, address: string, bytes: Buffer) =>
  server.http.post(address).type('application/zip').send(bytes);
const text = async (server: TestServer, id: string) =>
  (await server.http.get(`/api/pieces/${id}/file`).expect(200)).text;

describe('everything as one file', () => {
  let from: TestServer;
  let to: TestServer;
  let backup: Buffer;
  beforeAll(async () => {
    [from, to] = [await startServer(), await startServer()];
    await from.http
      .post('/api/pieces')
      .type('application/json')
      .send(
        writePiece({
          ...lockKeepersArm,
          name: 'Ärmel, "x"',
          run: {
            ticks: [
              {
                part: 'blade',
                step: 'undercoat',
                role: 'undercoat',
                copy: 1,
                doneAt: '2026-11-28T19:00:00Z',
                did: { mix: 'black', coats: 1, coverShare: 1, minutes: 3.5 },
              },
            ],
          },
        }),
      )
      .expect(201);
    backup = await backupOf(from);
  });
  afterAll(async () => {
    await from.close();
    await to.close();
  });

  test('says before anything is stored what it holds and what of it is here', async () => {
    const { body } = await put(to, '/api/backup/preview', backup).expect(200);
    const states = Object.fromEntries(body.pieces.map((p: { id: string; state: string }) => [p.id, p.state]));
    expect(states).toMatchObject({ [lockKeepersArm.id]: 'new', [sluiceWarden.id]: 'same' });
    await to.http.get(`/api/pieces/${lockKeepersArm.id}`).expect(404);
  });

  test('comes back on another folder byte for byte: pieces, ticks, shelf and photos', async () => {
    const gone = brassHeron.views[0].underlay!.photo;
    await to.http.delete(`/api/pieces/${brassHeron.id}`).expect(204);
    await to.http.delete('/api/blobs').expect(200);
    await to.http.get(`/api/blobs/${gone}`).expect(404);
    await put(to, '/api/backup/restore?mode=replace', backup).expect(200);
    for (const id of [lockKeepersArm.id, sluiceWarden.id, brassHeron.id])
      expect(await text(to, id)).toBe(await text(from, id));
    const photos = await Promise.all([from, to].map((s) => s.http.get(`/api/blobs/${gone}`).expect(200)));
    expect(photos[1]!.body).toEqual(photos[0]!.body);
    expect((await backupOf(to)).equals(backup)).toBe(true);
  });

  test('merged leaves what is here and puts beside it what differs', async () => {
    const here = { ...lockKeepersArm, name: 'Mine' };
    await to.http
      .post('/api/pieces?ifExists=replace')
      .type('application/json')
      .send(writePiece(here))
      .expect(201);
    const { version, shelf } = (await to.http.get('/api/shelf')).body;
    const fewer = { ...readShelf(JSON.stringify(shelf)), paints: shelf.paints.slice(1) };
    await to.http
      .put(`/api/shelf?version=${version}`)
      .type('application/json')
      .send(writeShelf(fewer))
      .expect(200);
    await put(to, '/api/backup/restore?mode=merge', backup).expect(200);
    const names = (await to.http.get('/api/pieces')).body.map((p: { name: string }) => p.name);
    expect(names).toEqual(expect.arrayContaining(['Mine', 'Ärmel, "x", copy', sluiceWarden.name]));
    expect(names.filter((n: string) => n.startsWith(sluiceWarden.name))).toHaveLength(1);
    expect((await to.http.get('/api/shelf')).body.shelf.paints).toHaveLength(shelf.paints.length);
  });

  test('that is damaged restores nothing and says what is wrong', async () => {
    const before = await backupOf(to);
    const torn = backup.subarray(0, backup.length - 200);
    const flipped = Buffer.from(backup);
    // Somewhere in the largest stored file: a photo or surface.
    flipped[Math.floor(backup.length / 2)]! ^= 0xff;
    for (const broken of [torn, flipped, Buffer.from('no zip')])
      for (const address of ['preview', 'restore?mode=replace']) {
        const { status, body } = await put(to, `/api/backup/${address}`, broken);
        expect(status).toBe(400);
        expect(body.problems[0].accepted).toMatch(/whole backup|a backup of this program|whole/);
      }
    await put(to, '/api/backup/restore?mode=sideways', backup).expect(400);
    expect((await backupOf(to)).equals(before)).toBe(true);
  });
});

test('the command line takes everything from a running server and brings it back into another', async () => {
  const { runGlint } = await import('../../cli/src/program.js');
  const [from, to] = [await startServer(), await startServer()];
  const address = ({ app }: TestServer) =>
    `http://127.0.0.1:${(app.getHttpServer().address() as AddressInfo).port}`;
  const file = join(mkdtempSync(join(tmpdir(), 'glint-backup-')), 'all.zip');
  const quiet = [process.stdout, process.stderr].map((s) => jest.spyOn(s, 'write').mockReturnValue(true));
  try {
    expect(await runGlint(['backup', file, '--address', address(from)])).toBe(0);
    // What is there already is not written over.
    expect(await runGlint(['backup', file, '--address', address(from)])).toBe(2);
    await to.http.delete(`/api/pieces/${sluiceWarden.id}`).expect(204);
    expect(await runGlint(['restore', file, '--address', address(to)])).toBe(0);
    await to.http.get(`/api/pieces/${sluiceWarden.id}`).expect(404);
    expect(await runGlint(['restore', file, '--address', address(to), '--mode', 'replace'])).toBe(0);
    expect(await text(to, sluiceWarden.id)).toBe(await text(from, sluiceWarden.id));
    expect(await runGlint(['restore', file, '--address', address(to), '--mode', 'wipe'])).toBe(2);
    expect(await runGlint(['backup', `${file}2`, '--address', 'http://127.0.0.1:9'])).toBe(2);
  } finally {
    quiet.forEach((q) => q.mockRestore());
    await from.close();
    await to.close();
    rmSync(file, { force: true });
  }
});
