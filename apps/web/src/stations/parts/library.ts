import {
  FORM_KINDS,
  forms,
  newPart,
  newPiece,
  starterSets,
  type FormKind,
  type Part,
  type Piece,
} from '@pale-glint/core';

/** Something the library adds: one form, or a set of parts. */
export interface LibraryItem {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  readonly set: boolean;
  readonly parts: readonly Part[];
  /** For its picture. */
  readonly piece: Piece;
}

const item = (
  id: string,
  label: string,
  serves: string,
  set: boolean,
  parts: readonly Part[],
): LibraryItem => ({
  id,
  label,
  serves,
  set,
  parts,
  piece: newPiece(id, label, [...parts]),
});

/** All that can be added: the forms first, then the sets to begin with. */
export const library: readonly LibraryItem[] = [
  ...FORM_KINDS.flatMap((kind: FormKind) => {
    const { label, serves, defaults, variants = [] } = forms[kind];
    return [
      item(kind, label, serves, false, [newPart(kind, defaults)]),
      ...variants.map((v) =>
        item(`${kind}-${v.id}`, v.label, v.serves, false, [newPart(`${kind}-${v.id}`, v.form, v.label)]),
      ),
    ];
  }),
  ...starterSets.map((s) => item(`set-${s.id}`, s.label, s.serves, true, s.parts)),
];
