import { Body, Controller, Delete, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DrillAnswerDto, DrillAnswerKept, DrillAnswersKept, DrillsQuery } from './drills.dto.js';
import { DrillsService } from './drills.service.js';

@ApiTags('drills')
@Controller('api/drills')
export class DrillsController {
  constructor(private readonly drills: DrillsService) {}

  @Get()
  @ApiOkResponse({ type: DrillAnswersKept })
  get(): Promise<DrillAnswersKept> {
    return this.drills.get();
  }

  @Put(':id')
  @ApiOkResponse({ type: DrillAnswerKept, description: 'kept; one that is sent twice is kept once' })
  put(@Param('id') id: string, @Body() answer: DrillAnswerDto): Promise<DrillAnswerKept> {
    return this.drills.put(id, answer);
  }

  @Delete()
  @ApiOkResponse({ type: DrillAnswersKept, description: 'forgotten; what is left' })
  forget(@Query() query: DrillsQuery): Promise<DrillAnswersKept> {
    return this.drills.forget(query.drill);
  }
}
