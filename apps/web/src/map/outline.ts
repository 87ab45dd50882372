import { modelOf, placedBounds, type Bounds, type Form, type Part, type Ring } from '@pale-glint/core';

const rings = new WeakMap<Form, readonly Ring[]>();
const bounds = new WeakMap<Part, Bounds>();

/** Outline of a form; computed once for each form object, which stays the same until it is changed. */
export function ringsOf(form: Form): readonly Ring[] {
  let found = rings.get(form);
  if (!found) rings.set(form, (found = modelOf(form).rings));
  return found;
}

/** What a part takes up on the piece, in mm. */
export function boundsOfPart(part: Part): Bounds {
  let found = bounds.get(part);
  if (!found) bounds.set(part, (found = placedBounds({ rings: ringsOf(part.form) }, part.place)));
  return found;
}
