import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import type { Config } from '../config.js';
import { openEmbedded } from './embedded.js';
import type { EndAtOnce } from './ending.js';
import { MIGRATIONS } from '../folders.js';
import type { OpenDatabase } from './opened.js';
import * as schema from './schema.js';

export type { Database, OpenDatabase } from './opened.js';

/** One server migrates at a time. */
const MIGRATING = 4870;

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url });
  // A connection that breaks while it is idle: the pool makes another.
  pool.on('error', (error) => process.stderr.write(`PostgreSQL: ${error.message}\n`));
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATING]);
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATING]).catch(() => undefined);
    client.release();
  }
  return {
    db: drizzle(pool, { schema }),
    folder: null,
    setAside: null,
    close: () => pool.end(),
  };
}

/** Opens the embedded database in the data folder, or the PostgreSQL server that the settings name, and migrates it. */
export const openDatabase = (config: Config, end: EndAtOnce): Promise<OpenDatabase> =>
  config.databaseUrl ? openServer(config.databaseUrl) : openEmbedded(config.dataFolder, end);
