import { RefusedInput, type Problem } from '../units/index.js';
import Papa from 'papaparse';
import { FINISHES, OPACITIES, PAINT_KINDS, TINTS, type Paint } from '../piece/index.js';
import { heldText } from './problems.js';

/** A paint of a list; columns the program does not know are kept as they are. */
export interface ListedPaint extends Omit<Paint, 'id' | 'dryMin' | 'contrast' | 'strength'> {
  readonly more: Readonly<Record<string, string>>;
}

const COLUMNS = ['name', 'hex', 'kind', 'opacity', 'tint', 'finish'] as const;
const MOST_LINES = 5000;
const MOST_PROBLEMS = 50;

/** Words that older lists have for a kind. */
const KIND_RENAMED: Readonly<Record<string, string>> = { contrast: 'one-coat' };

const choices: Partial<Record<(typeof COLUMNS)[number], readonly string[]>> = {
  kind: PAINT_KINDS,
  opacity: OPACITIES,
  tint: TINTS,
  finish: FINISHES,
};

/**
 * Reads a paint list: CSV with a heading line `name,hex,kind,opacity,tint,finish` and any further columns.
 * Empty tint means normal, empty finish matt, empty kind paint; name, hex and opacity must be given.
 * @throws RefusedInput naming line and column of every problem
 */
export function readPaintList(text: string): ListedPaint[] {
  // What another encoding leaves behind when it is read as UTF-8.
  const torn = /[\uFFFD\u0000]/.exec(text);
  if (torn)
    throw new RefusedInput([
      {
        path: `line ${text.slice(0, torn.index).split('\n').length}`,
        held: 'signs that are not UTF-8',
        accepted: 'a list saved as UTF-8; choose it as encoding where the list comes from',
      },
    ]);
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = COLUMNS.filter((c) => !meta.fields?.includes(c));
  if (missing.length > 0)
    throw new RefusedInput(
      missing.map((c) => ({
        path: `line 1, ${c}`,
        held: heldText((meta.fields ?? []).join(',')),
        accepted: `a heading line with the columns ${COLUMNS.join(',')}`,
      })),
    );
  if (data.length > MOST_LINES)
    throw new RefusedInput([
      { path: 'file', held: `${data.length} paints`, accepted: `at most ${MOST_LINES}` },
    ]);
  const problems: Problem[] = [];
  const names = new Set<string>();
  const paints = data.map((row, i): ListedPaint => {
    const line = i + 2;
    const cell = (c: string) => (row[c] ?? '').trim();
    const bad = (c: string, accepted: string) =>
      problems.push({ path: `line ${line}, ${c}`, held: heldText(cell(c)), accepted });
    const name = cell('name');
    if (name.length < 1 || name.length > 80) bad('name', 'text of 1 to 80 characters');
    if (names.has(name)) bad('name', 'a name that no other line has');
    names.add(name);
    const hex = cell('hex').toLowerCase();
    if (!/^#[0-9a-f]{6}$/.test(hex)) bad('hex', '# and six hexadecimal digits');
    const chosen = {
      kind: KIND_RENAMED[cell('kind')] ?? (cell('kind') || 'paint'),
      opacity: cell('opacity'),
      tint: cell('tint') || 'normal',
      finish: cell('finish') || 'matt',
    };
    for (const [column, value] of Object.entries(chosen)) {
      const allowed = choices[column as keyof typeof chosen]!;
      if (!allowed.includes(value)) bad(column, `one of ${allowed.join(', ')}`);
    }
    const more = Object.fromEntries(
      Object.entries(row).filter(([k]) => !(COLUMNS as readonly string[]).includes(k)),
    );
    return { name, hex, ...(chosen as Pick<Paint, 'kind' | 'opacity' | 'tint' | 'finish'>), more };
  });
  if (problems.length > 0) throw new RefusedInput(problems.slice(0, MOST_PROBLEMS));
  return paints;
}
