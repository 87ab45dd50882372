import { forms } from '../form/index.js';
import { newPart, partsSized } from '../edit/index.js';
import { FORM_KINDS, type FormKind, type Part, type Piece } from '../piece/index.js';
import { starterSets } from './starters.js';

/** Something that can be added to a piece: one form, or a set of parts. */
export interface LibraryItem {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  readonly set: boolean;
  /** Height of a miniature that it fits as it is, in mm. */
  readonly madeForMm: number;
  /** All words it is found by, in lower case. */
  readonly words: readonly string[];
  readonly parts: readonly Part[];
}

/** The words of texts, in lower case, each once. */
const wordsOf = (...texts: readonly string[]): string[] => [
  ...new Set(texts.flatMap((t) => t.toLowerCase().match(/[a-z]+/g) ?? [])),
];

/** Height of the miniature that single forms fit as they are, in mm. */
const FORMS_FIT_MM = 54;

/** A form and its variants, by `kind` and `kind-variant`. */
function formItems(kind: FormKind): LibraryItem[] {
  const { label, serves, words, defaults, variants = [] } = forms[kind];
  return [
    {
      id: kind,
      label,
      serves,
      set: false,
      madeForMm: FORMS_FIT_MM,
      words: wordsOf(label, serves, ...words),
      parts: [newPart(kind, defaults)],
    },
    ...variants.map((v) => ({
      id: `${kind}-${v.id}`,
      label: v.label,
      serves: v.serves,
      set: false,
      madeForMm: FORMS_FIT_MM,
      words: wordsOf(v.label, v.serves, ...(v.words ?? words)),
      parts: [newPart(`${kind}-${v.id}`, v.form, v.label)],
    })),
  ];
}

/** All that can be added: the forms first, then the sets to begin with. */
export const library: readonly LibraryItem[] = [
  ...FORM_KINDS.flatMap(formItems),
  ...starterSets.map(({ id, ...s }) => ({
    id: `set-${id}`,
    set: true,
    words: wordsOf(s.label, s.serves, ...s.parts.map((p) => p.name)),
    ...s,
  })),
];

/** Its parts as large as they are on a piece of this height. */
export const partsFor = (item: LibraryItem, piece: Pick<Piece, 'heightMm'>): Part[] =>
  partsSized(item.parts, piece.heightMm / item.madeForMm);

/** Words for shapes, for who finds nothing by what a thing is called: each finds something. */
export const SHAPE_WORDS = ['round', 'flat', 'ridge', 'tube', 'ring'] as const;

/** Whether a word begins with what is asked for, or with what one of it is called. */
const answers = (word: string, asked: string): boolean =>
  word.startsWith(asked) || (asked.endsWith('s') && word.startsWith(asked.slice(0, -1)));

/**
 * What a painter means by some words: each is one of an item's words, or the beginning of one, one of them or many. All
 * where none is given.
 */
export function foundInLibrary(text: string): LibraryItem[] {
  const asked = wordsOf(text);
  return library.filter(({ words }) => asked.every((a) => words.some((w) => answers(w, a))));
}
