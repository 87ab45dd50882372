import { Module, type DynamicModule } from '@nestjs/common';
import { BackupModule } from './backup/backup.module.js';
import { BlobsModule } from './blobs/blobs.module.js';
import { DatabaseModule } from './database/database.module.js';
import type { Config } from './config.js';
import type { OpenDatabase } from './database/open.js';
import { DrillsModule } from './drills/drills.module.js';
import { HealthController } from './health/health.controller.js';
import { PaceModule } from './pace/pace.module.js';
import { PairingModule } from './pairing/pairing.module.js';
import { PiecesModule } from './pieces/pieces.module.js';
import { RunsModule } from './runs/runs.module.js';
import { SeedService } from './seed.service.js';
import { ShelfModule } from './shelf/shelf.module.js';

@Module({
  imports: [
    PiecesModule,
    RunsModule,
    BlobsModule,
    ShelfModule,
    BackupModule,
    PairingModule,
    PaceModule,
    DrillsModule,
  ],
  controllers: [HealthController],
  providers: [SeedService],
})
export class AppModule {
  static with(open: OpenDatabase, config: Config): DynamicModule {
    return { module: AppModule, imports: [DatabaseModule.with(open, config)] };
  }
}
