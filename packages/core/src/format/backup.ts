import { unzipSync, zipSync } from 'fflate';
import { RefusedInput } from '../units/index.js';
import type { DrillAnswer } from '../piece/index.js';
import { isArchive } from './archive.js';
import { readDrillAnswers, writeDrillAnswers } from './drillAnswers.js';
import { readPiece } from './readPiece.js';
import { readShelf } from './shelf.js';

const FORMAT = 'pale-glint/backup';
/** Those of version 1 hold no answers to drills. */
const VERSION = 2;
const ABOUT = 'backup.json';
const SHELF = 'shelf.json';
const DRILLS = 'drills.json';
const PIECE = /^pieces\/[a-z0-9][a-z0-9-]{0,63}\.glint\.json$/;
/** Files that stand once in each. */
const ONCE: ReadonlySet<string> = new Set([ABOUT, SHELF, DRILLS]);
const BLOB = /^blobs\/([0-9a-f]{64})$/;
/** A backup may unpack to this many bytes, in so many files. */
const MOST_UNPACKED = 1024 * 1024 * 1024;
const MOST_FILES = 20_000;

/** Everything a painter has here: pieces with their runs, the shelf, photos and surfaces by hash, answers to drills. */
export interface Backup {
  /** Texts of piece files. */
  readonly pieces: readonly string[];
  readonly shelf: string;
  readonly blobs: ReadonlyMap<string, Uint8Array>;
  /** Null in one that was written before there were drills. */
  readonly drills: readonly DrillAnswer[] | null;
}

/** How a backup is put in: beside what is here, or in place of it. */
export const RESTORE_MODES = ['merge', 'replace'] as const;
export type RestoreMode = (typeof RESTORE_MODES)[number];

/** What a backup holds, beside what is here. */
export interface BackupPreview {
  readonly pieces: readonly {
    readonly id: string;
    readonly name: string;
    readonly state: 'new' | 'same' | 'other';
  }[];
  readonly paints: number;
  readonly photos: number;
  /** Answers to drills; null in one from before there were drills, which leaves those that are here. */
  readonly answers: number | null;
}

const text = (s: string) => new TextEncoder().encode(s);

/** Everything as one zip of plain files, independent of the database. The same content gives the same bytes. */
export function writeBackup({ pieces, shelf, blobs, drills }: Backup): Uint8Array {
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    [ABOUT]: [
      text(
        `${JSON.stringify({ format: FORMAT, version: VERSION, pieces: pieces.length, blobs: blobs.size })}\n`,
      ),
      { level: 6 },
    ],
    [SHELF]: [text(shelf), { level: 6 }],
    [DRILLS]: [text(writeDrillAnswers(drills ?? [])), { level: 6 }],
  };
  for (const piece of pieces) files[`pieces/${readPiece(piece).id}.glint.json`] = [text(piece), { level: 6 }];
  for (const [hash, bytes] of blobs) files[`blobs/${hash}`] = [bytes, { level: 0 }];
  return zipSync(files, { mtime: new Date(1980, 1, 1) });
}

const refuse = (path: string, held: string, accepted: string) => new RefusedInput([{ path, held, accepted }]);

/**
 * Reads a backup, and everything in it: a damaged one is refused whole. Hashes are for the caller to check.
 * @throws RefusedInput
 */
export function readBackup(bytes: Uint8Array): Backup {
  if (!isArchive(bytes)) throw refuse('file', `${bytes.length} bytes`, 'a backup of this program: a zip');
  let [total, count] = [0, 0];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        if (++count > MOST_FILES || total > MOST_UNPACKED)
          throw refuse('file', 'more than a backup holds', `at most ${MOST_FILES} files and 1 GB`);
        if (!ONCE.has(name) && !PIECE.test(name) && !BLOB.test(name))
          throw refuse(
            'file',
            `"${name.slice(0, 60)}"`,
            'pieces, blobs, the shelf and answers to drills only',
          );
        return true;
      },
    });
  } catch (error) {
    if (error instanceof RefusedInput) throw error;
    throw refuse('file', 'an archive that is broken', 'a whole backup');
  }
  const read = (name: string) => {
    const found = files[name];
    if (!found) throw refuse(name, 'nothing', 'a whole backup, which holds it');
    return new TextDecoder().decode(found);
  };
  const about = JSON.parse(read(ABOUT)) as Record<string, unknown>;
  if (about['format'] !== FORMAT || (about['version'] !== 1 && about['version'] !== VERSION))
    throw refuse(ABOUT, String(about['format']).slice(0, 60), `"${FORMAT}", version 1 or ${VERSION}`);
  const shelf = read(SHELF);
  const pieces = Object.keys(files)
    .filter((n) => PIECE.test(n))
    .sort()
    .map(read);
  const blobs = new Map(
    Object.entries(files).flatMap(([name, content]) => {
      const hash = BLOB.exec(name)?.[1];
      return hash ? [[hash, content] as const] : [];
    }),
  );
  if (about['pieces'] !== pieces.length || about['blobs'] !== blobs.size)
    throw refuse(
      'file',
      `${pieces.length} pieces and ${blobs.size} photos`,
      'as many as it was written with',
    );
  readShelf(shelf);
  pieces.forEach((piece) => readPiece(piece));
  const drills = about['version'] === 1 ? null : readDrillAnswers(read(DRILLS));
  return { pieces, shelf, blobs, drills };
}
