import { Inject, Injectable } from '@nestjs/common';
import {
  checkDrillAnswer,
  keptAnswers,
  MOST_DRILL_ANSWERS,
  type DrillAnswer,
  type DrillId,
  type RestoreMode,
} from '@pale-glint/core';
import { asc, desc, eq, inArray } from 'drizzle-orm';
import { DB } from '../database/database.module.js';
import type { Database } from '../database/open.js';
import { drillAnswers } from '../database/schema.js';
import type { DrillAnswerDto, DrillAnswerKept, DrillAnswersKept } from './drills.dto.js';

/** Rows that one statement takes. */
const ROWS = 500;

/** What a painter answered in drills, answer by answer. */
@Injectable()
export class DrillsService {
  constructor(@Inject(DB) private readonly db: Database) {}

  async get(db: Database = this.db): Promise<DrillAnswersKept> {
    return {
      answers: await db.select().from(drillAnswers).orderBy(asc(drillAnswers.at), asc(drillAnswers.id)),
    };
  }

  /** Keeps an answer, as it can be read back; beyond the most that are kept the oldest go. @throws RefusedInput */
  async put(id: string, { drill, about, miss, lean, at }: DrillAnswerDto): Promise<DrillAnswerKept> {
    const answer = checkDrillAnswer({ id, drill, about, miss, lean, at });
    await this.db.transaction(async (tx) => {
      await tx.insert(drillAnswers).values(answer).onConflictDoNothing();
      await this.dropOldest(tx);
    });
    return answer;
  }

  /** Forgets the answers to one drill, or to all. */
  async forget(drill?: DrillId): Promise<DrillAnswersKept> {
    await this.db.delete(drillAnswers).where(drill ? eq(drillAnswers.drill, drill) : undefined);
    return this.get();
  }

  /** Brings back answers within a transaction of the caller's: in place of the present ones, or beside them. */
  async putBack(db: Database, answers: readonly DrillAnswer[], mode: RestoreMode): Promise<void> {
    if (mode === 'replace') await db.delete(drillAnswers);
    const kept = keptAnswers(answers);
    for (let i = 0; i < kept.length; i += ROWS)
      await db
        .insert(drillAnswers)
        .values(kept.slice(i, i + ROWS))
        .onConflictDoNothing();
    await this.dropOldest(db);
  }

  private async dropOldest(db: Database): Promise<void> {
    const tooMany = db
      .select({ id: drillAnswers.id })
      .from(drillAnswers)
      .orderBy(desc(drillAnswers.at), desc(drillAnswers.id))
      .offset(MOST_DRILL_ANSWERS);
    await db.delete(drillAnswers).where(inArray(drillAnswers.id, tooMany));
  }
}
