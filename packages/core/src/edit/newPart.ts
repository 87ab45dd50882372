import { forms } from '../form/index.js';
import { coldSteel } from '../ladder/index.js';
import { AS_THE_PIECE, FRONT_VIEW, type Form, type Part } from '../piece/index.js';

/** A new part of a form in cold steel, placed in the middle. */
export function newPart(id: string, form: Form, name: string = forms[form.kind].label): Part {
  return {
    id,
    view: FRONT_VIEW,
    name,
    form,
    place: { xMm: 0, yMm: 0, rollDeg: 0, yawDeg: 0, pitchDeg: 0, depthMm: 0 },
    finish: { kind: 'metal', ladder: coldSteel.id, polish: 'polished', steps: null, composition: 0 },
    approach: AS_THE_PIECE,
    group: null,
    sameAs: null,
  };
}
