import { APPROACH_FORMAT, APPROACH_VERSION, approachFileSchema, type KeptApproach } from '../piece/index.js';
import { RefusedInput } from '../units/index.js';
import { problemsOf, readJson } from './problems.js';

/** A file of an approach may hold this many characters. */
export const MOST_APPROACH_CHARACTERS = 200_000;

/** An approach as the text of a file. */
export const writeApproach = (kept: KeptApproach): string =>
  `${JSON.stringify({ format: APPROACH_FORMAT, version: APPROACH_VERSION, ...kept }, null, 1)}\n`;

/** Reads the file of an approach. @throws RefusedInput with every problem found */
export function readApproach(text: string): KeptApproach {
  const json = readJson(text, 'an approach', MOST_APPROACH_CHARACTERS);
  const result = approachFileSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  const { format: _format, version: _version, ...kept } = result.data;
  return kept;
}
