import { Module } from '@nestjs/common';
import { PicturesModule } from '../pictures/pictures.module.js';
import { RunsModule } from '../runs/runs.module.js';
import { PiecesController } from './pieces.controller.js';
import { PiecesService } from './pieces.service.js';

@Module({
  imports: [RunsModule, PicturesModule],
  controllers: [PiecesController],
  providers: [PiecesService],
  exports: [PiecesService],
})
export class PiecesModule {}
