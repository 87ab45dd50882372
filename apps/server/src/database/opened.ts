import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import type * as schema from './schema.js';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  /** Where photos and surfaces are kept as files; null where the database keeps them. */
  readonly folder: string | null;
  /** Where a database that did not open was put; null where it opened. */
  readonly setAside: string | null;
  close(): Promise<void>;
}
