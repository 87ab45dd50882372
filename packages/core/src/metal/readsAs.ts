import { deltaE, type Lab } from '../colour/index.js';
import { deg } from '../units/index.js';
import { metalAt, type Metal } from './metal.js';

/** What a ladder would be taken for. */
export interface Reading {
  readonly metal: Metal;
  /** Mean CIEDE2000 of the steps from what that metal has at their values. */
  readonly off: number;
  /** What brings the ladder to the metal that was meant, in words; null where it reads as that. */
  readonly add: string | null;
}

/** What paint would be taken for, in a sentence. */
export const takenForText = ({ metal, add }: Reading): string =>
  `It would be taken for ${metal.label.toLowerCase()}${add ? `: ${add}` : ''}.`;

/** Every step counts alike, but white lights and near-black shades tell metals little apart. */
const weightOf = (l: number) => (l > 12 && l < 92 ? 1 : 0.25);

function meanOff(metal: Metal, colours: readonly Lab[]): number {
  const weights = colours.map((c) => weightOf(c.l));
  const sum = colours.reduce((t, c, i) => t + weights[i] * deltaE(c, metalAt(metal, c.l)), 0);
  return sum / weights.reduce((a, b) => a + b, 0);
}

const HUES = [
  [25, 'reds'],
  [65, 'oranges'],
  [110, 'yellows'],
  [190, 'greens'],
  [290, 'blues'],
  [345, 'violets'],
  [361, 'reds'],
] as const;
const GREY = 7;
/** Another metal must be nearer by this to be what the eye takes it for. */
const CLEARLY = 0.8;

/** The family a colour belongs to, as a painter says it. */
export function hueWord({ a, b }: Lab): string {
  if (Math.hypot(a, b) < GREY) return 'greys';
  const h = (deg(Math.atan2(b, a)) + 360) % 360;
  return HUES.find(([to]) => h < to)![1];
}

/**
 * The metal that a ladder's colours are nearest to, among those that may be chosen, and what is lacking to one meant.
 * Copper is what gold becomes where its yellows are skipped: hue over value tells metals apart, not the lights.
 * @param colours dried colours of the steps, two or more
 */
export function readsAs(colours: readonly Lab[], among: readonly Metal[], meant: Metal | null): Reading {
  const [metal, off] = among
    .map((m) => [m, meanOff(m, colours)] as const)
    .reduce((best, next) => (next[1] < best[1] ? next : best));
  if (!meant || metal.id === meant.id) return { metal, off, add: null };
  // Nobody takes steel for silver over half a unit.
  const meantOff = meanOff(meant, colours);
  if (meantOff < off + CLEARLY) return { metal: meant, off: meantOff, add: null };
  const farthest = colours.reduce((w, c) => {
    const far = (l: Lab) => weightOf(l.l) * deltaE(l, metalAt(meant, l.l));
    return far(c) > far(w) ? c : w;
  });
  const wanted = metalAt(meant, farthest.l);
  const more = Math.hypot(wanted.a, wanted.b) > Math.hypot(farthest.a, farthest.b);
  const message = `the ${hueWord(wanted)} about value ${Math.round(farthest.l)}`;
  const add =
    hueWord(wanted) === hueWord(farthest)
      ? `make ${message} ${more ? 'stronger' : 'greyer'}`
      : `add ${message}`;
  return { metal, off, add };
}
