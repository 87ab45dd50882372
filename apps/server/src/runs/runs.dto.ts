import { ROLES, type Role } from '@pale-glint/core';
import { applyDecorators } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/;
const ID_SAYS = 'an id: 1 to 64 of a-z, 0-9 and -, not starting with -';

/** A finite number within a range, told in one sentence whatever is wrong with it. */
function Between(low: number, high: number): PropertyDecorator {
  const says = { message: `a number from ${low} to ${high}` };
  return applyDecorators(
    ApiProperty({ minimum: low, maximum: high }),
    IsNumber({ allowNaN: false, allowInfinity: false }, says),
    Min(low, says),
    Max(high, says),
  );
}

/** Which step of the painting order. */
export class StepRef {
  @ApiProperty({ description: 'part id' })
  @Matches(ID, { message: ID_SAYS })
  part!: string;

  @ApiProperty({ description: 'ladder step id, or the role where a step has none' })
  @Matches(ID, { message: ID_SAYS })
  step!: string;

  @ApiProperty({ enum: ROLES })
  @IsIn(ROLES, { message: `one of ${ROLES.join(', ')}` })
  role!: Role;

  @ApiProperty({ minimum: 1, maximum: 500 })
  @Type(() => Number)
  @IsInt({ message: 'a whole number from 1 to 500' })
  @Min(1, { message: 'a whole number from 1 to 500' })
  @Max(500, { message: 'a whole number from 1 to 500' })
  copy!: number;
}

/** What was planned for a step when it was ticked. */
export class PlannedDto {
  @Between(0, 50)
  coats!: number;

  @Between(0, 50)
  modelCoats!: number;

  @Between(0, 10000)
  minutes!: number;
}

/** What was really done; pages that were taken along earlier tell neither its colour nor what was planned. */
export class DidDto {
  @ApiProperty()
  @IsString({ message: 'text of at most 200 characters' })
  @MaxLength(200, { message: 'text of at most 200 characters' })
  mix!: string;

  @Between(0, 50)
  coats!: number;

  @Between(0, 1)
  coverShare!: number;

  @Between(0, 10000)
  minutes!: number;

  @ApiProperty({ required: false, description: 'what was on the brush, as it dries where it covers' })
  @IsOptional()
  @Matches(/^#[0-9a-f]{6}$/, { message: '# and six hexadecimal digits' })
  hex?: string;

  @ApiProperty({ required: false, type: PlannedDto })
  @IsOptional()
  @IsObject({ message: 'what was planned: coats, modelCoats and minutes' })
  @ValidateNested()
  @Type(() => PlannedDto)
  plan?: PlannedDto;
}

export class TickDto extends StepRef {
  @ApiProperty({ description: 'UTC' })
  @IsISO8601({ strict: true }, { message: 'a UTC time such as 2026-11-23T19:30:00Z' })
  @Matches(/Z$/, { message: 'a UTC time such as 2026-11-23T19:30:00Z' })
  doneAt!: string;

  @ApiProperty({ type: DidDto })
  @IsObject({ message: 'what was done: mix, coats, coverShare and minutes' })
  @ValidateNested()
  @Type(() => DidDto)
  did!: DidDto;
}

/** At most so many steps in one request. */
const MOST_AT_ONCE = 100;
const MANY = `a list of 1 to ${MOST_AT_ONCE} steps`;

export class TicksDto {
  @ApiProperty({ type: [TickDto] })
  @IsArray({ message: MANY })
  @ArrayMinSize(1, { message: MANY })
  @ArrayMaxSize(MOST_AT_ONCE, { message: MANY })
  @ValidateNested({ each: true })
  @Type(() => TickDto)
  ticks!: TickDto[];
}

export class StepsDto {
  @ApiProperty({ type: [StepRef] })
  @IsArray({ message: MANY })
  @ArrayMinSize(1, { message: MANY })
  @ArrayMaxSize(MOST_AT_ONCE, { message: MANY })
  @ValidateNested({ each: true })
  @Type(() => StepRef)
  steps!: StepRef[];
}
