import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, Max, Min } from 'class-validator';

export class SaveQuery {
  @ApiProperty({ description: 'the version the change started from', minimum: 1 })
  @Type(() => Number)
  @IsInt({ message: 'the version the change started from, a whole number of 1 or more' })
  @Min(1, { message: 'the version the change started from, a whole number of 1 or more' })
  @Max(2147483647, { message: 'a whole number up to 2147483647' })
  version!: number;
}

export const IF_EXISTS = ['refuse', 'replace', 'copy'] as const;

export class AddQuery {
  @ApiPropertyOptional({ enum: IF_EXISTS, description: 'what to do when the id is already here' })
  @IsOptional()
  @IsIn(IF_EXISTS, { message: `one of ${IF_EXISTS.join(', ')}` })
  ifExists: (typeof IF_EXISTS)[number] = 'refuse';
}

/** A piece in the list of pieces. */
export class PieceLine {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() version!: number;
  @ApiProperty() parts!: number;
  @ApiProperty() updatedAt!: string;
}

export class Saved {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty() updatedAt!: string;
}
