import { RESTORE_MODES, type RestoreMode } from '@pale-glint/core';
import { ApiProperty } from '@nestjs/swagger';
import { IsIn } from 'class-validator';

export class RestoreQuery {
  @ApiProperty({ enum: RESTORE_MODES })
  @IsIn(RESTORE_MODES, { message: `one of ${RESTORE_MODES.join(', ')}` })
  mode!: RestoreMode;
}
