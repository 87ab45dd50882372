import type { DrillId } from '@pale-glint/core';
import {
  customType,
  doublePrecision,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';

export const pieces = pgTable('pieces', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** Counts the writes; a write must say the version it started from. */
  version: integer('version').notNull(),
  parts: integer('parts').notNull(),
  /** Canonical text of the piece, without its run. */
  body: text('body').notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
});

export const ticks = pgTable(
  'ticks',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id, { onDelete: 'cascade' }),
    part: text('part').notNull(),
    step: text('step').notNull(),
    role: text('role').notNull(),
    copy: integer('copy').notNull(),
    doneAt: text('done_at').notNull(),
    /** What was really done, as JSON: mix, coats, cover, minutes. */
    did: text('did').notNull(),
  },
  (t) => [primaryKey({ columns: [t.pieceId, t.part, t.step, t.role, t.copy] })],
);

const bytea = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });

/** Photos and surfaces, named by the SHA-256 of their bytes: one content is kept once, whoever uses it. */
export const blobs = pgTable('blobs', {
  hash: text('hash').primaryKey(),
  kind: text('kind').notNull(),
  /** Media type it is served with. */
  type: text('type').notNull(),
  size: integer('size').notNull(),
  /** What its reader found in it, as JSON: width and height. */
  says: text('says').notNull(),
  /** Null where they are a file beside the embedded database. */
  bytes: bytea('bytes'),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
});

/** Which piece uses which photo or surface; written with the piece. */
export const pieceBlobs = pgTable(
  'piece_blobs',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id, { onDelete: 'cascade' }),
    hash: text('hash').notNull(),
  },
  (t) => [primaryKey({ columns: [t.pieceId, t.hash] }), index('piece_blobs_hash').on(t.hash)],
);

/** A small picture of each piece as it was last stored, to look at until the map is computed. Can be drawn anew at any time. */
export const pictures = pgTable('pictures', {
  pieceId: text('piece_id')
    .primaryKey()
    .references(() => pieces.id, { onDelete: 'cascade' }),
  /** Hash of the piece's text and of the code that drew it. */
  drawnFrom: text('drawn_from').notNull(),
  /** Where it lies in the piece's mm, as JSON: left, top, px/mm, width, height. */
  frame: text('frame').notNull(),
  png: bytea('png').notNull(),
});

/** The painter's paints, one document: a change of many pots is one write. */
export const shelf = pgTable('shelf', {
  id: text('id').primaryKey(),
  /** Counts the writes; a write must say the version it started from. */
  version: integer('version').notNull(),
  body: text('body').notNull(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
});

/** Answers to drills, one row each: how far they were off. */
export const drillAnswers = pgTable(
  'drill_answers',
  {
    id: text('id').primaryKey(),
    drill: text('drill').$type<DrillId>().notNull(),
    about: text('about').notNull(),
    miss: doublePrecision('miss').notNull(),
    lean: doublePrecision('lean'),
    at: text('at').notNull(),
  },
  (t) => [index('drill_answers_at').on(t.at)],
);

/** Small facts about the database itself, such as whether the demo was put in. */
export const settings = pgTable('settings', {
  key: text('key').primaryKey(),
  value: text('value').notNull(),
});
