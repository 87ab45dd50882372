import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { brassHeron, lockKeepersArm, sluiceWarden, writePiece } from '@pale-glint/core';
import { canRunPostgres, OwnPostgres } from './postgres.js';
import { backupOf, startServer, type TestServer } from './support.js';

// Where Debian's PostgreSQL is not installed these are skipped, and say so.
(canRunPostgres ? describe : describe.skip)('on a PostgreSQL server', () => {
  let postgres: OwnPostgres;
  let servers: TestServer[];
  const add = (server: TestServer, id: string, ifExists = 'refuse') =>
    server.http
      .post(`/api/pieces?ifExists=${ifExists}`)
      .type('application/json')
      .send(writePiece({ ...lockKeepersArm, id, name: id }));

  beforeAll(async () => {
    postgres = await OwnPostgres.create();
    const databaseUrl = await postgres.database('shared');
    // Both at once, on an empty database: one migrates, the other waits.
    servers = await Promise.all([0, 1].map(() => startServer(undefined, { databaseUrl })));
  });
  afterAll(async () => {
    for (const server of servers ?? []) await server.close();
    await postgres?.remove();
  });

  test('two servers that start at once on an empty database both serve, with one demo', async () => {
    const lists = await Promise.all(servers.map((s) => s.http.get('/api/pieces').expect(200)));
    const ids = lists.map(({ body }) => body.map((p: { id: string }) => p.id).sort());
    expect(ids[0]).toEqual(ids[1]);
    expect(new Set(ids[0]).size).toBe(ids[0].length);
    expect(ids[0]).toContain(sluiceWarden.id);
  });

  test('twenty copies at once through both are twenty pieces', async () => {
    await add(servers[0]!, 'copied').expect(201);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => add(servers[i % 2]!, 'copied', 'copy')),
    );
    expect(answers.map((a) => a.status)).toEqual(answers.map(() => 201));
    expect(new Set(answers.map((a) => a.body.id)).size).toBe(20);
    const { body } = await servers[0]!.http.get('/api/pieces').expect(200);
    expect(body.filter((p: { id: string }) => p.id.startsWith('copied'))).toHaveLength(21);
  });

  test('one new id asked for twice at once is given once', async () => {
    for (let i = 0; i < 5; i++) {
      const answers = await Promise.all(servers.map((s) => add(s, `once-${i}`)));
      expect(answers.map((a) => a.status).sort()).toEqual([201, 409]);
    }
  });

  test('of two changes from one version one is saved, the other is told that it is stale', async () => {
    await add(servers[0]!, 'raced').expect(201);
    for (let version = 1; version <= 6; version++) {
      const answers = await Promise.all(
        servers.map((s, i) =>
          s.http
            .put(`/api/pieces/raced?version=${version}`)
            .type('application/json')
            .send(writePiece({ ...lockKeepersArm, id: 'raced', name: `by ${i}, ${version}` })),
        ),
      );
      expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
      const won = answers.findIndex((a) => a.status === 200);
      const { body } = await servers[0]!.http.get('/api/pieces/raced').expect(200);
      expect([body.version, body.piece.name]).toEqual([version + 1, `by ${won}, ${version}`]);
    }
  });

  test('a backup of it comes back on the embedded database byte for byte, and the other way', async () => {
    const restore = (server: TestServer, bytes: Buffer) =>
      server.http.post('/api/backup/restore?mode=replace').type('application/zip').send(bytes).expect(200);
    const embedded = await startServer();
    const other = await startServer(undefined, { databaseUrl: await postgres.database('other') });
    try {
      const bytes = await backupOf(servers[0]!);
      await restore(embedded, bytes);
      await restore(other, bytes);
      const fileOf = async (server: TestServer, id: string) =>
        (await server.http.get(`/api/pieces/${id}/file`).expect(200)).text;
      for (const id of ['raced', brassHeron.id])
        for (const server of [embedded, other])
          expect(await fileOf(server, id)).toBe(await fileOf(servers[0]!, id));
      expect((await backupOf(other)).equals(bytes)).toBe(true);
      expect((await backupOf(embedded)).equals(bytes)).toBe(true);
    } finally {
      await embedded.close();
      await other.close();
    }
  });

  test('while PostgreSQL restarts requests are told to come again, and afterwards all goes on', async () => {
    await postgres.stop();
    const away = await servers[0]!.http.get('/api/pieces');
    expect(away.status).toBe(503);
    expect(away.body.says).toMatch(/database/);
    const unsaved = await add(servers[1]!, 'during');
    expect(unsaved.status).toBe(503);
    await postgres.start();
    for (const server of servers) {
      const { body } = await server.http.get('/api/pieces').expect(200);
      expect(body.some((p: { id: string }) => p.id === 'raced')).toBe(true);
    }
    await add(servers[1]!, 'during').expect(201);
  });
});
