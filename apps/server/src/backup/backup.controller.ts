import { Body, Controller, Get, HttpCode, Post, Query, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { BackupPreview } from '@pale-glint/core';
import type { Response } from 'express';
import { bytesOf } from '../http/bodies.js';
import { RestoreQuery } from './backup.dto.js';
import { backupName, BackupService } from './backup.service.js';

@ApiTags('backup')
@Controller('api/backup')
export class BackupController {
  constructor(private readonly backup: BackupService) {}

  @Get()
  @ApiOkResponse({ description: 'everything as one zip: pieces with their runs, the shelf, photos' })
  async file(@Res() response: Response): Promise<void> {
    const bytes = await this.backup.file();
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader('Content-Disposition', `attachment; filename="${backupName()}"`);
    response.send(Buffer.from(bytes));
  }

  @Post('preview')
  @HttpCode(200)
  @ApiOkResponse({ description: 'what a backup holds; nothing is stored' })
  preview(@Body() body: unknown): Promise<BackupPreview> {
    return this.backup.preview(bytesOf(body));
  }

  @Post('restore')
  @HttpCode(200)
  @ApiOkResponse({ description: 'all of it was put in' })
  restore(@Body() body: unknown, @Query() query: RestoreQuery): Promise<{ pieces: number; photos: number }> {
    return this.backup.restore(bytesOf(body), query.mode);
  }
}
