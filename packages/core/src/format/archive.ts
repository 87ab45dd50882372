import { RefusedInput } from '../units/index.js';
import { Unzip, UnzipInflate, zipSync } from 'fflate';
import { sculptsOf, type Piece } from '../piece/index.js';

/** A piece archive may unpack to this many bytes, in so many files. */
export const MOST_UNPACKED = 400 * 1024 * 1024;
/** The piece, eight views of eight surfaces with shape and photos each, their own photos, and those of 500 notes. */
const MOST_FILES = 1700;
const PIECE_NAME = 'piece.json';
const BLOB_NAME = /^blobs\/([0-9a-f]{64})(\.[a-z]+)?$/;

/** Hashes of every blob a piece names: photos, surfaces, and the shapes and photos they were made from. */
export function blobsOf(piece: Pick<Piece, 'views' | 'notes'>): string[] {
  const all = [
    ...piece.views.flatMap((v) => v.underlay?.photo ?? []),
    ...sculptsOf(piece).flatMap((s) => [s.surface, ...(s.shape ? [s.shape] : []), ...s.photos]),
    ...piece.notes.flatMap((n) => n.photo ?? []),
  ];
  return [...new Set(all)];
}

export interface Archive {
  /** Text of the piece file. */
  readonly piece: string;
  /** Bytes by the hash they are named for; whoever stores them checks it. */
  readonly blobs: ReadonlyMap<string, Uint8Array<ArrayBuffer>>;
}

/** A piece file and its blobs in one zip. Photos and surfaces are packed already and only stored. */
export function writeArchive({ piece, blobs }: Archive): Uint8Array<ArrayBuffer> {
  const stored = [...blobs].map(
    ([hash, bytes]) => [`blobs/${hash}`, [bytes, { level: 0 as const }]] as const,
  );
  // One date for all: the same piece gives the same bytes.
  return zipSync(
    { [PIECE_NAME]: [new TextEncoder().encode(piece), { level: 6 }], ...Object.fromEntries(stored) },
    { mtime: new Date(1980, 1, 1) },
  ) as Uint8Array<ArrayBuffer>;
}

export const isArchive = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

const refuse = (held: string, accepted: string) => new RefusedInput([{ path: 'file', held, accepted }]);

/**
 * Reads what `writeArchive` wrote. Names are not trusted as places, and what it unpacks to is counted while it unpacks.
 * @throws RefusedInput
 */
export function readArchive(bytes: Uint8Array, most = MOST_UNPACKED): Archive {
  let piece: string | null = null;
  const blobs = new Map<string, Uint8Array<ArrayBuffer>>();
  let [total, files] = [0, 0];
  let wrong: Error | null = null;
  const unzip = new Unzip((file) => {
    if (++files > MOST_FILES)
      wrong ??= refuse(`more than ${MOST_FILES} files`, 'a piece with its photos and surfaces');
    const blob = BLOB_NAME.exec(file.name);
    if (file.name !== PIECE_NAME && !blob) {
      wrong ??= refuse(`"${file.name.slice(0, 60)}"`, `${PIECE_NAME} and blobs only`);
      return;
    }
    const pieces: Uint8Array[] = [];
    file.ondata = (error, data, last) => {
      if (wrong) return;
      if (error) {
        wrong = refuse('an archive that is broken', 'a whole archive of this program');
        return;
      }
      total += data.length;
      if (total > most) {
        wrong = refuse(
          `an archive that unpacks to more than ${Math.round(most / 1048576)} MB`,
          'a piece with its photos and surfaces',
        );
        file.terminate();
        return;
      }
      pieces.push(data);
      if (!last) return;
      const whole = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
      let at = 0;
      for (const p of pieces) {
        whole.set(p, at);
        at += p.length;
      }
      if (blob) blobs.set(blob[1], whole);
      else piece = new TextDecoder().decode(whole);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    // Fed in small pieces, so that what it unpacks to is known before it has all been unpacked.
    for (let i = 0; i < bytes.length && !wrong; i += 65536)
      unzip.push(bytes.subarray(i, i + 65536), i + 65536 >= bytes.length);
  } catch {
    wrong ??= refuse('an archive that is broken', 'a whole archive of this program');
  }
  if (wrong) throw wrong as Error;
  if (piece === null) throw refuse('an archive without a piece', `one that holds ${PIECE_NAME}`);
  return { piece, blobs };
}
