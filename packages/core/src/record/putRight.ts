import { MOST_DONE, partStepKey, type Tick } from '../piece/index.js';
import { layerKey, stepsOf, type OrderLayer } from '../plan/index.js';
import { clamp } from '../units/index.js';
import type { DoneEvening, DoneLine } from './diary.js';
import { isTimed, startingMinOf } from './timed.js';

/** What was really done of a line of the diary, as the painter puts it right; what is left out stays as it was. */
export interface ReallyDone {
  /** On the part that took most of them; the others are put right by as many. */
  readonly coats?: number;
  /** At the brush, for all of the line. */
  readonly minutes?: number;
  /** What was on the brush, in words. */
  readonly mix?: string;
}

/**
 * The ticks that a line of the diary, or of the sheet by layer, is made of.
 * @param evening the evening that the line is of; null for a line of the sheet
 */
export function ticksOfLine(
  line: DoneLine,
  ticks: readonly Tick[],
  order: readonly OrderLayer[],
  evening: Pick<DoneEvening, 'from' | 'to'> | null,
): Tick[] {
  const known = stepsOf(order);
  const [from, to] = evening ? [Date.parse(evening.from), Date.parse(evening.to)] : [-Infinity, Infinity];
  return ticks.filter((t) => {
    const at = Date.parse(t.doneAt);
    if (at < from || at > to) return false;
    const layer = known.get(partStepKey(t))?.layer;
    return layer
      ? layerKey(layer) === line.layer
      : line.layer === null && t.role === line.role && t.step === line.step;
  });
}

/** The most coats of some ticks. */
export const coatsDone = (ticks: readonly Tick[]): number => Math.max(0, ...ticks.map((t) => t.did.coats));

/**
 * Ticks of one line with what was really done. Minutes are shared out as they were; where they were taken from the plan,
 * and only coats are put right, they follow the coats.
 */
export function putRight(
  ticks: readonly Tick[],
  order: readonly OrderLayer[],
  { coats, minutes, mix }: ReallyDone,
): Tick[] {
  const known = stepsOf(order);
  const more = coats === undefined ? 0 : coats - coatsDone(ticks);
  const laid = ({ did }: Tick) => (more === 0 ? did.coats : clamp(did.coats + more, 1, MOST_DONE.coats));
  const total = ticks.reduce((sum, t) => sum + t.did.minutes, 0);
  const took = (t: Tick) => {
    if (minutes !== undefined)
      return total > 0 ? (t.did.minutes * minutes) / total : minutes / Math.max(1, ticks.length);
    const step = known.get(partStepKey(t))?.step;
    return step && more !== 0 && !isTimed(t, step)
      ? startingMinOf({ ...t, did: { ...t.did, coats: laid(t) } }, step)
      : t.did.minutes;
  };
  const said = mix?.trim().slice(0, MOST_DONE.mix);
  return ticks.map((t) => {
    const { hex, ...did } = t.did;
    const otherMix = said !== undefined && said !== did.mix;
    return {
      ...t,
      did: {
        ...did,
        coats: laid(t),
        minutes: Number(clamp(took(t), 0, MOST_DONE.minutes).toFixed(2)),
        mix: said ?? did.mix,
        // How another mix dries is not known.
        ...(hex !== undefined && !otherMix && { hex }),
      },
    };
  });
}
