import type { Form, FormKind } from '../piece/index.js';
import { band } from './band.js';
import { blade } from './blade.js';
import type { FormDefinition } from './definition.js';
import { disc } from './disc.js';
import { dome } from './dome.js';
import { ring } from './ringForm.js';
import type { SurfaceModel } from './surface.js';
import { tube } from './tube.js';

/** Every shape family, in the order a painter meets them. */
export const forms: { readonly [K in FormKind]: FormDefinition<K> } = { blade, tube, dome, band, ring, disc };

/** Surface of a form, unturned. */
export function modelOf(form: Form): SurfaceModel {
  const model = forms[form.kind].model as (form: Form) => SurfaceModel;
  return model(form);
}

/** Longest and second size as a painter would say them, in mm. */
export function sizeOf(form: Form): readonly [number, number] {
  switch (form.kind) {
    case 'tube':
      return [form.lengthMm, Math.max(form.startWidthMm, form.endWidthMm)];
    case 'blade':
      return [form.lengthMm, form.widthMm];
    default:
      return [form.widthMm, form.heightMm];
  }
}
