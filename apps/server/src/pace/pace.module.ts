import { Module } from '@nestjs/common';
import { PiecesModule } from '../pieces/pieces.module.js';
import { PaceController } from './pace.controller.js';
import { PaceService } from './pace.service.js';

@Module({ imports: [PiecesModule], controllers: [PaceController], providers: [PaceService] })
export class PaceModule {}
