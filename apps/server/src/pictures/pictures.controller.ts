import { Controller, Get, Param, Res } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { isId, Missing, plainText } from '../http/refusals.js';
import { PicturesService } from './pictures.service.js';

@ApiTags('pieces')
@Controller('api/pieces')
export class PicturesController {
  constructor(private readonly pictures: PicturesService) {}

  @Get(':id/picture')
  @ApiOkResponse({
    description:
      'a small PNG of the piece as it is stored. Headers: Glint-Of, the SHA-256 of its canonical text; Glint-Frame, where it lies in mm, as JSON',
  })
  @ApiNoContentResponse({ description: 'it is not drawn yet' })
  async get(@Param('id') id: string, @Res() response: Response): Promise<void> {
    if (!isId(id)) throw new Missing('piece', plainText(id));
    const picture = await this.pictures.get(id);
    response.setHeader('Cache-Control', 'no-store');
    if (!picture) {
      response.status(204).end();
      return;
    }
    response.setHeader('Glint-Of', picture.of);
    response.setHeader('Glint-Frame', JSON.stringify(picture.frame));
    response.type('image/png').send(Buffer.from(picture.png));
  }
}
