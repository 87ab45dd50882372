import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { CoatCount, PaceCount } from '@pale-glint/core';
import { eq, like } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { settings } from '../database/schema.js';
import { PiecesService } from '../pieces/pieces.service.js';
import type { Pace, PaceOfPieceDto } from './pace.dto.js';

const SINCE = 'pace since';
const OF = 'pace of ';

/** What one piece tells. */
interface Told {
  readonly counts: readonly PaceCount[];
  readonly coats: readonly CoatCount[];
}

/** Rows of before coats were learned are a list of counts alone. */
function toldIn(value: string): Told {
  const told = JSON.parse(value) as Told | PaceCount[];
  return Array.isArray(told) ? { counts: told, coats: [] } : told;
}

/** How quick the painter is, as their pieces tell it: a row a piece, so that two pages never write over each other. */
@Injectable()
export class PaceService implements OnApplicationBootstrap {
  constructor(
    @Inject(DB) private readonly db: Database,
    private readonly pieces: PiecesService,
  ) {}

  /** What came with the demo, or from elsewhere before, was painted by another hand. */
  async onApplicationBootstrap(): Promise<void> {
    await this.db
      .insert(settings)
      .values({ key: SINCE, value: new Date().toISOString() })
      .onConflictDoNothing();
  }

  async get(db: Database = this.db): Promise<Pace> {
    const [since] = await db.select().from(settings).where(eq(settings.key, SINCE));
    const rows = await db
      .select()
      .from(settings)
      .where(like(settings.key, `${OF}%`));
    const told = rows.map((r) => toldIn(r.value));
    return {
      since: since.value,
      counts: told.flatMap((t) => t.counts),
      coats: told.flatMap((t) => t.coats),
    };
  }

  /** Puts what one piece tells in place of what it told before. @throws Missing for a piece that is not there */
  async put(piece: string, { counts, coats = [] }: PaceOfPieceDto): Promise<Pace> {
    await this.pieces.get(piece);
    const value = JSON.stringify({ counts, coats } satisfies Told);
    await this.db
      .insert(settings)
      .values({ key: OF + piece, value })
      .onConflictDoUpdate({ target: settings.key, set: { value } });
    return this.get();
  }

  /** Forgets all of it; what is done from now on is learned anew. */
  async forget(): Promise<Pace> {
    return this.db.transaction(async (tx) => {
      await tx.delete(settings).where(like(settings.key, `${OF}%`));
      await tx.update(settings).set({ value: new Date().toISOString() }).where(eq(settings.key, SINCE));
      return this.get(tx);
    });
  }
}
