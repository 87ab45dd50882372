import { WORK_KINDS, type WorkKind } from '@pale-glint/core';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

const COUNT = { message: 'a whole number from 1 to 100000' };
const PAINT = 'the id of a paint';
const MOST_ID = 64;
/** As many paints as a piece may hold. */
const MOST_PAINTS = 600;
const SUM = { message: 'a number from -1000000 to 1000000' };

/** How often something was seen, and the sum of its logarithms over the starting figures. */
class LogCountDto {
  @ApiProperty({ minimum: 1, maximum: 100_000 })
  @IsInt(COUNT)
  @Min(1, COUNT)
  @Max(100_000, COUNT)
  count!: number;

  @ApiProperty()
  @IsNumber({ allowNaN: false, allowInfinity: false }, SUM)
  @Min(-1_000_000, SUM)
  @Max(1_000_000, SUM)
  sum!: number;
}

/** How often a kind of work was measured on a piece, and the sum of the logarithms of its minutes over the starting figures. */
export class PaceCountDto extends LogCountDto {
  @ApiProperty({ enum: WORK_KINDS })
  @IsIn(WORK_KINDS, { message: `one of ${WORK_KINDS.join(', ')}` })
  kind!: WorkKind;
}

/** How many layers of a paint were laid on a piece, and the sum of the logarithms of their coats over those of the model. */
export class CoatCountDto extends LogCountDto {
  @ApiProperty({ maxLength: MOST_ID })
  @IsString({ message: PAINT })
  @MaxLength(MOST_ID, { message: PAINT })
  paint!: string;
}

export class PaceOfPieceDto {
  @ApiProperty({ type: [PaceCountDto] })
  @IsArray({ message: 'a list, one entry a kind of work' })
  @ArrayMaxSize(WORK_KINDS.length, { message: `at most ${WORK_KINDS.length}, one a kind of work` })
  @ValidateNested({ each: true })
  @Type(() => PaceCountDto)
  counts!: PaceCountDto[];

  @ApiProperty({ type: [CoatCountDto], required: false })
  @IsOptional()
  @IsArray({ message: 'a list, one entry a paint' })
  @ArrayMaxSize(MOST_PAINTS, { message: `at most ${MOST_PAINTS}, one a paint` })
  @ValidateNested({ each: true })
  @Type(() => CoatCountDto)
  coats?: CoatCountDto[];
}

/** A painter's pace over all pieces, and the coats that their paints take. */
export class Pace {
  @ApiProperty({ description: 'what was done before this is not learned from; UTC' })
  since!: string;

  @ApiProperty({ type: [PaceCountDto], description: 'of each piece, one entry a kind of work' })
  counts!: PaceCountDto[];

  @ApiProperty({ type: [CoatCountDto], description: 'of each piece, one entry a paint' })
  coats!: CoatCountDto[];
}
