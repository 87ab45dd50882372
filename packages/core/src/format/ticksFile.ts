import { z } from 'zod';
import { MOST_TICKS, tickSchema, type Tick } from '../piece/index.js';
import { RefusedInput } from '../units/index.js';
import { problemsOf, readJson } from './problems.js';

export const TICKS_FORMAT = 'pale-glint/ticks';
const TICKS_VERSION = 1;
/** A file of ticks may hold this many characters. */
const MOST_CHARACTERS = 8_000_000;

const ticksFileSchema = z.strictObject({
  format: z.literal(TICKS_FORMAT, { error: () => `"${TICKS_FORMAT}"` }),
  version: z.literal(TICKS_VERSION, { error: () => String(TICKS_VERSION) }),
  piece: z.string({ error: () => 'the id of a piece' }).max(64, { error: () => 'the id of a piece' }),
  ticks: z
    .array(tickSchema, { error: () => `a list of at most ${MOST_TICKS} ticks` })
    .max(MOST_TICKS, { error: () => `a list of at most ${MOST_TICKS} ticks` }),
});

/** Ticks that come back from a file that was taken to the table. */
export interface TicksFile {
  readonly piece: string;
  readonly ticks: readonly Tick[];
}

/** Reads ticks made away from the server. @throws RefusedInput with every problem found */
export function readTicks(text: string): TicksFile {
  const json = readJson(text, 'ticks', MOST_CHARACTERS);
  const result = ticksFileSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  return { piece: result.data.piece, ticks: result.data.ticks };
}
