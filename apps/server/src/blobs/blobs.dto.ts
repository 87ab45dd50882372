import { ApiProperty } from '@nestjs/swagger';
import { IsIn } from 'class-validator';

export const BLOB_KINDS = ['photo', 'surface', 'shape'] as const;
export type BlobKind = (typeof BLOB_KINDS)[number];

export class AddBlobQuery {
  @ApiProperty({ enum: BLOB_KINDS, description: 'what the bytes are' })
  @IsIn(BLOB_KINDS, { message: `one of ${BLOB_KINDS.join(', ')}` })
  kind!: BlobKind;
}

/** A photo, surface or shape, without its bytes. */
export class BlobLine {
  @ApiProperty({ description: 'SHA-256 of what is stored' }) hash!: string;
  @ApiProperty({ enum: BLOB_KINDS }) kind!: string;
  @ApiProperty() bytes!: number;
  @ApiProperty({ description: 'in points; 0 for a shape' }) width!: number;
  @ApiProperty({ description: 'in points; 0 for a shape' }) height!: number;
  @ApiProperty({ type: [String], description: 'names of the pieces that use it' }) usedBy!: string[];
}

export class Swept {
  @ApiProperty() removed!: number;
  @ApiProperty() bytes!: number;
}
