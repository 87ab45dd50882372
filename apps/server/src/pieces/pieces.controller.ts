import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  Res,
} from '@nestjs/common';
import { ApiBody, ApiConflictResponse, ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { pieceJsonSchema } from '@pale-glint/core';
import type { Response } from 'express';
import { AddQuery, PieceLine, SaveQuery, Saved } from './pieces.dto.js';
import { PiecesService, type StoredPiece } from './pieces.service.js';

const PIECE_BODY = {
  description: 'a piece file; see docs/format.md',
  schema: pieceJsonSchema() as Record<string, never>,
};
/** A body that was not sent arrives as an object; the reader says what is missing. */
const textOf = (body: unknown): string => (typeof body === 'string' ? body : '');

@ApiTags('pieces')
@Controller('api/pieces')
export class PiecesController {
  constructor(private readonly pieces: PiecesService) {}

  @Get()
  @ApiOkResponse({ type: [PieceLine] })
  list(): Promise<PieceLine[]> {
    return this.pieces.list();
  }

  @Post()
  @ApiBody(PIECE_BODY)
  @ApiCreatedResponse({ type: Saved })
  @ApiConflictResponse({ description: 'the id is already here; ask again with ifExists' })
  add(@Body() body: unknown, @Query() query: AddQuery): Promise<Saved> {
    return this.pieces.add(textOf(body), query.ifExists);
  }

  @Get(':id')
  @ApiOkResponse({ description: 'the piece and the version to start a change from' })
  get(@Param('id') id: string): Promise<StoredPiece> {
    return this.pieces.get(id);
  }

  @Get(':id/file')
  @Header('Content-Type', 'application/json; charset=utf-8')
  @ApiOkResponse({ description: 'the piece file with its run, canonical bytes' })
  async file(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const { name, text } = await this.pieces.file(id);
    const plain =
      name
        .normalize('NFKD')
        .replace(/[^\w.-]+/g, '-')
        .replace(/^-+|-+$/g, '') || 'piece';
    response.setHeader('Content-Disposition', `attachment; filename="${plain}.glint.json"`);
    response.send(text);
  }

  @Put(':id')
  @ApiBody(PIECE_BODY)
  @ApiOkResponse({ type: Saved })
  @ApiConflictResponse({ description: 'the change started from an older version; nothing was stored' })
  save(@Param('id') id: string, @Body() body: unknown, @Query() query: SaveQuery): Promise<Saved> {
    return this.pieces.save(id, textOf(body), query.version);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string): Promise<void> {
    return this.pieces.remove(id);
  }
}
