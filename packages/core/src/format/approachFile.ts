import { APPROACH_FORMAT, APPROACH_VERSION, approachFileSchema, type KeptApproach } from '../piece/index.js';
import { RefusedInput } from '../units/index.js';
import { heldText, problemsOf } from './problems.js';

/** A file of an approach may hold this many characters. */
export const MOST_APPROACH_CHARACTERS = 200_000;

/** An approach as the text of a file. */
export const writeApproach = (kept: KeptApproach): string =>
  `${JSON.stringify({ format: APPROACH_FORMAT, version: APPROACH_VERSION, ...kept }, null, 1)}\n`;

/** Reads the file of an approach. @throws RefusedInput with every problem found */
export function readApproach(text: string): KeptApproach {
  const refuse = (held: string, accepted: string) =>
    new RefusedInput([{ path: 'file', held: heldText(held), accepted }]);
  if (text.length > MOST_APPROACH_CHARACTERS)
    throw refuse(`${text.length} characters`, `at most ${MOST_APPROACH_CHARACTERS} characters`);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw refuse(text.slice(0, 40), 'an approach: a JSON object');
  }
  const result = approachFileSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  const { format: _format, version: _version, ...kept } = result.data;
  return kept;
}
