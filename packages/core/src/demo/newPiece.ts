import { bronze, coldSteel } from '../ladder/index.js';
import {
  FIRST_APPROACH,
  frontAlone,
  FORMAT,
  FIRST_TABLE,
  NO_WORD,
  VERSION,
  type Part,
  type Piece,
} from '../piece/index.js';
import { lockKeepersArm } from './arm.js';
import { towline } from './towline.js';

/** A piece that holds nothing but its light, its ladder and the parts given. */
export function newPiece(id: string, name: string, parts: Part[]): Piece {
  return {
    format: FORMAT,
    version: VERSION,
    id,
    name,
    heightMm: 54,
    copies: 1,
    rig: { ...lockKeepersArm.rig, tint: 0.5, fallOff: 1, focalPart: null },
    approach: FIRST_APPROACH,
    views: frontAlone(),
    parts,
    ladders: [coldSteel, bronze],
    paints: [...towline],
    adjustments: [],
    wear: [],
    critique: NO_WORD,
    table: FIRST_TABLE,
    groups: [],
    notes: [],
  };
}
