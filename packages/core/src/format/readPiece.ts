import { RefusedInput, type Problem } from '../units/index.js';
import { getLocation, parse, printParseErrorCode, visit, type ParseError } from 'jsonc-parser';
import { FORMAT, pieceSchema, tickSchema, VERSION, type Piece, type Tick } from '../piece/index.js';
import { heldText, pathText, problemsOf } from './problems.js';
import { referenceProblems } from './references.js';
import { migrate } from './migrations/index.js';

/** A piece file may hold this many bytes (UTF-8). */
/** A piece file may be so large: one with as many ticks as may be is smaller. */
export const MOST_BYTES = 16 * 1024 * 1024;
export const MOST_BYTES_TEXT = `${MOST_BYTES / 1024 / 1024} MB`;
/** Far deeper than any piece; what recurses over it stays within its stack. */
const MOST_DEEP = 100;
/** No more problems than this are told at once. */
const MOST_PROBLEMS = 50;

function lineAndColumn(text: string, offset: number): string {
  const before = text.slice(0, offset);
  const line = before.split('\n').length;
  return `line ${line}, column ${offset - before.lastIndexOf('\n')}`;
}

/** Where and how a text stops being JSON. */
function brokenAt(text: string): Problem {
  const errors: ParseError[] = [];
  parse(text, errors, { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false });
  const first = errors[0] ?? { offset: text.length, length: 0, error: 0 };
  const path = pathText(getLocation(text, first.offset).path.filter((p) => p !== ''));
  const held =
    first.offset >= text.trimEnd().length
      ? 'the end of the text'
      : heldText(text.slice(first.offset, first.offset + 24));
  const what = first.length
    ? printParseErrorCode(first.error)
        .replace(/([a-z])([A-Z])/g, '$1 $2')
        .toLowerCase()
    : 'broken off';
  return {
    path: `${path} (${lineAndColumn(text, first.offset)})`,
    held,
    accepted: `whole JSON; here it is ${what}`,
  };
}

/** A string of JSON, and whether it is a key. */
const STRINGS = /"(?:[^"\\]|\\.)*"(\s*:)?/g;

/** Keys of all objects in a value, and how many lists and objects stand in each other; deeper than allowed is not looked into. */
function sizeOf(value: unknown): { readonly keys: number; readonly deep: number } {
  let [keys, deep] = [0, 0];
  for (let level = [value]; level.length > 0 && deep <= MOST_DEEP; deep++) {
    const next: unknown[] = [];
    for (const v of level) {
      if (v === null || typeof v !== 'object') continue;
      const within: unknown[] = Array.isArray(v) ? v : Object.values(v);
      if (!Array.isArray(v)) keys += within.length;
      for (const w of within) next.push(w);
    }
    level = next;
  }
  return { keys, deep };
}

/** How many keys a text has. One that stands twice in an object is not in what is read of it. */
function keysWritten(text: string): number {
  let keys = 0;
  for (const [, key] of text.matchAll(STRINGS)) if (key) keys++;
  return keys;
}

/** Keys that stand twice in one object. */
function doubledKeys(text: string): Problem[] {
  const problems: Problem[] = [];
  const open: Set<string>[] = [];
  visit(text, {
    onObjectBegin: () => {
      open.push(new Set());
    },
    onObjectEnd: () => {
      open.pop();
    },
    onObjectProperty: (name, offset, _length, _line, _column, pathSupplier) => {
      const keys = open[open.length - 1];
      // Told as many as are told at once: the place of each is looked for from the start of the text.
      if (keys.has(name) && problems.length < MOST_PROBLEMS)
        problems.push({
          path: pathText([...pathSupplier(), name]),
          held: `"${name}" a second time (${lineAndColumn(text, offset)})`,
          accepted: 'each field once',
        });
      keys.add(name);
    },
  });
  return problems;
}

/**
 * Reads a piece file. Nothing of a refused file is used.
 * @throws RefusedInput with every problem found: path, what it held, what is accepted
 */
export function readPiece(text: string): Piece {
  const bytes = new TextEncoder().encode(text).length;
  if (bytes > MOST_BYTES)
    throw new RefusedInput([
      { path: 'file', held: `${bytes} bytes`, accepted: `at most ${MOST_BYTES} bytes (${MOST_BYTES_TEXT})` },
    ]);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new RefusedInput([brokenAt(text)]);
  }
  const { keys, deep } = sizeOf(json);
  if (deep > MOST_DEEP)
    throw new RefusedInput([
      {
        path: 'file',
        held: 'lists and objects in each other',
        accepted: `at most ${MOST_DEEP} of them deep`,
      },
    ]);
  if (keysWritten(text) > keys) throw new RefusedInput(doubledKeys(text).slice(0, MOST_PROBLEMS));
  return checkPiece(json);
}

/**
 * Checks a piece that is already JSON: format, version (older ones are migrated), every field, every reference.
 * @throws RefusedInput
 */
export function checkPiece(json: unknown): Piece {
  if (json === null || typeof json !== 'object' || Array.isArray(json))
    throw new RefusedInput([
      {
        path: 'file',
        held: heldText(json),
        accepted: 'a piece: a JSON object with format, version and parts',
      },
    ]);
  const { format, version } = json as Record<string, unknown>;
  if (format !== FORMAT)
    throw new RefusedInput([{ path: 'format', held: heldText(format), accepted: `"${FORMAT}"` }]);
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new RefusedInput([
      { path: 'version', held: heldText(version), accepted: `a whole number from 1 to ${VERSION}` },
    ]);
  if (version > VERSION)
    throw new RefusedInput([
      {
        path: 'version',
        held: String(version),
        accepted: `at most ${VERSION}: this file was written by a newer program`,
      },
    ]);
  const migrated = migrate(json as Record<string, unknown>);
  const result = pieceSchema.safeParse(migrated);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, migrated).slice(0, MOST_PROBLEMS));
  const problems = referenceProblems(result.data);
  if (problems.length > 0) throw new RefusedInput(problems.slice(0, MOST_PROBLEMS));
  return result.data;
}

/** Checks one tick as it would be read back in a piece file. @throws RefusedInput */
export function checkTick(json: unknown): Tick {
  const result = tickSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  return result.data;
}
