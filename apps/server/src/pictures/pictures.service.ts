import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  Inject,
  Injectable,
  Logger,
  type BeforeApplicationShutdown,
  type OnApplicationBootstrap,
} from '@nestjs/common';
import { readPiece, sculptsOf, type Picture } from '@pale-glint/core';
import { desc, eq } from 'drizzle-orm';
import { BlobsService } from '../blobs/blobs.service.js';
import { CONFIG, type Config } from '../config.js';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { pictures, pieces } from '../database/schema.js';
import { Missing } from '../http/refusals.js';
import { CORE } from '../folders.js';
import { DrawingThread } from './drawingThread.js';

/** A small picture of a piece. */
export interface SmallPicture {
  /** SHA-256 of the piece's canonical text, in hexadecimal: whose picture it is. */
  readonly of: string;
  readonly frame: Picture;
  readonly png: Uint8Array;
}

const sha256 = (data: string | Uint8Array) => createHash('sha256').update(data).digest('hex');

/** A hash of the code that draws: with another, pictures may look otherwise. */
function hashOfCore(): string {
  const hash = createHash('sha256');
  for (const name of readdirSync(CORE, { recursive: true, encoding: 'utf8' }).sort())
    if (name.endsWith('.js')) hash.update(name).update(readFileSync(join(CORE, name)));
  return hash.digest('hex');
}

/** A piece under a painter's hand is saved every second; it is drawn once it rests. */
const REST_MS = 2000;
/** So many of the latest are drawn ahead; others once somebody asks. */
const DRAWN_AHEAD = 24;

/**
 * Keeps a small picture of each piece, so that a page has something to show at once. They are drawn in a thread behind
 * everything else, and a piece is never held up by its picture.
 */
@Injectable()
export class PicturesService implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly thread = new DrawingThread();
  private readonly log = new Logger(PicturesService.name);
  /** To be drawn, the last first. */
  private waiting: string[] = [];
  private readonly resting = new Map<string, NodeJS.Timeout>();
  private drawing: Promise<void> | null = null;
  private closed = false;
  private coreHash: string | null = null;

  constructor(
    @Inject(DB) private readonly db: Database,
    @Inject(CONFIG) config: Config,
    private readonly blobs: BlobsService,
  ) {
    this.closed = !config.drawsPictures;
  }

  async onApplicationBootstrap(): Promise<void> {
    if (this.closed) return;
    const rows = await this.db
      .select({ id: pieces.id, body: pieces.body, drawnFrom: pictures.drawnFrom })
      .from(pieces)
      .leftJoin(pictures, eq(pictures.pieceId, pieces.id))
      .orderBy(desc(pieces.updatedAt))
      .limit(DRAWN_AHEAD);
    for (const { id, body, drawnFrom } of rows.reverse())
      if (drawnFrom !== this.sourceOf(body)) this.queue(id);
  }

  /** A piece came in. */
  added(id: string): void {
    if (!this.closed) this.queue(id);
  }

  /** A piece was saved, and may be again soon. */
  saved(id: string): void {
    if (this.closed) return;
    clearTimeout(this.resting.get(id));
    const timer = setTimeout(() => {
      this.resting.delete(id);
      this.queue(id);
    }, REST_MS);
    timer.unref();
    this.resting.set(id, timer);
  }

  /** The picture of a piece as it is stored now; null while it is not drawn yet. */
  async get(id: string): Promise<SmallPicture | null> {
    const [row] = await this.db
      .select({ body: pieces.body, picture: pictures })
      .from(pieces)
      .leftJoin(pictures, eq(pictures.pieceId, pieces.id))
      .where(eq(pieces.id, id));
    if (!row) throw new Missing('piece', id);
    const { body, picture } = row;
    if (picture?.drawnFrom !== this.sourceOf(body)) {
      if (!this.closed && !this.resting.has(id)) this.queue(id);
      return null;
    }
    return { of: sha256(body), frame: JSON.parse(picture.frame) as Picture, png: picture.png };
  }

  /** Before the database closes. */
  async beforeApplicationShutdown(): Promise<void> {
    this.closed = true;
    this.waiting = [];
    this.resting.forEach((timer) => clearTimeout(timer));
    await this.thread.stop();
    await this.drawing;
  }

  private sourceOf(body: string): string {
    return sha256(`${(this.coreHash ??= hashOfCore())} ${sha256(body)}`);
  }

  private queue(id: string): void {
    this.waiting = [...this.waiting.filter((w) => w !== id), id];
    this.drawing ??= this.drawWaiting().finally(() => (this.drawing = null));
  }

  private async drawWaiting(): Promise<void> {
    for (let id = this.waiting.pop(); id !== undefined; id = this.waiting.pop()) {
      try {
        await this.drawOne(id);
      } catch (error) {
        // The page draws it itself, only later.
        if (!this.closed) this.log.warn(`The small picture of a piece was not drawn: ${String(error)}`);
      }
    }
  }

  private async drawOne(id: string): Promise<void> {
    const [row] = await this.db.select({ body: pieces.body }).from(pieces).where(eq(pieces.id, id));
    if (!row) return;
    const { body } = row;
    const drawing = await this.thread.draw({ body, surfaces: await this.surfacesOf(body) });
    if (!drawing || this.closed) return;
    const values = { drawnFrom: this.sourceOf(body), frame: JSON.stringify(drawing.frame), png: drawing.png };
    await this.db.transaction(async (tx) => {
      // Removed meanwhile: nothing to keep it with.
      const [still] = await tx.select({ id: pieces.id }).from(pieces).where(eq(pieces.id, id)).for('share');
      if (!still) return;
      await tx
        .insert(pictures)
        .values({ pieceId: id, ...values })
        .onConflictDoUpdate({ target: pictures.pieceId, set: values });
    });
  }

  private async surfacesOf(body: string): Promise<{ hash: string; bytes: Uint8Array }[]> {
    const hashes = [...new Set(sculptsOf(readPiece(body)).map((s) => s.surface))];
    const found = await Promise.all(
      hashes.map(async (hash) => ({ hash, bytes: await this.blobs.bytesOf(hash) })),
    );
    return found.flatMap(({ hash, bytes }) => (bytes ? [{ hash, bytes }] : []));
  }
}
