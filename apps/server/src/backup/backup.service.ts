import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { createHash } from 'node:crypto';
import { Inject, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import {
  blobsOf,
  readBackup,
  readPiece,
  readShelf,
  writeBackup,
  writePiece,
  writeShelf,
  type Backup,
  type BackupPreview,
  type RestoreMode,
} from '@pale-glint/core';
import { asc, eq } from 'drizzle-orm';
import { CONFIG, type Config } from '../config.js';
import { BlobsService } from '../blobs/blobs.service.js';
import { DB, OPEN } from '../database/database.module.js';
import type { Database, OpenDatabase } from '../database/open.js';
import { writeDurably } from '../database/push.js';
import { pieces } from '../database/schema.js';
import { Refused } from '../http/refusals.js';
import { DrillsService } from '../drills/drills.service.js';
import { PiecesService } from '../pieces/pieces.service.js';
import { ShelfService } from '../shelf/shelf.service.js';

/** A backup may be so large. */
export const MOST_BACKUP_BYTES = 500 * 1024 * 1024;
/** So many days of use are kept beside the data. */
const DAYS = 7;
const LOOK_EVERY_MS = 60 * 60 * 1000;

const BACKUP_NAME = /^\d{4}-\d{2}-\d{2}\.glint-backup\.zip$/;
/** What a backup that is made today is called. */
export const backupName = (): string => `${new Date().toISOString().slice(0, 10)}.glint-backup.zip`;

/** Everything as one file, out and in, and rolling copies beside the data. */
@Injectable()
export class BackupService implements OnApplicationBootstrap {
  private readonly log = new Logger('backup');
  private timer: NodeJS.Timeout | null = null;

  @Inject(DB) private readonly db!: Database;
  @Inject(OPEN) private readonly open!: OpenDatabase;
  @Inject(CONFIG) private readonly config!: Config;

  constructor(
    private readonly pieces: PiecesService,
    private readonly shelf: ShelfService,
    private readonly blobs: BlobsService,
    private readonly drills: DrillsService,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    if (this.open.folder === null) return;
    if (this.open.setAside) await this.bringBackNewest();
    if (!this.config.keepsCopies) return;
    this.timer = setInterval(() => void this.keepToday(), LOOK_EVERY_MS);
    this.timer.unref();
  }

  /** A copy of the day's last state, made as the server stops; of a day on which it does not stop, within an hour. */
  async beforeApplicationShutdown(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    await this.keepToday();
  }

  /** Everything there is. */
  async all(): Promise<Backup> {
    const rows = await this.db.select({ id: pieces.id }).from(pieces).orderBy(asc(pieces.id));
    const texts: string[] = [];
    for (const { id } of rows) texts.push((await this.pieces.file(id)).text);
    const held = new Map<string, Uint8Array>();
    for (const hash of new Set(texts.flatMap((t) => blobsOf(readPiece(t))))) {
      const bytes = await this.blobs.bytesOf(hash);
      if (bytes) held.set(hash, bytes);
    }
    return {
      pieces: texts,
      shelf: writeShelf((await this.shelf.get()).shelf),
      blobs: held,
      drills: (await this.drills.get()).answers,
    };
  }

  async file(): Promise<Uint8Array> {
    return writeBackup(await this.all());
  }

  /** What a backup holds, and what of it is here already. Nothing is stored. @throws RefusedInput */
  async preview(bytes: Uint8Array): Promise<BackupPreview> {
    const backup = this.checked(bytes);
    const lines = [];
    for (const text of backup.pieces) {
      const piece = readPiece(text);
      const [here] = await this.db.select({ id: pieces.id }).from(pieces).where(eq(pieces.id, piece.id));
      const same = here !== undefined && (await this.pieces.file(piece.id)).text === writePiece(piece);
      lines.push({ id: piece.id, name: piece.name, state: !here ? 'new' : same ? 'same' : 'other' } as const);
    }
    return {
      pieces: lines,
      paints: readShelf(backup.shelf).paints.length,
      photos: backup.blobs.size,
      answers: backup.drills?.length ?? null,
    };
  }

  /**
   * Puts a backup in: all of it or nothing. `merge` leaves what is here and puts beside it what differs; `replace` makes
   * everything as it was in the backup.
   */
  async restore(bytes: Uint8Array, mode: RestoreMode): Promise<{ pieces: number; photos: number }> {
    const backup = this.checked(bytes);
    const preview = await this.preview(bytes);
    // Photos first: should the rest not go in, no piece uses them, and they go with the next sweep.
    for (const [hash, content] of backup.blobs) await this.blobs.putBack(hash, content);
    let stored = 0;
    await this.db.transaction(async (tx) => {
      const db: Database = tx;
      if (mode === 'replace') await db.delete(pieces);
      for (const [i, text] of backup.pieces.entries()) {
        if (mode === 'merge' && preview.pieces[i]!.state === 'same') continue;
        await this.pieces.addWithin(db, readPiece(text), mode === 'replace' ? 'replace' : 'copy');
        stored++;
      }
      await this.shelf.putBack(db, readShelf(backup.shelf), mode);
      if (backup.drills) await this.drills.putBack(db, backup.drills, mode);
    });
    return { pieces: stored, photos: backup.blobs.size };
  }

  /** A backup that is whole: every piece, the shelf and every photo as its name says. @throws RefusedInput */
  private checked(bytes: Uint8Array): Backup {
    const backup = readBackup(bytes);
    for (const [hash, content] of backup.blobs)
      if (createHash('sha256').update(content).digest('hex') !== hash)
        throw new Refused([
          {
            path: `blobs/${hash.slice(0, 12)}`,
            held: 'other bytes than it was written with',
            accepted: 'a whole backup',
          },
        ]);
    return backup;
  }

  private folder(): string {
    const folder = join(this.open.folder!, 'backups');
    mkdirSync(folder, { recursive: true });
    return folder;
  }

  private copies(): string[] {
    return readdirSync(this.folder())
      .filter((n) => BACKUP_NAME.test(n))
      .sort();
  }

  /** The day's copy, where something was stored since the last one. */
  async keepToday(): Promise<void> {
    if (this.open.folder === null || !this.config.keepsCopies) return;
    try {
      const bytes = await this.file();
      const newest = this.copies().at(-1);
      // The same content gives the same bytes.
      if (newest && readFileSync(join(this.folder(), newest)).equals(bytes)) return;
      await writeDurably(join(this.folder(), backupName()), bytes);
      for (const old of this.copies().slice(0, -DAYS)) rmSync(join(this.folder(), old), { force: true });
    } catch (error) {
      this.log.warn(`The day's copy was not made: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  /** After a database that did not open: the newest copy that is whole. */
  private async bringBackNewest(): Promise<void> {
    for (const name of this.copies().reverse()) {
      const path = join(this.folder(), name);
      try {
        await this.restore(readFileSync(path), 'replace');
        this.log.warn(`Everything was brought back from ${path}.`);
        return;
      } catch (error) {
        this.log.warn(`${path} is not whole: ${error instanceof Error ? error.message : String(error)}`);
      }
    }
  }
}
