import { ApiProperty } from '@nestjs/swagger';
import { IsIn } from 'class-validator';

export const RESTORE_MODES = ['merge', 'replace'] as const;
export type RestoreMode = (typeof RESTORE_MODES)[number];

export class RestoreQuery {
  @ApiProperty({ enum: RESTORE_MODES })
  @IsIn(RESTORE_MODES, { message: `one of ${RESTORE_MODES.join(', ')}` })
  mode!: RestoreMode;
}

/** What a backup holds, beside what is here. */
export interface Preview {
  readonly pieces: readonly {
    readonly id: string;
    readonly name: string;
    readonly state: 'new' | 'same' | 'other';
  }[];
  readonly paints: number;
  readonly photos: number;
}
