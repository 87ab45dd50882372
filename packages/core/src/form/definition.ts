import type { FormKind, FormOf } from '../piece/index.js';
import type { Sculpt } from '../sculpt/index.js';
import type { SurfaceModel } from './surface.js';

/** A number of a form that a painter can set. Ranges agree with the piece format. */
export interface FormNumber<F> {
  readonly key: keyof F & string;
  readonly label: string;
  readonly unit: 'mm' | '°' | '%' | '';
  readonly min: number;
  readonly max: number;
  readonly step: number;
}

/** A word of a form that a painter can choose. */
export interface FormChoice<F> {
  readonly key: keyof F & string;
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
}

/** A family's form with other numbers, worth a place of its own in the library. */
export interface FormVariant<K extends FormKind = FormKind> {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  readonly words?: readonly string[];
  readonly form: FormOf<K>;
}

/** A shape family. One file defines one; the registry lists them. */
export interface FormDefinition<K extends FormKind = FormKind> {
  readonly kind: K;
  /** What a painter calls it. */
  readonly label: string;
  /** What it serves for. */
  readonly serves: string;
  /** Other words that a painter may look for it by. */
  readonly words: readonly string[];
  readonly defaults: FormOf<K>;
  readonly variants?: readonly FormVariant<K>[];
  /** Sizes that grow as the form is pulled wider, and as it is pulled longer. */
  readonly across: readonly (keyof FormOf<K> & string)[];
  readonly along: readonly (keyof FormOf<K> & string)[];
  readonly numbers: readonly FormNumber<FormOf<K>>[];
  readonly choices: readonly FormChoice<FormOf<K>>[];
  /** @param sculpt what it is cut from, where it is cut from one and that is at hand */
  model(form: FormOf<K>, sculpt: Sculpt | null): SurfaceModel;
}

const number =
  (unit: 'mm' | '°' | '%', min: number, max: number, step: number) =>
  <F>(key: keyof F & string, label: string, over: Partial<FormNumber<F>> = {}): FormNumber<F> => ({
    key,
    label,
    unit,
    min,
    max,
    step,
    ...over,
  });

export const sizeMm = number('mm', 0.2, 400, 0.1);
export const angleDeg = number('°', 0, 90, 1);
export const shareOf = number('%', 0, 1, 0.01);
