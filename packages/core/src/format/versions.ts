import { VERSION } from '../piece/index.js';

/** One step of the way to the present version: a pure function from the version it is listed under to the next. */
type Migration = (piece: Record<string, unknown>) => Record<string, unknown>;

/** Migrations by the version they start from. Version 1 is the first, so there are none yet. */
const migrations: ReadonlyMap<number, Migration> = new Map();

/** An older file brought to the present version, step by step. The present version comes back as it is. */
export function migrate(piece: Record<string, unknown>): Record<string, unknown> {
  let at = piece;
  for (let v = Number(piece['version']); v < VERSION; v++) {
    const next = migrations.get(v);
    if (!next) throw new RangeError(`version: ${v} cannot be read any more`);
    at = next(at);
  }
  return at;
}
