import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres';
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import pg from 'pg';
import type { Config } from '../config.js';
import { lockFolder } from './lock.js';
import * as schema from './schema.js';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  close(): Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../../migrations', import.meta.url));
/** An empty, initialised database, made at build time: starting from it saves initdb. */
export const TEMPLATE = fileURLToPath(new URL('../../dist/empty-database.tar.gz', import.meta.url));

async function openEmbedded(folder: string): Promise<OpenDatabase> {
  const unlock = lockFolder(folder);
  try {
    const data = join(folder, 'db');
    // The mark stands while the first load runs; found at a start, that load was cut short and is done again.
    const mark = join(folder, 'first-load');
    if (existsSync(mark)) rmSync(data, { recursive: true, force: true });
    const first = !existsSync(data);
    if (first) writeFileSync(mark, '');
    mkdirSync(folder, { recursive: true });
    const template = first && existsSync(TEMPLATE) ? new Blob([readFileSync(TEMPLATE)]) : undefined;
    const client = await PGlite.create({ dataDir: data, ...(template ? { loadDataDir: template } : {}) });
    const db = drizzlePglite(client, { schema });
    await migratePglite(db, { migrationsFolder: MIGRATIONS });
    if (first) rmSync(mark, { force: true });
    return {
      db: db as unknown as Database,
      async close() {
        await client.close();
        unlock();
      },
    };
  } catch (error) {
    unlock();
    throw error;
  }
}

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url });
  const db = drizzlePg(pool, { schema });
  await migratePg(db, { migrationsFolder: MIGRATIONS });
  return { db: db as unknown as Database, close: () => pool.end() };
}

/** Opens the embedded database in the data folder, or the PostgreSQL server that the settings name, and migrates it. */
export const openDatabase = (config: Config): Promise<OpenDatabase> =>
  config.databaseUrl ? openServer(config.databaseUrl) : openEmbedded(config.dataFolder);
