import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import { CONFIG, type Config } from '../config.js';
import { DB, OPEN } from '../database/database.module.js';
import type { Database, OpenDatabase } from '../database/open.js';
import { hasRoom } from '../http/room.js';

interface Health {
  readonly ok: boolean;
  /** Whether there is room to write. */
  readonly room: boolean;
  /** Where a database that did not open was put; null where it opened. */
  readonly setAside: string | null;
}

@ApiTags('health')
@Controller('api/health')
export class HealthController {
  constructor(
    @Inject(DB) private readonly db: Database,
    @Inject(CONFIG) private readonly config: Config,
    @Inject(OPEN) private readonly open: OpenDatabase,
  ) {}

  @Get()
  async health(): Promise<Health> {
    await this.db.execute(sql`select 1`);
    const room = this.config.databaseUrl !== null || hasRoom(this.config.dataFolder);
    return { ok: room, room, setAside: this.open.setAside };
  }
}
