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
  drawn: { key: string; value: { image: Blob; at: number }; indexes: { at: number } };
}
type Store = 'sheets' | 'judged' | 'pictures' | 'drawn';

const NAME = 'pale-glint-measured';
/** About twenty pieces. */
const MOST_SHEETS = 800;
const MOST_JUDGED = 40;

const MOST_PICTURES = 60;

/** All forms there are to add, and what lists and first pages show of some ten pieces. */
const MOST_DRAWN = 600;

/** A name for what something was made from; null where this browser does not hash. */
export async function hashOf(made: unknown): Promise<string | null> {
  return import.meta.env.DEV ? null : sha256(`${__BUILD__} ${JSON.stringify(made)}`);
}

let opened: Promise<IDBPDatabase<Kept> | null> | undefined;
/** The browser's own store; null where it has none to give. Everything in it can be measured again. */
const store = (): Promise<IDBPDatabase<Kept> | null> =>
  (opened ??= new Promise((resolve) => {
    openDB<Kept>(NAME, 2, {
      upgrade(db) {
        for (const name of ['sheets', 'judged', 'pictures', 'drawn'] as const)
          if (!db.objectStoreNames.contains(name)) db.createObjectStore(name).createIndex('at', 'at');
      },
      // A tab of an older build holds it as it was: this one does without.
      blocked: () => resolve(null),
      // And a newer one is not to wait.
      blocking: (_had, _wanted, event) => {
        (event.target as IDBDatabase).close();
        opened = Promise.resolve(null);
      },
    }).then(resolve, () => resolve(null));
  }));

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
async function trim(db: IDBPDatabase<Kept>, name: Store, most: number): Promise<void> {
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
const shownOf = ({ heightMm, rig, approach, parts, ladders, paints, adjustments, views, wear }: Piece) => [
  heightMm,
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

const pieceHashes = new WeakMap<Piece, Promise<string | null>>();
/** A name for a small picture by all that it shows; null where this browser does not hash. */
export async function drawnName(piece: Piece, how: object): Promise<string | null> {
  let hash = pieceHashes.get(piece);
  if (!hash) pieceHashes.set(piece, (hash = hashOf(shownOf(piece))));
  const name = await hash;
  return name && `${name} ${JSON.stringify(how)}`;
}

export async function keptDrawn(name: string | null): Promise<Blob | null> {
  const db = name && (await store());
  return db ? ((await db.get('drawn', name).catch(() => undefined))?.image ?? null) : null;
}

export async function keepDrawn(name: string, image: Blob): Promise<void> {
  const db = await store();
  if (!db) return;
  try {
    await db.put('drawn', { image, at: Date.now() }, name);
    await trim(db, 'drawn', MOST_DRAWN);
  } catch {
    // As above.
  }
}
