import { forms } from '../form/index.js';
import { newPart } from '../edit/index.js';
import { FORM_KINDS, type FormKind, type Part } from '../piece/index.js';
import { starterSets } from './starters.js';

/** Something that can be added to a piece: one form, or a set of parts. */
export interface LibraryItem {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  readonly set: boolean;
  readonly parts: readonly Part[];
}

/** A form and its variants, by `kind` and `kind-variant`. */
function formItems(kind: FormKind): LibraryItem[] {
  const { label, serves, defaults, variants = [] } = forms[kind];
  return [
    { id: kind, label, serves, set: false, parts: [newPart(kind, defaults)] },
    ...variants.map((v) => {
      const id = `${kind}-${v.id}`;
      return { id, label: v.label, serves: v.serves, set: false, parts: [newPart(id, v.form, v.label)] };
    }),
  ];
}

/** All that can be added: the forms first, then the sets to begin with. */
export const library: readonly LibraryItem[] = [
  ...FORM_KINDS.flatMap(formItems),
  ...starterSets.map(({ id, ...s }) => ({ id: `set-${id}`, set: true, ...s })),
];
