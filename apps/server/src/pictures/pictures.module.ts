import { Module } from '@nestjs/common';
import { PicturesController } from './pictures.controller.js';
import { PicturesService } from './pictures.service.js';

@Module({ controllers: [PicturesController], providers: [PicturesService], exports: [PicturesService] })
export class PicturesModule {}
