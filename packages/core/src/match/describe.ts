import { deltaE } from '../colour/index.js';
import { hueWord, takenForText, type Metal } from '../metal/index.js';
import { closeness } from './nearness.js';
import type { Lacking, LadderSearchResult } from './ladderSpec.js';

/** What a search gave, in a sentence. */
export function foundText({ steps, reading, ladder }: LadderSearchResult, meant: Metal | null): string {
  const words = steps.map((s) => closeness(deltaE(s.lab, s.target)));
  const counts = [...new Set(words)].map((w) => `${words.filter((o) => o === w).length} ${w}`).join(', ');
  const paints = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint))).size;
  const piles = steps.filter((s) => s.sharing !== 'add').length;
  const taken = meant && reading.metal.id !== meant.id;
  const reads = taken ? ` ${takenForText(reading)}` : '';
  return `${paints} paints, ${piles} fresh ${piles === 1 ? 'pile' : 'piles'}; ${counts}.${reads}`;
}

/** What one paint more would do for a metal, in a sentence. */
export function lackingText(lacking: Lacking | null, metal: Metal): string {
  if (!lacking) return `No one paint more would help ${metal.label.toLowerCase()} much.`;
  const { lab } = lacking;
  const steps = lacking.steps.filter((s) => closeness(s.now) !== closeness(s.then));
  const gains = steps.map((s) => `step ${s.index + 1} from ${closeness(s.now)} to ${closeness(s.then)}`);
  return (
    `An opaque paint near this, of the ${hueWord(lab)} about value ${Math.round(lab.l)}, would help ` +
    `most: ${gains.join(', ') || 'fewer fresh piles'}.`
  );
}
