import { forms } from '../form/index.js';
import { bronze, coldSteel } from '../ladder/index.js';
import {
  AS_THE_PIECE,
  FIRST_APPROACH,
  NO_PICTURES,
  FORMAT,
  NO_WORD,
  VERSION,
  type Form,
  type Part,
  type Piece,
} from '../piece/index.js';
import { lockKeepersArm } from './arm.js';
import { towline } from './towline.js';

/** A new part of a form in cold steel, placed in the middle. */
export function newPart(id: string, form: Form, name: string = forms[form.kind].label): Part {
  return {
    id,
    name,
    form,
    place: { xMm: 0, yMm: 0, rollDeg: 0, yawDeg: 0, pitchDeg: 0, depthMm: 0 },
    finish: { kind: 'metal', ladder: coldSteel.id, polish: 'polished', steps: null, composition: 0 },
    approach: AS_THE_PIECE,
    group: null,
  };
}

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
    ...NO_PICTURES,
    parts,
    ladders: [coldSteel, bronze],
    paints: [...towline],
    adjustments: [],
    critique: NO_WORD,
    groups: [],
    notes: [],
  };
}
