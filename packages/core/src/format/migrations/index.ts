import { VERSION } from '../../piece/index.js';
import type { Migration } from './json.js';
import { toVersion2 } from './toVersion2.js';
import { toVersion3 } from './toVersion3.js';
import { toVersion4 } from './toVersion4.js';
import { toVersion5 } from './toVersion5.js';
import { toVersion6 } from './toVersion6.js';
import { toVersion7 } from './toVersion7.js';
import { toVersion8 } from './toVersion8.js';
import { toVersion9 } from './toVersion9.js';
import { toVersion10 } from './toVersion10.js';
import { toVersion11 } from './toVersion11.js';
import { toVersion12 } from './toVersion12.js';
import { toVersion13 } from './toVersion13.js';
import { toVersion14 } from './toVersion14.js';
import { toVersion15 } from './toVersion15.js';
import { toVersion16 } from './toVersion16.js';

/**
 * Migrations by the version they start from. One is never changed again once a version was in use: the defaults it sets
 * are those of its time, written into it, whatever the program's own become.
 */
const migrations: ReadonlyMap<number, Migration> = new Map([
  [1, toVersion2],
  [2, toVersion3],
  [3, toVersion4],
  [4, toVersion5],
  [5, toVersion6],
  [6, toVersion7],
  [7, toVersion8],
  [8, toVersion9],
  [9, toVersion10],
  [10, toVersion11],
  [11, toVersion12],
  [12, toVersion13],
  [13, toVersion14],
  [14, toVersion15],
  [15, toVersion16],
]);

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

export { migrateShelf } from './shelf.js';
