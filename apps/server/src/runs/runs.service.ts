import { Inject, Injectable } from '@nestjs/common';
import { checkTick, MOST_TICKS, type Tick } from '@pale-glint/core';
import { and, count, eq } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { pieces, ticks } from '../database/schema.js';
import { isId, Missing, plainText, Refused } from '../http/refusals.js';
import type { StepRef, TickDto } from './runs.dto.js';

const rowOf = (pieceId: string, { part, step, role, copy, doneAt, did }: Tick) => ({
  pieceId,
  part,
  step,
  role,
  copy,
  doneAt,
  did: JSON.stringify(did),
});

/** A tick as it came, without the classes that checked it. */
const plainTick = ({ did: { plan, ...did }, ...tick }: TickDto) => ({
  ...tick,
  did: { ...did, ...(plan && { plan: { ...plan } }) },
});

/** Which steps of a piece have been painted, with what was done. */
@Injectable()
export class RunsService {
  constructor(@Inject(DB) private readonly db: Database) {}

  async ticks(pieceId: string): Promise<Tick[]> {
    const rows = await this.db
      .select()
      .from(ticks)
      .where(eq(ticks.pieceId, pieceId))
      .orderBy(ticks.doneAt, ticks.part, ticks.step, ticks.role, ticks.copy);
    return rows.map(({ part, step, role, copy, doneAt, did }) => ({
      part,
      step,
      role: role as Tick['role'],
      copy,
      doneAt,
      did: JSON.parse(did) as Tick['did'],
    }));
  }

  /** The ticks of a piece that must exist. */
  async run(pieceId: string): Promise<{ ticks: Tick[] }> {
    await this.needPiece(pieceId);
    return { ticks: await this.ticks(pieceId) };
  }

  tick = (pieceId: string, tick: TickDto): Promise<{ ticks: Tick[] }> => this.tickMany(pieceId, [tick]);
  untick = (pieceId: string, step: StepRef): Promise<{ ticks: Tick[] }> => this.untickMany(pieceId, [step]);

  /** All of them, or none. Ticking again replaces what was done. */
  async tickMany(pieceId: string, sent: readonly TickDto[]): Promise<{ ticks: Tick[] }> {
    await this.needPiece(pieceId);
    const rows = sent.map((t) => rowOf(pieceId, checkTick(plainTick(t))));
    await this.db.transaction(async (tx) => {
      for (const row of rows)
        await tx
          .insert(ticks)
          .values(row)
          .onConflictDoUpdate({
            target: [ticks.pieceId, ticks.part, ticks.step, ticks.role, ticks.copy],
            set: row,
          });
      const [{ held } = { held: 0 }] = await tx
        .select({ held: count() })
        .from(ticks)
        .where(eq(ticks.pieceId, pieceId));
      if (held > MOST_TICKS)
        throw new Refused([{ path: 'run.ticks', held: String(held), accepted: `at most ${MOST_TICKS}` }]);
    });
    return { ticks: await this.ticks(pieceId) };
  }

  async untickMany(pieceId: string, steps: readonly StepRef[]): Promise<{ ticks: Tick[] }> {
    await this.needPiece(pieceId);
    await this.db.transaction(async (tx) => {
      for (const s of steps)
        await tx
          .delete(ticks)
          .where(
            and(
              eq(ticks.pieceId, pieceId),
              eq(ticks.part, s.part),
              eq(ticks.step, s.step),
              eq(ticks.role, s.role),
              eq(ticks.copy, s.copy),
            ),
          );
    });
    return { ticks: await this.ticks(pieceId) };
  }

  /** All ticks of a piece at once, within the caller's transaction. */
  async replace(db: Database, pieceId: string, all: readonly Tick[]): Promise<void> {
    await db.delete(ticks).where(eq(ticks.pieceId, pieceId));
    const CHUNK = 500;
    for (let i = 0; i < all.length; i += CHUNK) {
      await db
        .insert(ticks)
        .values(all.slice(i, i + CHUNK).map((t) => rowOf(pieceId, t)))
        .onConflictDoNothing();
    }
  }

  private async needPiece(id: string): Promise<void> {
    if (!isId(id)) throw new Missing('piece', plainText(id));
    const [piece] = await this.db.select({ id: pieces.id }).from(pieces).where(eq(pieces.id, id));
    if (!piece) throw new Missing('piece', id);
  }
}
