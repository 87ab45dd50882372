import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { DurableFs } from './durableFs.js';
import type { EndAtOnce } from './ending.js';
import { lockFolder } from './lock.js';
import { MIGRATIONS, TEMPLATE } from '../folders.js';
import type { OpenDatabase } from './opened.js';
import { pushFolder, pushTree } from './push.js';
import * as schema from './schema.js';

/** The log of writes is closed by a checkpoint after so long without one, and beyond so many bytes. */
const QUIET_MS = 30_000;
const MOST_LOG_BYTES = 32 * 1024 * 1024;
const LOOK_EVERY_MS = 5_000;

const DURABLE = [
  ...PGlite.defaultStartParams.filter((p) => p !== '-F'),
  ...['fsync=on', 'wal_sync_method=fsync', 'full_page_writes=on', 'synchronous_commit=on'].flatMap((p) => [
    '-c',
    p,
  ]),
];

/** Opens the database of a folder. With `first` it is loaded from the template and pushed to the disk as a whole. */
async function openAt(
  folder: string,
  first: boolean,
  end: EndAtOnce,
): Promise<{ client: PGlite; fs: DurableFs }> {
  const data = join(folder, 'db');
  // The file names a process of another time, or is cut short; the folder's own lock tells who works here.
  rmSync(join(data, 'postmaster.pid'), { force: true });
  const fs = new DurableFs(data, end);
  fs.idle = first;
  let ready = false;
  const client = await PGlite.create({
    fs,
    ...(first && existsSync(TEMPLATE) ? { loadDataDir: new Blob([readFileSync(TEMPLATE)]) } : {}),
    onStderr: (line: string) => {
      // After a panic no query comes back; the next start recovers what was acknowledged.
      if (ready && /\bPANIC: /.test(line)) end('cannot push', `The database stopped: ${line.trim()}`);
      return false;
    },
    startParams: DURABLE,
  });
  try {
    await migrate(drizzle(client, { schema }), { migrationsFolder: MIGRATIONS });
    if (first) {
      await client.exec('CHECKPOINT');
      await pushTree(data);
      pushFolder(folder);
      fs.idle = false;
    }
    await provePushes(client, fs);
  } catch (error) {
    await client.close();
    throw error;
  }
  ready = true;
  return { client, fs };
}

/** A commit has to reach the disk; a database that says "done" without it is not worked with silently. */
async function provePushes(client: PGlite, fs: DurableFs): Promise<void> {
  const before = fs.pushes;
  await client.query(
    `insert into settings (key, value) values ('opened', $1) on conflict (key) do update set value = $1`,
    [new Date().toISOString()],
  );
  if (fs.pushes === before)
    throw new Error(
      'the database acknowledged a write that it did not push to the disk; nothing was started',
    );
}

/** Checkpoints when it is quiet, or when the log has grown: PostgreSQL asks for none by itself here. */
function keepLogShort(client: PGlite): () => void {
  let last = '';
  let quietSince = Date.now();
  let closed = true;
  const look = async () => {
    const { rows } = await client.query<{ at: string; grown: string }>(
      'select pg_current_wal_insert_lsn() as at, pg_wal_lsn_diff(pg_current_wal_insert_lsn(), redo_lsn) as grown from pg_control_checkpoint()',
    );
    const { at, grown } = rows[0]!;
    if (at !== last) {
      [last, quietSince, closed] = [at, Date.now(), false];
      if (Number(grown) < MOST_LOG_BYTES) return;
    }
    if (closed || (Date.now() - quietSince < QUIET_MS && Number(grown) < MOST_LOG_BYTES)) return;
    await client.exec('CHECKPOINT');
    closed = true;
    last = '';
  };
  const timer = setInterval(() => void look().catch(() => undefined), LOOK_EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

/**
 * Opens the embedded database of a data folder, alone. A first load that was cut short is done again. A database that does
 * not open is set aside, never written over: a new one takes its place and `setAside` says where the old one is.
 * @throws FolderInUse
 */
export async function openEmbedded(folder: string, end: EndAtOnce): Promise<OpenDatabase> {
  mkdirSync(folder, { recursive: true });
  const unlock = await lockFolder(folder, end);
  try {
    const data = join(folder, 'db');
    // The mark stands while the first load runs; found at a start, that load was cut short and is done again.
    const mark = join(folder, 'first-load');
    const begin = async () => {
      writeFileSync(mark, '');
      pushFolder(folder);
      const opened = await openAt(folder, true, end);
      rmSync(mark, { force: true });
      pushFolder(folder);
      return opened;
    };
    if (existsSync(mark)) rmSync(data, { recursive: true, force: true });
    let setAside: string | null = null;
    let opened;
    if (!existsSync(data)) opened = await begin();
    else
      try {
        opened = await openAt(folder, false, end);
      } catch (error) {
        setAside = join(folder, `db.broken-${new Date().toISOString().replace(/[:.]/g, '-')}`);
        process.stderr.write(
          `The database does not open (${error instanceof Error ? error.message : String(error)}). It is kept as ${setAside}.\n`,
        );
        renameSync(data, setAside);
        opened = await begin();
      }
    const { client } = opened;
    const stop = keepLogShort(client);
    return {
      db: drizzle(client, { schema }),
      folder,
      setAside,
      async close() {
        stop();
        await client.close();
        await unlock();
      },
    };
  } catch (error) {
    await unlock();
    throw error;
  }
}
