import { Inject, Injectable } from '@nestjs/common';
import {
  blobsOf,
  MOST_NOTES,
  readPiece,
  withNote,
  writePiece,
  type NewNote,
  type Piece,
} from '@pale-glint/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { pieceBlobs, pieces } from '../database/schema.js';
import { Exists, isId, Missing, plainText, Refused, Stale } from '../http/refusals.js';
import { PicturesService } from '../pictures/pictures.service.js';
import { RunsService } from '../runs/runs.service.js';
import type { AddQuery, PieceLine, Saved } from './pieces.dto.js';

export interface StoredPiece extends Saved {
  piece: Piece;
}

const COPY = ', copy';
/** A note is tried again so often where others save at the same time. */
const MOST_TRIES = 5;

const iso = (date: Date) => date.toISOString();

/** Pieces as canonical text, each write counted. */
@Injectable()
export class PiecesService {
  constructor(
    @Inject(DB) private readonly db: Database,
    private readonly runs: RunsService,
    private readonly pictures: PicturesService,
  ) {}

  async list(): Promise<PieceLine[]> {
    const rows = await this.db
      .select({
        id: pieces.id,
        name: pieces.name,
        version: pieces.version,
        parts: pieces.parts,
        updatedAt: pieces.updatedAt,
      })
      .from(pieces)
      .orderBy(desc(pieces.updatedAt), pieces.id);
    return rows.map((r) => ({ ...r, updatedAt: iso(r.updatedAt) }));
  }

  /** @param db of the caller's transaction, where it is in one */
  private async row(id: string, db: Database = this.db) {
    if (!isId(id)) throw new Missing('piece', plainText(id));
    const [row] = await db.select().from(pieces).where(eq(pieces.id, id));
    if (!row) throw new Missing('piece', id);
    return row;
  }

  async get(id: string): Promise<StoredPiece> {
    const row = await this.row(id);
    return { id, version: row.version, updatedAt: iso(row.updatedAt), piece: readPiece(row.body) };
  }

  /** The piece file: the piece with what has been painted so far. */
  async file(id: string): Promise<{ name: string; text: string }> {
    const { piece } = await this.get(id);
    const ticks = await this.runs.ticks(id);
    return { name: piece.name, text: writePiece(ticks.length > 0 ? { ...piece, run: { ticks } } : piece) };
  }

  async save(id: string, text: string, startedFrom: number): Promise<Saved> {
    const piece = readPiece(text);
    if (piece.id !== id)
      throw new Refused([{ path: 'id', held: `"${piece.id}"`, accepted: `"${id}", as in the address` }]);
    const { run: _run, ...bare } = piece;
    const saved = await this.db.transaction(async (tx) => {
      const [row] = await tx
        .update(pieces)
        .set({ ...columns(bare), version: sql`${pieces.version} + 1`, updatedAt: new Date() })
        .where(and(eq(pieces.id, id), eq(pieces.version, startedFrom)))
        .returning({ version: pieces.version, updatedAt: pieces.updatedAt });
      if (row) await usesOf(tx, piece);
      return row;
    });
    if (!saved) throw new Stale(startedFrom, (await this.row(id)).version);
    this.pictures.saved(id);
    return { id, version: saved.version, updatedAt: iso(saved.updatedAt) };
  }

  /** One more note, beside whatever else is changed meanwhile. */
  async addNote(id: string, note: NewNote): Promise<Saved> {
    for (let tries = 0; ; tries++) {
      const { piece, version, updatedAt } = await this.get(id);
      const noted = notedOrRefused(piece, note);
      if (noted === piece) return { id, version, updatedAt };
      try {
        return await this.save(id, writePiece(noted), version);
      } catch (error) {
        // Somebody saved between reading and writing.
        if (!(error instanceof Stale) || tries >= MOST_TRIES) throw error;
      }
    }
  }

  /** Stores a piece file. All or nothing: the piece, its run and what it uses together. Who is first decides the database. */
  async add(text: string, ifExists: AddQuery['ifExists']): Promise<Saved> {
    const piece = readPiece(text);
    const saved = await this.db.transaction((tx) => this.addWithin(tx, piece, ifExists));
    this.pictures.added(saved.id);
    return saved;
  }

  /** The same within a transaction of the caller's. */
  async addWithin(db: Database, piece: Piece, ifExists: AddQuery['ifExists']): Promise<Saved> {
    const { run, ...bare } = piece;
    const values = { id: piece.id, ...columns(bare), version: 1, updatedAt: new Date() };
    const insert = db.insert(pieces).values(values);
    const [row] =
      ifExists === 'replace'
        ? await insert
            .onConflictDoUpdate({
              target: pieces.id,
              set: { ...values, version: sql`${pieces.version} + 1` },
            })
            .returning({ version: pieces.version, updatedAt: pieces.updatedAt })
        : await insert
            .onConflictDoNothing()
            .returning({ version: pieces.version, updatedAt: pieces.updatedAt });
    if (!row) {
      if (ifExists === 'refuse') throw new Exists(piece.id, (await this.row(piece.id, db)).name);
      return this.addWithin(db, await this.copyOf(db, piece), ifExists);
    }
    await this.runs.replace(db, piece.id, run?.ticks ?? []);
    await usesOf(db, piece);
    return { id: piece.id, version: row.version, updatedAt: iso(row.updatedAt) };
  }

  /** The piece under the next id that is free; taken meanwhile, the one after it is tried. */
  private async copyOf(db: Database, piece: Piece): Promise<Piece> {
    const name = piece.name.endsWith(COPY) ? piece.name : `${piece.name.slice(0, 112)}${COPY}`;
    return { ...piece, id: await this.freeId(db, piece.id.replace(/-\d+$/, '')), name };
  }

  /** Uses of pieces that an earlier version stored, written down once. */
  async writeUses(): Promise<void> {
    for (const { body } of await this.db.select({ body: pieces.body }).from(pieces))
      await usesOf(this.db, readPiece(body));
  }

  async remove(id: string): Promise<void> {
    if (!isId(id)) throw new Missing('piece', plainText(id));
    const gone = await this.db.delete(pieces).where(eq(pieces.id, id)).returning({ id: pieces.id });
    if (gone.length === 0) throw new Missing('piece', id);
  }

  private async freeId(db: Database, id: string): Promise<string> {
    for (let n = 2; ; n++) {
      const candidate = `${id.slice(0, 56)}-${n}`;
      const [taken] = await db.select({ id: pieces.id }).from(pieces).where(eq(pieces.id, candidate));
      if (!taken) return candidate;
    }
  }
}

/** The piece with a note. @throws Refused where it has no room for one more */
function notedOrRefused(piece: Piece, note: NewNote): Piece {
  try {
    return withNote(piece, note);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new Refused([
      { path: 'notes', held: String(piece.notes.length + 1), accepted: `at most ${MOST_NOTES}` },
    ]);
  }
}

const columns = (piece: Piece) => ({ name: piece.name, parts: piece.parts.length, body: writePiece(piece) });

/** Writes down which photos and surfaces a piece uses. */
async function usesOf(db: Database, piece: Piece): Promise<void> {
  await db.delete(pieceBlobs).where(eq(pieceBlobs.pieceId, piece.id));
  const hashes = blobsOf(piece);
  if (hashes.length > 0)
    await db.insert(pieceBlobs).values(hashes.map((hash) => ({ pieceId: piece.id, hash })));
}
