import type { Form, FormKind } from '../piece/index.js';
import type { Sculpt, Surfaces } from '../sculpt/index.js';
import { weakMemo, weakMemo2 } from '../units/index.js';
import { band } from './band.js';
import { blade } from './blade.js';
import type { FormDefinition } from './definition.js';
import { disc } from './disc.js';
import { dome } from './dome.js';
import { box } from './box.js';
import { gem } from './gem.js';
import { mail } from './mail.js';
import { plate } from './plate.js';
import { relief } from './relief.js';
import { ring } from './ringForm.js';
import { rivets } from './rivets.js';
import { row } from './row.js';
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
  row,
  mail,
  gem,
  box,
};

/** A form is never changed, only replaced: its model is kept with it. */
const modelled = weakMemo((form: Form) => makeModel(form, null));
const modelledFrom = weakMemo2((form: Form, sculpt: Sculpt) => makeModel(form, sculpt));

const makeModel = (form: Form, sculpt: Sculpt | null): SurfaceModel =>
  (forms[form.kind].model as (form: Form, sculpt: Sculpt | null) => SurfaceModel)(form, sculpt);

/**
 * Surface of a form, unturned.
 * @param surfaces those at hand; a form cut from another has its outline, and is flat
 */
export function modelOf(form: Form, surfaces?: Surfaces): SurfaceModel {
  const sculpt = form.kind === 'sculpt' ? surfaces?.get(form.sculpt) : undefined;
  return sculpt ? modelledFrom(form, sculpt) : modelled(form);
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
