import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.js';
import { PicturesController } from './pictures.controller.js';
import { PicturesService } from './pictures.service.js';

@Module({
  imports: [BlobsModule],
  controllers: [PicturesController],
  providers: [PicturesService],
  exports: [PicturesService],
})
export class PicturesModule {}
