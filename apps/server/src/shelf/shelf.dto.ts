import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, Max, Min } from 'class-validator';

const SAYS = 'the version the change started from, a whole number of 0 or more';

export class ShelfQuery {
  @ApiProperty({
    description: 'the version the change started from; 0 for a shelf that was never written',
    minimum: 0,
  })
  @Type(() => Number)
  @IsInt({ message: SAYS })
  @Min(0, { message: SAYS })
  @Max(2147483647, { message: 'a whole number up to 2147483647' })
  version!: number;
}

export class ShelfSaved {
  @ApiProperty() version!: number;
}
