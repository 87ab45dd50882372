import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';

@ApiTags('health')
@Controller('api/health')
export class HealthController {
  constructor(@Inject(DB) private readonly db: Database) {}

  @Get()
  async health(): Promise<{ ok: true }> {
    await this.db.execute(sql`select 1`);
    return { ok: true };
  }
}
