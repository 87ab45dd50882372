import { MOST_NOTE_CHARACTERS } from '@pale-glint/core';
import { ApiProperty } from '@nestjs/swagger';
import { IsISO8601, IsOptional, IsString, Matches, MaxLength, MinLength } from 'class-validator';

/** A phone may reach the table of one piece, for a while. */
export class PairingState {
  @ApiProperty({ description: 'whether a phone may reach the table of this piece now' }) open!: boolean;
  @ApiProperty({ description: 'when that ends by itself, UTC; empty where it is not open' }) until!: string;
  @ApiProperty({ description: 'phones that hold a key to it' }) phones!: number;
  @ApiProperty({ description: 'version of the piece: a note from a phone makes it a newer one' })
  version!: number;
}

export class PairingStarted extends PairingState {
  @ApiProperty({ description: 'addresses on the home network that open it once, with their key' })
  addresses!: string[];
}

const MOST_TITLE = 200;

/** A note from a phone. */
export class NoteDto {
  @ApiProperty({ maxLength: MOST_NOTE_CHARACTERS })
  @IsString({ message: 'the words of the note' })
  @MaxLength(MOST_NOTE_CHARACTERS, { message: `at most ${MOST_NOTE_CHARACTERS} characters` })
  text!: string;

  @ApiProperty({ description: 'title of the layer that was painted', maxLength: MOST_TITLE })
  @IsString({ message: 'the title of a layer' })
  @MinLength(1, { message: 'the title of a layer' })
  @MaxLength(MOST_TITLE, { message: `at most ${MOST_TITLE} characters` })
  layer!: string;

  @ApiProperty({ description: 'when it was made' })
  @IsISO8601({ strict: true }, { message: 'a moment as 2026-11-28T19:30:00Z' })
  madeAt!: string;

  @ApiProperty({ description: 'hash of a photo that was sent before it', nullable: true, type: String })
  @IsOptional()
  @Matches(/^[0-9a-f]{64}$/, { message: 'the hash of a photo, 64 of 0-9 and a-f' })
  photo!: string | null;
}
