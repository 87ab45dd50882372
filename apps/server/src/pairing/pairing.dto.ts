import { ApiProperty } from '@nestjs/swagger';

/** A phone may reach the table of one piece, for a while. */
export class PairingState {
  @ApiProperty({ description: 'whether a phone may reach the table of this piece now' }) open!: boolean;
  @ApiProperty({ description: 'when that ends by itself, UTC; empty where it is not open' }) until!: string;
  @ApiProperty({ description: 'phones that hold a key to it' }) phones!: number;
}

export class PairingStarted extends PairingState {
  @ApiProperty({ description: 'addresses on the home network that open it once, with their key' })
  addresses!: string[];
}
