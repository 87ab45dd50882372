import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { brassHeron, lockMilitia, sluiceWarden, writePiece } from '@pale-glint/core';
import { eq } from 'drizzle-orm';
import { DB } from './database/database.module.js';
import type { Database } from './database/open.js';
import { settings } from './database/schema.js';
import { PiecesService } from './pieces/pieces.service.js';

const SEEDED = 'demo';
/** The one that opens first comes last. */
const DEMOS = [brassHeron, lockMilitia, sluiceWarden];

/** Puts the demo in once. A demo that the painter removed stays away. */
@Injectable()
export class SeedService implements OnApplicationBootstrap {
  constructor(
    @Inject(DB) private readonly db: Database,
    private readonly pieces: PiecesService,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    const [done] = await this.db.select().from(settings).where(eq(settings.key, SEEDED));
    if (done) return;
    for (const piece of DEMOS) await this.pieces.add(writePiece(piece), 'replace');
    await this.db.insert(settings).values({ key: SEEDED, value: 'ninth-lock' }).onConflictDoNothing();
  }
}
