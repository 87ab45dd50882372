import type { z } from 'zod';
import { RefusedInput, type Problem } from '../units/index.js';

/** `['parts', 2, 'form']` as `parts[2].form`; the document itself is `file`. */
export function pathText(path: readonly PropertyKey[]): string {
  const text = path
    .map((p, i) => (typeof p === 'number' ? `[${p}]` : `${i ? '.' : ''}${String(p)}`))
    .join('');
  return text || 'file';
}

/** A value as a refused input showed it, shortened. */
export function heldText(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (value !== null && typeof value === 'object') return 'an object';
  const text = JSON.stringify(value) ?? 'nothing';
  return text.length > 60 ? `${text.slice(0, 57)}...` : text;
}

function valueAt(root: unknown, path: readonly PropertyKey[]): unknown {
  let at = root;
  for (const key of path) {
    if (at === null || typeof at !== 'object') return undefined;
    at = Object.hasOwn(at, key) ? (at as Record<PropertyKey, unknown>)[key] : undefined;
  }
  return at;
}

/** Problems from the schema's findings, each with its own path. */
export function problemsOf(error: z.ZodError, root: unknown): Problem[] {
  return error.issues.flatMap((issue) => {
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({
        path: pathText([...issue.path, key]),
        held: heldText(valueAt(root, [...issue.path, key])),
        accepted: 'no such field: remove it',
      }));
    }
    return [
      { path: pathText(issue.path), held: heldText(valueAt(root, issue.path)), accepted: issue.message },
    ];
  });
}

/**
 * The JSON of a file of the program's own.
 * @param what it should have been, for the refusal: "ticks"
 * @throws RefusedInput where it is too long or no JSON
 */
export function readJson(text: string, what: string, mostCharacters: number): unknown {
  const refuse = (held: string, accepted: string) =>
    new RefusedInput([{ path: 'file', held: heldText(held), accepted }]);
  if (text.length > mostCharacters)
    throw refuse(`${text.length} characters`, `at most ${mostCharacters} characters`);
  try {
    return JSON.parse(text);
  } catch {
    throw refuse(text.slice(0, 40), `${what}: a JSON object`);
  }
}
