import { createHash } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { RefusedInput } from '@pale-glint/core';
import { eq, inArray } from 'drizzle-orm';
import { DB, OPEN } from '../database/database.module.js';
import type { Database, OpenDatabase } from '../database/open.js';
import { blobs, pieceBlobs, pieces } from '../database/schema.js';
import { InUse, isHash, Missing, plainText, Refused } from '../http/refusals.js';
import { BlobFiles } from './blobFiles.js';
import type { BlobKind, BlobLine, Swept } from './blobs.dto.js';
import { contentAside } from './contentAside.js';

/** Bytes hashed before others are served again. */
const AT_ONCE = 4 * 1024 * 1024;

/** SHA-256 of bytes, in hexadecimal; others are served between its stretches. */
async function hashOf(bytes: Uint8Array): Promise<string> {
  const hash = createHash('sha256');
  for (let at = 0; at < bytes.length; at += AT_ONCE) {
    hash.update(bytes.subarray(at, at + AT_ONCE));
    await new Promise((next) => setImmediate(next));
  }
  return hash.digest('hex');
}

/** Photos and surfaces beside the pieces. A blob belongs to no piece; pieces name it by its hash. */
@Injectable()
export class BlobsService {
  private readonly files: BlobFiles | null;

  constructor(
    @Inject(DB) private readonly db: Database,
    @Inject(OPEN) open: OpenDatabase,
  ) {
    this.files = open.folder === null ? null : new BlobFiles(open.folder);
  }

  async add(kind: BlobKind, sent: Uint8Array): Promise<BlobLine> {
    if (sent.length === 0)
      throw new Refused([{ path: 'body', held: 'nothing', accepted: `the bytes of a ${kind}` }]);
    const { type, bytes, size } = await contentAside(kind, sent);
    const hash = await hashOf(bytes);
    // The file first: a row tells of what is there.
    await this.files?.write(hash, bytes);
    await this.db
      .insert(blobs)
      .values({
        hash,
        kind,
        type,
        size: bytes.length,
        says: JSON.stringify(size),
        bytes: this.files ? null : bytes,
      })
      .onConflictDoNothing();
    return { hash, kind, bytes: bytes.length, ...size, usedBy: [] };
  }

  /** Brings back what a backup holds under its hash, of whichever kind it is. */
  async putBack(hash: string, bytes: Uint8Array): Promise<void> {
    const [here] = await this.db.select({ hash: blobs.hash }).from(blobs).where(eq(blobs.hash, hash));
    if (here) return;
    for (const kind of ['photo', 'surface', 'shape'] as const) {
      try {
        if ((await this.add(kind, bytes)).hash === hash) return;
      } catch (error) {
        if (!(error instanceof RefusedInput)) throw error;
      }
    }
    throw new Refused([
      { path: `blobs/${hash.slice(0, 12)}`, held: 'neither photo nor surface', accepted: 'a whole backup' },
    ]);
  }

  async get(hash: string): Promise<{ type: string; bytes: Uint8Array }> {
    if (!isHash(hash)) throw new Missing('photo or surface', plainText(hash));
    const [row] = await this.db
      .select({ type: blobs.type, bytes: blobs.bytes })
      .from(blobs)
      .where(eq(blobs.hash, hash));
    // What an earlier version kept in the database still stands there.
    const bytes = row && (row.bytes ?? this.files?.read(hash));
    if (!row || !bytes) throw new Missing('photo or surface', hash.slice(0, 64));
    return { type: row.type, bytes };
  }

  /** The bytes alone; null where they are not here. */
  async bytesOf(hash: string): Promise<Uint8Array | null> {
    try {
      return (await this.get(hash)).bytes;
    } catch (error) {
      if (error instanceof Missing) return null;
      throw error;
    }
  }

  /** Names of the pieces that use each hash. */
  private async uses(): Promise<Map<string, string[]>> {
    const uses = new Map<string, string[]>();
    const rows = await this.db
      .select({ name: pieces.name, hash: pieceBlobs.hash })
      .from(pieceBlobs)
      .innerJoin(pieces, eq(pieces.id, pieceBlobs.pieceId));
    for (const { name, hash } of rows) uses.set(hash, [...(uses.get(hash) ?? []), name]);
    return uses;
  }

  async list(): Promise<BlobLine[]> {
    const uses = await this.uses();
    const rows = await this.db
      .select({ hash: blobs.hash, kind: blobs.kind, size: blobs.size, says: blobs.says })
      .from(blobs)
      .orderBy(blobs.createdAt, blobs.hash);
    return rows.map(({ hash, kind, size, says }) => ({
      hash,
      kind,
      bytes: size,
      ...(JSON.parse(says) as { width: number; height: number }),
      usedBy: uses.get(hash) ?? [],
    }));
  }

  async remove(hash: string): Promise<void> {
    if (!isHash(hash)) throw new Missing('photo or surface', plainText(hash));
    const names = (await this.uses()).get(hash);
    if (names) throw new InUse(names);
    const gone = await this.db.delete(blobs).where(eq(blobs.hash, hash)).returning({ hash: blobs.hash });
    if (gone.length === 0) throw new Missing('photo or surface', hash.slice(0, 64));
    this.files?.remove(hash);
  }

  /** Removes all that no piece uses. */
  async sweep(): Promise<Swept> {
    const unused = (await this.list()).filter((b) => b.usedBy.length === 0);
    if (unused.length > 0) {
      await this.db.delete(blobs).where(
        inArray(
          blobs.hash,
          unused.map((b) => b.hash),
        ),
      );
      for (const { hash } of unused) this.files?.remove(hash);
    }
    return { removed: unused.length, bytes: unused.reduce((n, b) => n + b.bytes, 0) };
  }
}
