import { Body, Controller, Delete, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Tick } from '@pale-glint/core';
import { StepRef, TickDto } from './runs.dto.js';
import { RunsService } from './runs.service.js';

@ApiTags('runs')
@Controller('api/pieces/:id/run')
export class RunsController {
  constructor(private readonly runs: RunsService) {}

  @Get()
  @ApiOkResponse({ description: 'the steps ticked so far' })
  run(@Param('id') id: string): Promise<{ ticks: Tick[] }> {
    return this.runs.run(id);
  }

  @Put('ticks')
  @ApiOkResponse({ description: 'ticked; ticking again replaces what was done' })
  tick(@Param('id') id: string, @Body() tick: TickDto): Promise<{ ticks: Tick[] }> {
    return this.runs.tick(id, tick);
  }

  @Delete('ticks')
  @ApiOkResponse({ description: 'no longer ticked' })
  untick(@Param('id') id: string, @Query() step: StepRef): Promise<{ ticks: Tick[] }> {
    return this.runs.untick(id, step);
  }
}
