import { FINISHES, LEFT, OPACITIES, PAINT_KINDS, TINTS, type Paint } from '../piece/index.js';
import { colourOfWords, namesMetal } from './colourWords.js';
import type { ListedPaint } from './paintList.js';

/** One typed line, and what was understood of it. */
export interface TypedLine {
  readonly line: number;
  readonly text: string;
  readonly paint: ListedPaint | null;
  /** What was taken for granted, or why nothing was understood. */
  readonly message: string;
}

export const MOST_TYPED = 2000;

/** Words painters use besides the program's own. */
const WORDS: Readonly<Record<string, Partial<Pick<Paint, 'kind' | 'opacity' | 'tint' | 'finish'>>>> = {
  acrylic: { kind: 'paint' },
  contrast: { kind: 'one-coat' },
  layer: { kind: 'paint' },
  base: { kind: 'paint', opacity: 'opaque' },
  shade: { kind: 'wash' },
  metal: { kind: 'metallic' },
  glaze: { kind: 'ink' },
  spray: { kind: 'primer' },
  undercoat: { kind: 'primer' },
  lacquer: { kind: 'varnish' },
  covering: { opacity: 'opaque' },
  translucent: { opacity: 'semi-transparent' },
  sheer: { opacity: 'transparent' },
  mat: { finish: 'matt' },
  matte: { finish: 'matt' },
  glossy: { finish: 'gloss' },
};
/** Kinds that let what is under them through, where nothing is said. */
const SHEER: ReadonlySet<Paint['kind']> = new Set(['ink', 'wash', 'one-coat', 'medium', 'varnish']);
const usualOpacity = (kind: Paint['kind']): Paint['opacity'] =>
  SHEER.has(kind) ? 'transparent' : kind === 'primer' ? 'opaque' : 'semi-opaque';

const HEX = /#?\b([0-9a-f]{6}|[0-9a-f]{3})\b/i;
/** The colour with its # wins over a name that looks like one. */
const hexIn = (line: string) =>
  /#([0-9a-f]{6}|[0-9a-f]{3})\b/i.exec(line) ??
  HEX.exec(line.replace(/^[^\s,;\t]+/, (w) => ' '.repeat(w.length)));
const hexOf = (text: string) =>
  (text.length === 3 ? [...text].map((c) => c + c).join('') : text).toLowerCase();

/** The longest words first, so that "semi-opaque" is not read as "opaque". */
const TERMS = [
  ...PAINT_KINDS.filter((k) => k !== 'paint').map((k) => [k, { kind: k }] as const),
  ...OPACITIES.map((o) => [o, { opacity: o }] as const),
  ...TINTS.filter((t) => t !== 'normal').map((t) => [`${t} tint`, { tint: t }] as const),
  ...FINISHES.map((f) => [f, { finish: f }] as const),
  ...Object.entries(WORDS),
].sort((a, b) => b[0].length - a[0].length);

/** How full the pot is, as painters say it; the longest words first. */
const LEFT_WORDS: readonly (readonly [string, (typeof LEFT)[number]])[] = (
  [
    ['plenty', ['plenty left', 'plenty', 'full', 'new', 'unopened']],
    ['half', ['half left', 'half full', 'half empty', 'half']],
    ['little', ['little left', 'a little', 'little', 'nearly empty', 'almost empty', 'running low', 'low']],
    ['none', ['none left', 'none', 'empty', 'used up']],
  ] as const
)
  .flatMap(([left, words]) => words.map((word) => [word, left] as const))
  .sort((a, b) => b[0].length - a[0].length);

/** The program's own words after a colour, told once in a text. */
const ACCEPTED = [
  PAINT_KINDS.join(', '),
  OPACITIES.join(', '),
  TINTS.filter((t) => t !== 'normal')
    .map((t) => `${t} tint`)
    .join(', '),
  FINISHES.join(', '),
  LEFT.map((left) => `${left} left`).join(', '),
].join('; ');

/** What protects or thins has no colour of its own to tell. */
const CLEAR: ReadonlySet<Paint['kind']> = new Set(['varnish', 'medium']);
const CLEAR_HEX = '#f1f1ef';

/**
 * A line without a colour: what stands before a comma is its name, else all of it; a word for its kind at its end is read
 * and stays in the name, since "black" and "black primer" are two pots. What is clear may tell its sheen before.
 */
function namedAlone(line: string): { named: string; rest: string } {
  const comma = line.search(/[,;\t]/);
  if (comma > 0) return { named: line.slice(0, comma), rest: line.slice(comma + 1) };
  const lower = line.toLowerCase();
  const ends = TERMS.find(
    ([word, means]) => 'kind' in means && (lower === word || lower.endsWith(` ${word}`)),
  );
  if (!ends) return { named: line, rest: '' };
  const [word, means] = ends;
  const sheen = FINISHES.find((f) => lower.startsWith(`${f} `) || lower.includes(` ${f} `));
  const clear = 'kind' in means && means.kind !== undefined && CLEAR.has(means.kind);
  return { named: line, rest: clear && sheen ? `${word} ${sheen}` : word };
}

/** What words tell of a paint, and those that tell nothing. */
function wordsIn(text: string): { said: Partial<Paint>; left: string | null; rest: string } {
  let rest = ` ${text.toLowerCase().replace(/[\s,;:\t"']+/g, ' ')} `;
  const said: Partial<Paint> = {};
  for (const [word, means] of TERMS) {
    if (!rest.includes(` ${word} `)) continue;
    for (const [k, v] of Object.entries(means)) if (!(k in said)) Object.assign(said, { [k]: v });
    rest = rest.replace(` ${word} `, ' ');
  }
  const full = LEFT_WORDS.find(([word]) => rest.includes(` ${word} `));
  if (full) rest = rest.replace(` ${full[0]} `, ' ');
  // Any other kind goes before: "ink paint" is an ink.
  if (!('kind' in said) && rest.includes(' paint ')) Object.assign(said, { kind: 'paint' });
  return { said, left: full?.[1] ?? null, rest: rest.replace(/ (paint|normal|tint) /g, ' ').trim() };
}

/**
 * One paint a line, as a painter would jot it down: a name, a colour, and in any order what it is, how it covers, how
 * strong it tints, how it dries and how much is left ("Wet slate #424f5c opaque", "Lamp oil, d8862a, ink, very strong tint"). Words after
 * the colour are read; before it they are the name. A name in plain colour words ("deep violet") may stand alone: then its
 * colour is guessed, and one that ends in a metal ("dark iron") is a paint with flakes.
 */
export function readTypedPaints(text: string, taken: ReadonlySet<string> = new Set()): TypedLine[] {
  const names = new Set<string>();
  let told = false;
  return text.split(/\r\n?|\n/).flatMap((raw, i): TypedLine[] => {
    const line = raw.trim();
    if (line === '' || line.startsWith('//')) return [];
    const no = (message: string): TypedLine[] => [{ line: i + 1, text: raw, paint: null, message }];
    if (i >= MOST_TYPED)
      return i === MOST_TYPED
        ? no(`the list is longer than ${MOST_TYPED} lines; put the rest on in a second one`)
        : [];
    const found = hexIn(line);
    const split = found
      ? { named: line.slice(0, found.index), rest: line.slice(found.index + found[0].length) }
      : namedAlone(line);
    const name = split.named
      .replace(/[\s,;:\t-]+$/, '')
      .replace(/^["']|["']$/g, '')
      .trim();
    const { said, left, rest } = wordsIn(split.rest);
    const metal = !found && said.kind === undefined && namesMetal(name);
    const kind = said.kind ?? (metal ? 'metallic' : 'paint');
    const guess = found ? null : (colourOfWords(name) ?? (CLEAR.has(kind) ? CLEAR_HEX : null));
    if (!found && !guess)
      return no(
        'no colour in it; write # and six hexadecimal digits, for example #3a4550, or plain words such as deep violet',
      );
    if (name.length < 1 || name.length > 80) return no('no name before the colour; write the name first');
    if (names.has(name.toLowerCase())) return no(`"${name}" stands in this list already`);
    if (rest !== '') {
      const accepted = told ? '' : `; accepted are ${ACCEPTED}`;
      told = true;
      return no(
        `"${rest.slice(0, 60)}" is no word for kind, covering, tint, sheen or what is left${accepted}`,
      );
    }
    names.add(name.toLowerCase());
    const opacity = said.opacity ?? usualOpacity(kind);
    const granted = said.opacity === undefined ? [`taken as ${opacity}`] : [];
    if (metal) granted.unshift('taken as metallic');
    if (guess && !CLEAR.has(kind)) granted.unshift('colour guessed from its name');
    if (taken.has(name.toLowerCase())) granted.push('on the shelf already: it is brought up to date');
    return [
      {
        line: i + 1,
        text: raw,
        message: granted.join('; '),
        paint: {
          name,
          hex: guess ?? `#${hexOf(found![1])}`,
          kind,
          opacity,
          tint: said.tint ?? 'normal',
          finish: said.finish ?? 'matt',
          more: { ...(guess && !CLEAR.has(kind) && { guessed: 'yes' }), ...(left && { left }) },
        },
      },
    ];
  });
}
