import { Body, Controller, Get, Put, Query } from '@nestjs/common';
import { ApiBody, ApiConflictResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Shelf } from '@pale-glint/core';
import { ShelfQuery, ShelfSaved } from './shelf.dto.js';
import { ShelfService } from './shelf.service.js';

@ApiTags('shelf')
@Controller('api/shelf')
export class ShelfController {
  constructor(private readonly shelf: ShelfService) {}

  @Get()
  @ApiOkResponse({ description: 'all paints, and the version to start a change from' })
  get(): Promise<{ version: number; shelf: Shelf }> {
    return this.shelf.get();
  }

  @Put()
  @ApiBody({ description: 'the whole shelf: format, version, paints' })
  @ApiOkResponse({ type: ShelfSaved })
  @ApiConflictResponse({ description: 'the change started from an older version; nothing was stored' })
  save(@Body() body: unknown, @Query() query: ShelfQuery): Promise<ShelfSaved> {
    return this.shelf.save(typeof body === 'string' ? body : '', query.version);
  }
}
