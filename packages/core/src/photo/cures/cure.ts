import { photoFindings, type PhotoFinding } from '../findings/index.js';
import type { PartReading } from '../readParts.js';
import type { CureDefinition, CureMeans } from './definition.js';
import { cures } from './registry.js';
import { photoColours, readingWith, type Colours, type PartTrial } from './trial.js';

/** A way to mend a finding, with what it comes to. */
export interface Cure {
  readonly id: string;
  readonly label: string;
  readonly words: string;
  /** At the brush. */
  readonly minutes: number;
  /** How often it has to dry in between. */
  readonly dries: number;
  readonly risk: string;
  /** What the finding would measure then, in its unit. */
  readonly measured: number;
  /** How the part would look, at all of its points. */
  readonly colours: Colours;
}

/** A cure aims below the limit: a hand strays. */
const AIM = 0.7;

/** Whether a part read so still shows something that is to be mended, other than what `before` shows. */
function worse(after: PartReading, before: PartReading): boolean {
  return Object.values(photoFindings).some((f) => {
    const [now, was] = [f.measure(after), f.measure(before)];
    return now !== null && now >= f.limit && now > (was ?? 0) + 1e-6;
  });
}

/** What a try of a cure comes to on all points of a part: tries are the same ones in the same order. */
function onAll({ tries }: CureDefinition, nth: number, whole: PartTrial, means: CureMeans): Colours {
  let k = 0;
  for (const { colours } of tries(whole, means)) if (k++ === nth) return colours;
  return photoColours(whole);
}

/**
 * The ways to mend a finding, each tried out on the part as it is, the cheapest first. Those that do not bring it under
 * its limit, or bring up something else, are left out; painting the part again always remains.
 * @param trial the part at some of its points, which say as much
 * @param whole the part at all of them
 */
export function curesFor(
  finding: Pick<PhotoFinding, 'id'>,
  trial: PartTrial,
  means: CureMeans,
  whole = trial,
): Cure[] {
  const definition = photoFindings[finding.id];
  const found = cures.flatMap((way): Cure[] => {
    const { id, label, mends, tries } = way;
    if (!mends.includes(finding.id)) return [];
    let best: Omit<Cure, 'colours'> | null = null;
    let [nth, taken] = [-1, 0];
    for (const { colours, words, minutes, dries, risk } of tries(trial, means)) {
      nth++;
      if (best && minutes >= best.minutes) continue;
      const after = readingWith(trial, colours);
      const measured = definition.measure(after) ?? 0;
      if (id !== 'repaint' && (measured > AIM * definition.limit || worse(after, trial.now))) continue;
      best = { id, label, words, minutes, dries, risk, measured };
      taken = nth;
    }
    return best ? [{ ...best, colours: onAll(way, taken, whole, means) }] : [];
  });
  const most = found.find((c) => c.id === 'repaint')?.minutes ?? Infinity;
  return found.filter((c) => c.id === 'repaint' || c.minutes < most).sort((p, q) => p.minutes - q.minutes);
}
