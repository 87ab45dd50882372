import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.js';
import { PiecesModule } from '../pieces/pieces.module.js';
import { RunsModule } from '../runs/runs.module.js';
import { PairingController } from './pairing.controller.js';
import { PairingService } from './pairing.service.js';

@Module({
  imports: [RunsModule, PiecesModule, BlobsModule],
  controllers: [PairingController],
  providers: [PairingService],
})
export class PairingModule {}
