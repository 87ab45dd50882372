import { afterAll, describe, expect, test } from '@jest/globals';
import type { ChildProcess } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sluiceWarden, writePiece } from '@pale-glint/core';
import { startBuilt } from '../../../scripts/built-server.mjs';
import { FolderInUse, lockFolder } from '../src/database/lock.js';
import { notHere, startServer, startedFolder } from './support.js';

const KILLS = Number(process.env['PALE_GLINT_KILLS'] ?? 2);
const folders: string[] = [];
const folder = () => {
  const f = mkdtempSync(join(tmpdir(), 'glint-data-'));
  folders.push(f);
  return f;
};
/** One that a server was started in before. */
const begun = async () => {
  const f = await startedFolder();
  folders.push(f);
  return f;
};
const children: ChildProcess[] = [];
afterAll(() => {
  // One that a failed test left running would keep the suite from ending.
  children.forEach((child) => child.kill('SIGKILL'));
  folders.forEach((f) => rmSync(f, { recursive: true, force: true }));
});

/** A server in a process of its own; answers with its address once it is ready. */
async function spawnServer(data: string) {
  const { child, ready } = startBuilt(data);
  children.push(child);
  return { child, address: await ready };
}
const ended = (child: ChildProcess) =>
  new Promise<void>((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve();
    else child.on('exit', () => resolve());
  });

describe('the data folder', () => {
  test('keeps pieces, ticks and a removed demo over a restart', async () => {
    const f = await begun();
    let server = await startServer(f);
    await server.http
      .post('/api/pieces')
      .type('application/json')
      .send(writePiece({ ...sluiceWarden, id: 'kept', name: 'Kept' }))
      .expect(201);
    for (const demo of ['sluice-warden', 'lock-militia', 'brass-heron', 'lock-captain'])
      await server.http.delete(`/api/pieces/${demo}`).expect(204);
    await server.close(true);
    server = await startServer(f);
    const { body } = await server.http.get('/api/pieces');
    expect(body.map((p: { id: string }) => p.id)).toEqual(['kept']);
    await server.close();
  });

  test('serves one server at a time', async () => {
    const f = await begun();
    const server = await startServer(f);
    await expect(startServer(f)).rejects.toThrow(FolderInUse);
    await server.close(true);
    await (await startServer(f)).close();
  });

  test('is given back in the middle of a beat without being missed', async () => {
    const missed: string[] = [];
    const end = ((why: string) => missed.push(why)) as unknown as typeof notHere;
    // Given back right after the beat set out, which comes every two seconds; the lock is gone before it arrives.
    await Promise.all(
      Array.from({ length: 40 }, async () => {
        const f = folder();
        const free = await lockFolder(f, end);
        await new Promise((done) => setTimeout(done, 2000));
        rmSync(join(f, 'in-use'), { recursive: true, force: true });
        await free();
      }),
    );
    await new Promise((done) => setTimeout(done, 100));
    expect(missed).toEqual([]);
  });

  test('is taken over from a dead process, a reused pid, a broken lock and as a copy, not from a living one', async () => {
    const f = folder();
    const free = await lockFolder(f, notHere);
    const held = JSON.parse(readFileSync(join(f, 'lock-holder'), 'utf8')) as object;
    await expect(lockFolder(f, notHere)).rejects.toThrow(/in use by another server/);
    // What a process that was killed leaves: its lock, silent for a while, and its name.
    const left = async (holder: string) => {
      mkdirSync(join(f, 'in-use'), { recursive: true });
      const silent = new Date(Date.now() - 3000);
      utimesSync(join(f, 'in-use'), silent, silent);
      writeFileSync(join(f, 'lock-holder'), holder);
      await (
        await lockFolder(f, notHere)
      )();
      expect(existsSync(join(f, 'in-use'))).toBe(false);
    };
    await free();
    await left(JSON.stringify({ ...held, pid: 4194300 }));
    await left(JSON.stringify({ ...held, started: '1' }));
    await left(JSON.stringify({ ...held, folder: '/another' }));
    // One that does not say who held it is waited for until its beat has stopped.
    mkdirSync(join(f, 'in-use'));
    const long = new Date(Date.now() - 60_000);
    utimesSync(join(f, 'in-use'), long, long);
    writeFileSync(join(f, 'lock-holder'), '{"pid"');
    await (
      await lockFolder(f, notHere)
    )();
  });

  test('that another server took ends this one at once', async () => {
    const f = folder();
    const ended = new Promise<string>((done) => {
      void lockFolder(f, (why) => done(why)).then(() => rmSync(join(f, 'in-use'), { recursive: true }));
    });
    expect(await ended).toBe('lock lost');
  });

  test('lets one in of many that start at once', async () => {
    const f = folder();
    const many = await Promise.allSettled(Array.from({ length: 8 }, () => lockFolder(f, notHere)));
    const entered = many.filter((m) => m.status === 'fulfilled');
    expect(entered).toHaveLength(1);
    await entered[0]!.value();
  });

  test('whose database does not open is brought back from the newest whole copy; the old one is kept', async () => {
    const f = await begun();
    const copies = { keepsCopies: true };
    let server = await startServer(f, copies);
    await server.http
      .post('/api/pieces')
      .type('application/json')
      .send(writePiece({ ...sluiceWarden, id: 'kept', name: 'Kept' }))
      .expect(201);
    await server.close(true);
    expect(readdirSync(join(f, 'backups'))).toHaveLength(1);
    writeFileSync(join(f, 'backups', '2099-01-01.glint-backup.zip'), 'torn');
    writeFileSync(join(f, 'db', 'global', 'pg_control'), Buffer.alloc(8192));
    server = await startServer(f, copies);
    const { body } = await server.http.get('/api/pieces');
    expect(body.map((p: { id: string }) => p.id)).toContain('kept');
    const health = await server.http.get('/api/health').expect(200);
    expect(health.body.setAside).toContain('db.broken-');
    expect(existsSync(health.body.setAside)).toBe(true);
    await server.close();
  });

  test('begins anew where the first load was cut short', async () => {
    const f = folder();
    mkdirSync(join(f, 'db'));
    writeFileSync(join(f, 'db', 'PG_VERSION'), 'broken off');
    writeFileSync(join(f, 'first-load'), '');
    const server = await startServer(f);
    await server.http.get('/api/pieces/sluice-warden').expect(200);
    expect(existsSync(join(f, 'first-load'))).toBe(false);
    await server.close();
  });
});

/** The number that a write of the test below carries in the piece's name; 0 for the demo's own. */
const writtenIn = ({ name }: { readonly name: string }) => Number(/^Written (\d+)$/.exec(name)?.[1] ?? 0);

/** Writes of a round that are acknowledged before its kill is timed. */
const BEFORE_A_KILL = 3;

test(`kill -9 in the middle of writes, ${KILLS} times: every acknowledged write is there`, async () => {
  const f = await begun();
  let acknowledged = 0;
  let next = 1;
  for (let round = 0; round < KILLS; round++) {
    const { child, address } = await spawnServer(f);
    const { version, piece } = (await (await fetch(`${address}/api/pieces/sluice-warden`)).json()) as {
      version: number;
      piece: { name: string };
    };
    // What was acknowledged before the kill is there, and nothing older came back.
    expect(writtenIn(piece)).toBeGreaterThanOrEqual(acknowledged);
    expect(writtenIn(piece)).toBeLessThan(next);
    let at = version;
    try {
      for (let written = 0; ; written++) {
        // However slow the machine is, something was acknowledged before the kill.
        if (written === BEFORE_A_KILL) setTimeout(() => child.kill('SIGKILL'), (round % 12) * 130);
        const number = next++;
        const answer = await fetch(`${address}/api/pieces/sluice-warden?version=${at}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: writePiece({ ...sluiceWarden, name: `Written ${number}` }),
        });
        expect(answer.status).toBe(200);
        at = ((await answer.json()) as { version: number }).version;
        acknowledged = number;
      }
    } catch (error) {
      // The connection broke: the kill. (Compared by name, since fetch throws from another realm here.)
      if ((error as Error).name !== 'TypeError') throw error;
    }
    await ended(child);
  }
  expect(acknowledged).toBeGreaterThanOrEqual(KILLS * BEFORE_A_KILL);
  process.stdout.write(`kills: ${KILLS} of them, ${acknowledged} writes acknowledged, none lost\n`);
  const server = await startServer(f);
  const { body } = await server.http.get('/api/pieces/sluice-warden');
  expect(writtenIn(body.piece)).toBeGreaterThanOrEqual(acknowledged);
  expect(readFileSync(join(f, 'lock-holder'), 'utf8')).toContain(String(process.pid));
  await server.close();
});

test('a stop does not wait for connections that ask nothing', async () => {
  const { child, address } = await spawnServer(await begun());
  const { port } = new URL(address);
  const spare = connect(Number(port), '127.0.0.1');
  spare.on('error', () => undefined);
  await new Promise<void>((resolve) => spare.on('connect', () => resolve()));
  const gone = ended(child);
  child.kill('SIGTERM');
  // Without the server's own closing this would stand until the connection's headers time out, after a minute.
  const first = await Promise.race([
    gone.then(() => 'ended'),
    new Promise((r) => setTimeout(r, 50_000, 'hung')),
  ]);
  child.kill('SIGKILL');
  spare.destroy();
  expect(first).toBe('ended');
});

test('a kill during the first load leaves a folder that starts', async () => {
  const f = folder();
  const { child } = startBuilt(f);
  for (let i = 0; i < 400 && !existsSync(join(f, 'first-load')); i++)
    await new Promise((r) => setTimeout(r, 10));
  await new Promise((r) => setTimeout(r, 60));
  child.kill('SIGKILL');
  await ended(child);
  const server = await startServer(f);
  await server.http.get('/api/pieces/sluice-warden').expect(200);
  await server.close();
});
