import type { Form, FormKind } from '../piece/index.js';
import { band } from './band.js';
import { blade } from './blade.js';
import type { FormDefinition } from './definition.js';
import { disc } from './disc.js';
import { dome } from './dome.js';
import { plate } from './plate.js';
import { relief } from './relief.js';
import { ring } from './ringForm.js';
import { rivets } from './rivets.js';
import { sculpt } from './sculptForm.js';
import type { SurfaceModel } from './surface.js';
import { tube } from './tube.js';

/** Every shape family, in the order a painter meets them. */
export const forms: { readonly [K in FormKind]: FormDefinition<K> } = {
  blade,
  tube,
  dome,
  band,
  plate,
  ring,
  disc,
  relief,
  sculpt,
  rivets,
};

/** Models by the form they were made from: a form is never changed, only replaced. */
const models = new WeakMap<Form, SurfaceModel>();

/** Surface of a form, unturned. That of a sculpt depends on whether its surface is at hand, and is made anew. */
export function modelOf(form: Form): SurfaceModel {
  const make = forms[form.kind].model as (form: Form) => SurfaceModel;
  if (form.kind === 'sculpt') return make(form);
  const known = models.get(form);
  if (known) return known;
  const model = make(form);
  models.set(form, model);
  return model;
}

/** Longest and second size as a painter would say them, in mm. */
export function sizeOf(form: Form): readonly [number, number] {
  switch (form.kind) {
    case 'tube':
      return [form.lengthMm, Math.max(form.startWidthMm, form.endWidthMm)];
    case 'blade':
      return [form.lengthMm, form.widthMm];
    case 'rivets':
      return [form.lengthMm + form.headMm, form.headMm + Math.abs(form.sagMm)];
    default:
      return [form.widthMm, form.heightMm];
  }
}
