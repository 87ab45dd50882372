import { each, type Json, type Migration } from './json.js';

/** Ways of mending by the words that version 15 wrote into a note. */
const CURE_OF_WORDS: Json = {
  'a thin dark filter': 'glaze-darker',
  'a thin light veil': 'glaze-lighter',
  'the dark laid in again': 'glaze-gap',
  'a saturated glaze': 'glaze-colour',
  'a glaze from the border': 'glaze-border',
  'its light painted in place': 'relight',
  'its lights again': 'repaint-lights',
  'the border tidied up': 'tidy',
  'its edges drawn': 'draw-edges',
  'painted again': 'repaint',
};

/** What a note of a part tells to have been mended: version 15 had it in its words alone, and not of which finding. */
function mendedOf({ part, madeAt, text }: Json): Json | null {
  if (part === null || madeAt === null || typeof text !== 'string') return null;
  const words = Object.keys(CURE_OF_WORDS).find((w) => text.includes(` Mended: ${w}, `));
  return words === undefined ? null : { finding: null, cure: CURE_OF_WORDS[words] };
}

/** Version 16: a note tells in a field of its own what was mended. */
export const toVersion16: Migration = (piece) => ({
  ...piece,
  version: 16,
  notes: each(piece['notes'], (note) => ({ ...note, mended: mendedOf(note) })),
});
