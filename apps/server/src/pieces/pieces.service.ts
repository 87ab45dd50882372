import { Inject, Injectable } from '@nestjs/common';
import { readPiece, writePiece, type Piece } from '@pale-glint/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { pieces } from '../database/schema.js';
import { Exists, Missing, Refused, Stale } from '../http/refusals.js';
import { PicturesService } from '../pictures/pictures.service.js';
import { RunsService } from '../runs/runs.service.js';
import type { AddQuery, PieceLine, Saved } from './pieces.dto.js';

export interface StoredPiece extends Saved {
  piece: Piece;
}

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

  private async row(id: string) {
    const [row] = await this.db.select().from(pieces).where(eq(pieces.id, id));
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
    const [saved] = await this.db
      .update(pieces)
      .set({ ...columns(bare), version: sql`${pieces.version} + 1`, updatedAt: new Date() })
      .where(and(eq(pieces.id, id), eq(pieces.version, startedFrom)))
      .returning({ version: pieces.version, updatedAt: pieces.updatedAt });
    if (!saved) throw new Stale(startedFrom, (await this.row(id)).version);
    this.pictures.saved(id);
    return { id, version: saved.version, updatedAt: iso(saved.updatedAt) };
  }

  /** Stores a piece file. All or nothing: the piece and its run together. */
  async add(text: string, ifExists: AddQuery['ifExists']): Promise<Saved> {
    const piece = readPiece(text);
    const saved = await this.db.transaction(async (tx) => {
      const [known] = await tx
        .select({ id: pieces.id, name: pieces.name, version: pieces.version })
        .from(pieces)
        .where(eq(pieces.id, piece.id));
      if (known && ifExists === 'refuse') throw new Exists(known.id, known.name);
      const stored: Piece =
        known && ifExists === 'copy'
          ? {
              ...piece,
              id: await this.freeId(tx as unknown as Database, piece.id),
              name: `${piece.name.slice(0, 112)}, copy`,
            }
          : piece;
      const { run, ...bare } = stored;
      const version = known && ifExists === 'replace' ? known.version + 1 : 1;
      const values = { id: stored.id, ...columns(bare), version, updatedAt: new Date() };
      const [row] = await tx
        .insert(pieces)
        .values(values)
        .onConflictDoUpdate({ target: pieces.id, set: values })
        .returning({ updatedAt: pieces.updatedAt });
      await this.runs.replace(tx as unknown as Database, stored.id, run?.ticks ?? []);
      return { id: stored.id, version, updatedAt: iso(row!.updatedAt) };
    });
    this.pictures.added(saved.id);
    return saved;
  }

  async remove(id: string): Promise<void> {
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

const columns = (piece: Piece) => ({ name: piece.name, parts: piece.parts.length, body: writePiece(piece) });
