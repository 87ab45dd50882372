import type { Finding, OrderLayer, Picture, Piece } from '@pale-glint/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { sha256 } from '../api/sha256.js';
import type { SheetMessage } from './protocol.js';

/** What a whole piece comes to. */
export interface Judged {
  readonly order: readonly OrderLayer[];
  readonly findings: readonly Finding[];
}

/** A small picture of a whole piece as it was last seen. */
export interface KeptPicture {
  readonly image: Blob;
  /** Where it lies. */
  readonly picture: Picture;
}

interface Kept extends DBSchema {
  pictures: { key: string; value: KeptPicture & { at: number }; indexes: { at: number } };
  sheets: { key: string; value: { news: SheetMessage; at: number }; indexes: { at: number } };
  judged: { key: string; value: { judged: Judged; at: number }; indexes: { at: number } };
}

const NAME = 'pale-glint-measured';
/** About twenty pieces. */
const MOST_SHEETS = 800;
const MOST_JUDGED = 40;

const MOST_PICTURES = 60;

/** A name for what something was made from; null where this browser does not hash. */
export async function hashOf(made: unknown): Promise<string | null> {
  return import.meta.env.DEV ? null : sha256(`${__BUILD__} ${JSON.stringify(made)}`);
}

let opened: Promise<IDBPDatabase<Kept> | null> | undefined;
/** The browser's own store; null where it has none to give. Everything in it can be measured again. */
const store = (): Promise<IDBPDatabase<Kept> | null> =>
  (opened ??= openDB<Kept>(NAME, 1, {
    upgrade(db) {
      db.createObjectStore('sheets').createIndex('at', 'at');
      db.createObjectStore('judged').createIndex('at', 'at');
      db.createObjectStore('pictures').createIndex('at', 'at');
    },
  }).catch(() => null));

/** Sheets that were measured from the same before, by the place of their hash in the list. */
export async function keptSheets(hashes: readonly (string | null)[]): Promise<(SheetMessage | null)[]> {
  const db = await store();
  if (!db) return hashes.map(() => null);
  const read = db.transaction('sheets').store;
  return Promise.all(hashes.map(async (hash) => (hash && (await read.get(hash))?.news) || null));
}

export async function keptJudged(hash: string | null): Promise<Judged | null> {
  const db = hash && (await store());
  return db ? ((await db.get('judged', hash))?.judged ?? null) : null;
}

/** Takes the oldest away beyond so many. */
async function trim(
  db: IDBPDatabase<Kept>,
  name: 'sheets' | 'judged' | 'pictures',
  most: number,
): Promise<void> {
  const change = db.transaction(name, 'readwrite');
  let over = (await change.store.count()) - most;
  for (let at = await change.store.index('at').openCursor(); at && over > 0; over--) {
    await at.delete();
    at = await at.continue();
  }
  await change.done;
}

/** Keeps what was measured. A full or closed store loses nothing that cannot be measured again. */
export async function keepSheet(hash: string | null, news: SheetMessage): Promise<void> {
  const db = hash && (await store());
  if (db) await db.put('sheets', { news, at: Date.now() }, hash).catch(() => undefined);
}

export async function keepJudged(hash: string | null, judged: Judged): Promise<void> {
  const db = hash && (await store());
  if (!db) return;
  try {
    await db.put('judged', { judged, at: Date.now() }, hash);
    await trim(db, 'judged', MOST_JUDGED);
    await trim(db, 'sheets', MOST_SHEETS);
  } catch {
    // As above.
  }
}

/** All that a picture of a piece shows. */
const shownOf = ({ rig, approach, parts, ladders, paints, adjustments, views, wear }: Piece) => [
  rig,
  approach,
  parts,
  ladders,
  paints,
  adjustments,
  views.map(({ id, turnDeg, light, sculpts }) => [id, turnDeg, light, sculpts]),
  wear,
];

/** The picture of a piece as it is, kept from another visit. */
export async function keptPicture(piece: Piece): Promise<KeptPicture | null> {
  const hash = await hashOf(shownOf(piece));
  const db = hash && (await store());
  return db ? ((await db.get('pictures', hash).catch(() => undefined)) ?? null) : null;
}

export async function keepPicture(piece: Piece, kept: KeptPicture): Promise<void> {
  const hash = await hashOf(shownOf(piece));
  const db = hash && (await store());
  if (!db) return;
  try {
    await db.put('pictures', { ...kept, at: Date.now() }, hash);
    await trim(db, 'pictures', MOST_PICTURES);
  } catch {
    // As above.
  }
}
