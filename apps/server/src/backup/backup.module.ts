import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.js';
import { DrillsModule } from '../drills/drills.module.js';
import { PiecesModule } from '../pieces/pieces.module.js';
import { RunsModule } from '../runs/runs.module.js';
import { ShelfModule } from '../shelf/shelf.module.js';
import { BackupController } from './backup.controller.js';
import { BackupService } from './backup.service.js';

/** After the demo is put in: a copy that is brought back takes its place. */
@Module({
  imports: [PiecesModule, RunsModule, ShelfModule, BlobsModule, DrillsModule],
  controllers: [BackupController],
  providers: [BackupService],
})
export class BackupModule {}
