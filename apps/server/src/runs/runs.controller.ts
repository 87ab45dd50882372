import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Tick } from '@pale-glint/core';
import { StepRef, StepsDto, TickDto, TicksDto } from './runs.dto.js';
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

  @Put('ticks/many')
  @ApiOkResponse({ description: 'all ticked, or none' })
  tickMany(@Param('id') id: string, @Body() { ticks }: TicksDto): Promise<{ ticks: Tick[] }> {
    return this.runs.tickMany(id, ticks);
  }

  @Post('ticks/undone')
  @HttpCode(200)
  @ApiOkResponse({ description: 'none of them is ticked any more' })
  untickMany(@Param('id') id: string, @Body() { steps }: StepsDto): Promise<{ ticks: Tick[] }> {
    return this.runs.untickMany(id, steps);
  }

  @Delete('ticks')
  @ApiOkResponse({ description: 'no longer ticked' })
  untick(@Param('id') id: string, @Query() step: StepRef): Promise<{ ticks: Tick[] }> {
    return this.runs.untick(id, step);
  }
}
