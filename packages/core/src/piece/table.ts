import { z } from 'zod';
import { list, oneOf, whole } from './fields.js';

/** How fast paint dries where the painter works, and what it is mixed on. */
export const ROOMS = ['heated', 'cool', 'dryer'] as const;
export const PALETTES = ['wet', 'dry'] as const;
export const MOST_EVENINGS = 120;

const date = z
  .string({ error: () => 'a day such as 2026-11-28' })
  .regex(/^\d{4}-\d{2}-\d{2}$/, { error: () => 'a day such as 2026-11-28' })
  .refine((text) => new Date(`${text}T00:00:00Z`).toISOString().startsWith(text), {
    error: () => 'a day that the calendar has, such as 2026-11-28',
  })
  .meta({ description: 'the day, in the painter\u2019s own time' });

export const eveningSchema = z.strictObject({
  date,
  startMin: whole(0, 1439, 'when it begins, in minutes from midnight'),
  minutes: whole(10, 960, 'how long the painter has'),
});

/** Where and when the piece is painted. */
export const tableSchema = z.strictObject({
  room: oneOf(ROOMS, 'how fast paint dries: a heated room, a cool or damp one, a dryer in the hand'),
  palette: oneOf(PALETTES, 'what paint is mixed on'),
  evenings: list(eveningSchema, MOST_EVENINGS, 'when the painter has time'),
});

export type Evening = z.infer<typeof eveningSchema>;
export type Table = z.infer<typeof tableSchema>;
export type Room = Table['room'];

/** A heated room and a wet palette; no evening is set yet. */
export const FIRST_TABLE: Table = { room: 'heated', palette: 'wet', evenings: [] };
