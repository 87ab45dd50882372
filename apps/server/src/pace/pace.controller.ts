import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Pace, PaceOfPieceDto } from './pace.dto.js';
import { PaceService } from './pace.service.js';

@ApiTags('pace')
@Controller('api/pace')
export class PaceController {
  constructor(private readonly pace: PaceService) {}

  @Get()
  @ApiOkResponse({ type: Pace })
  get(): Promise<Pace> {
    return this.pace.get();
  }

  @Put(':piece')
  @ApiOkResponse({ type: Pace, description: 'what this piece tells, in place of what it told before' })
  put(@Param('piece') piece: string, @Body() told: PaceOfPieceDto): Promise<Pace> {
    return this.pace.put(piece, told);
  }

  @Delete()
  @ApiOkResponse({ type: Pace, description: 'forgotten; what is done from now on is learned' })
  forget(): Promise<Pace> {
    return this.pace.forget();
  }
}
