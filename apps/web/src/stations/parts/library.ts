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

const item = (of: Omit<LibraryItem, 'piece'>): LibraryItem => ({
  ...of,
  piece: newPiece(of.id, of.label, [...of.parts]),
});

/** All that can be added: the forms first, then the sets to begin with. */
export const library: readonly LibraryItem[] = [
  ...FORM_KINDS.flatMap((kind: FormKind) => {
    const { label, serves, defaults, variants = [] } = forms[kind];
    return [
      item({ id: kind, label, serves, set: false, parts: [newPart(kind, defaults)] }),
      ...variants.map((v) => {
        const id = `${kind}-${v.id}`;
        return item({
          id,
          label: v.label,
          serves: v.serves,
          set: false,
          parts: [newPart(id, v.form, v.label)],
        });
      }),
    ];
  }),
  ...starterSets.map(({ id, ...s }) => item({ id: `set-${id}`, set: true, ...s })),
];
