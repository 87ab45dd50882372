import { forms } from '../form/index.js';
import {
  AS_THE_PIECE,
  FRONT_VIEW,
  type Form,
  type FormKind,
  type FormOf,
  type Part,
  type Place,
  type Polish,
  type Wear,
  type WearKind,
} from '../piece/index.js';

export const place = (xMm: number, yMm: number, rollDeg = 0, more: Partial<Place> = {}): Place => ({
  xMm,
  yMm,
  rollDeg,
  yawDeg: 0,
  pitchDeg: 0,
  depthMm: 0,
  ...more,
});

/** A form: its family's defaults with what is special about it. */
export const shape = <K extends FormKind>(kind: K, over: Partial<FormOf<K>>): Form =>
  ({ ...forms[kind].defaults, ...over }) as Form;

export interface MetalOptions {
  readonly ladder?: string;
  readonly polish?: Polish;
  readonly group?: string | null;
}

export const metalOf = (
  id: string,
  name: string,
  form: Form,
  where: Place,
  { ladder = 'cold-steel', polish = 'polished', group = null }: MetalOptions = {},
): Part => ({
  id,
  view: FRONT_VIEW,
  name,
  form,
  place: where,
  finish: { kind: 'metal', ladder, polish, steps: null, composition: 0 },
  approach: AS_THE_PIECE,
  group,
  sameAs: null,
});

export const matteOf = (
  id: string,
  name: string,
  form: Form,
  where: Place,
  [what, hex]: readonly [name: string, hex: string],
  group: string | null = null,
): Part => ({
  id,
  view: FRONT_VIEW,
  name,
  form,
  place: where,
  finish: { kind: 'matte', name: what, hex },
  approach: AS_THE_PIECE,
  group,
  sameAs: null,
});

/** A layer of wear at full strength. */
export const wears = (part: string, kind: WearKind, share: number, seed: number): Wear => ({
  id: `${part}-${kind}`,
  part,
  kind,
  share,
  strength: 1,
  seed,
  places: [],
});
