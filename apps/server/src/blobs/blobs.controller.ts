import { Body, Controller, Delete, Get, HttpCode, Param, Post, Query, Res } from '@nestjs/common';
import { ApiBody, ApiConflictResponse, ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { AddBlobQuery, BlobLine, Swept } from './blobs.dto.js';
import { bytesOf } from '../http/bodies.js';
import { BlobsService } from './blobs.service.js';

@ApiTags('blobs')
@Controller('api/blobs')
export class BlobsController {
  constructor(private readonly blobs: BlobsService) {}

  @Get()
  @ApiOkResponse({ type: [BlobLine] })
  list(): Promise<BlobLine[]> {
    return this.blobs.list();
  }

  @Post()
  @ApiBody({ description: 'the bytes of a JPEG or PNG, or of a surface or shape of this program' })
  @ApiCreatedResponse({ type: BlobLine, description: 'its hash; what was stored before stays as it was' })
  add(@Body() body: unknown, @Query() query: AddBlobQuery): Promise<BlobLine> {
    return this.blobs.add(query.kind, bytesOf(body));
  }

  @Delete()
  @ApiOkResponse({ type: Swept, description: 'all that no piece uses was removed' })
  sweep(): Promise<Swept> {
    return this.blobs.sweep();
  }

  @Get(':hash')
  async get(@Param('hash') hash: string, @Res() response: Response): Promise<void> {
    const { type, bytes } = await this.blobs.get(hash);
    // A hash names one content for ever. Shown as a page of its own, it may do nothing.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    response.setHeader('Content-Type', type);
    response.send(Buffer.from(bytes));
  }

  @Delete(':hash')
  @HttpCode(204)
  @ApiConflictResponse({ description: 'a piece uses it; nothing was removed' })
  remove(@Param('hash') hash: string): Promise<void> {
    return this.blobs.remove(hash);
  }
}
