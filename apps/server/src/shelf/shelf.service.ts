import { Inject, Injectable } from '@nestjs/common';
import {
  EMPTY_SHELF,
  mergedShelf,
  readShelf,
  writeShelf,
  type RestoreMode,
  type Shelf,
} from '@pale-glint/core';
import { and, eq, sql } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { shelf } from '../database/schema.js';
import { Stale } from '../http/refusals.js';
import type { ShelfSaved } from './shelf.dto.js';

const MINE = 'mine';

/** The painter's paints, read and written whole; each write counted. */
@Injectable()
export class ShelfService {
  constructor(@Inject(DB) private readonly db: Database) {}

  async get(db: Database = this.db): Promise<{ version: number; shelf: Shelf }> {
    const [row] = await db.select().from(shelf).where(eq(shelf.id, MINE));
    return row ? { version: row.version, shelf: readShelf(row.body) } : { version: 0, shelf: EMPTY_SHELF };
  }

  /** Brings back a shelf within a transaction of the caller's: in place of the present one, or what it has not beside it. */
  async putBack(db: Database, from: Shelf, mode: RestoreMode): Promise<void> {
    const now = await this.get(db);
    const next = mode === 'replace' ? from : mergedShelf(now.shelf, from);
    const body = writeShelf(next);
    await db
      .insert(shelf)
      .values({ id: MINE, version: now.version + 1, body })
      .onConflictDoUpdate({
        target: shelf.id,
        set: { body, version: sql`${shelf.version} + 1`, updatedAt: new Date() },
      });
  }

  async save(text: string, startedFrom: number): Promise<ShelfSaved> {
    const body = writeShelf(readShelf(text));
    const [saved] =
      startedFrom === 0
        ? await this.db
            .insert(shelf)
            .values({ id: MINE, version: 1, body })
            .onConflictDoNothing()
            .returning({ version: shelf.version })
        : await this.db
            .update(shelf)
            .set({ body, version: sql`${shelf.version} + 1`, updatedAt: new Date() })
            .where(and(eq(shelf.id, MINE), eq(shelf.version, startedFrom)))
            .returning({ version: shelf.version });
    if (!saved) throw new Stale(startedFrom, (await this.get()).version, 'shelf');
    return saved;
  }
}
