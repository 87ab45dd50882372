import { DRILL_IDS, type DrillId } from '@pale-glint/core';
import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsISO8601, IsNumber, IsOptional, Matches, Max, Min, ValidateIf } from 'class-validator';

const MOST = 1000;
const WHICH = { message: `one of ${DRILL_IDS.join(', ')}` };
const MISS = { message: `a number from 0 to ${MOST}` };
const LEAN = { message: `a number from -${MOST} to ${MOST}, or null` };
const NUMBER = { allowNaN: false, allowInfinity: false };

/** How far an answer was off. */
export class DrillAnswerDto {
  @ApiProperty({ enum: DRILL_IDS })
  @IsIn(DRILL_IDS, WHICH)
  drill!: DrillId;

  @ApiProperty({ description: 'what kind of question it was: a hue, a form, a fault' })
  @Matches(/^[a-z0-9][a-z0-9-]{0,63}$/, { message: 'an id: 1 to 64 of a-z, 0-9 and -, not starting with -' })
  about!: string;

  @ApiProperty({ minimum: 0, maximum: MOST, description: "in the drill's unit" })
  @IsNumber(NUMBER, MISS)
  @Min(0, MISS)
  @Max(MOST, MISS)
  miss!: number;

  @ApiProperty({ minimum: -MOST, maximum: MOST, nullable: true, type: Number })
  @ValidateIf((a: DrillAnswerDto) => a.lean !== null)
  @IsNumber(NUMBER, LEAN)
  @Min(-MOST, LEAN)
  @Max(MOST, LEAN)
  lean!: number | null;

  @ApiProperty({ description: 'when it was given; UTC' })
  @Matches(/Z$/, { message: 'a UTC time such as 2026-11-23T19:30:00Z' })
  @IsISO8601({ strict: true }, { message: 'a UTC time such as 2026-11-23T19:30:00Z' })
  at!: string;
}

export class DrillAnswerKept extends DrillAnswerDto {
  @ApiProperty() id!: string;
}

export class DrillAnswersKept {
  @ApiProperty({ type: [DrillAnswerKept], description: 'the oldest first' })
  answers!: DrillAnswerKept[];
}

export class DrillsQuery {
  @ApiProperty({ enum: DRILL_IDS, required: false, description: 'answers to this drill alone' })
  @IsOptional()
  @IsIn(DRILL_IDS, WHICH)
  drill?: DrillId;
}
