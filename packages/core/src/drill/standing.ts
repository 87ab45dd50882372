import type { DrillAnswer, DrillId } from '../piece/index.js';
import { meanOf, medianOf } from '../units/index.js';
import type { DrillKind } from './definition.js';
import { drills } from './registry.js';

/** What counts as of late. */
const LATE = 20;
/** Fewer answers tell nothing of a kind of question. */
const ENOUGH = 4;
/** Whoever leans one way by less than this share of what is close does not lean. */
const LEANS_FROM = 0.6;

/** What a painter's answers to a drill tell. */
export interface DrillStanding {
  readonly answered: number;
  /** The usual miss (median) of the last answers, in the drill's unit; null where there is none. */
  readonly usualMiss: number | null;
  /** That of the first ones; null until there are so many that none of them is among the last. */
  readonly atFirst: number | null;
  /** How many of the last answers were close, and of how many. */
  readonly close: number;
  readonly of: number;
  /** Kinds of questions that are missed one way (mean, in the drill's unit), the strongest first. */
  readonly leans: readonly { readonly kind: DrillKind; readonly lean: number }[];
  /** The kind that is missed most of late; null where none is missed more than is close. */
  readonly worst: DrillKind | null;
}

/** The last answers of a kind of question; null where they are too few to tell. */
function lateOn(kind: DrillKind, answers: readonly DrillAnswer[]): readonly DrillAnswer[] | null {
  const own = answers.filter((a) => a.about === kind.id).slice(-LATE);
  return own.length < ENOUGH ? null : own;
}

function worstOf(
  drill: DrillId,
  kinds: readonly DrillKind[],
  answers: readonly DrillAnswer[],
): DrillKind | null {
  const { within } = drills[drill];
  const missed = kinds.flatMap((kind) => {
    const late = lateOn(kind, answers);
    return late ? [{ kind, miss: meanOf(late.map((a) => a.miss)) }] : [];
  });
  const most = missed.reduce((worst, m) => (m.miss > worst.miss ? m : worst), {
    kind: null as DrillKind | null,
    miss: within,
  });
  return most.kind;
}

/**
 * What a painter's answers to a drill tell.
 * @param answers of any drill, the oldest first
 * @param kinds those that the drill asks about
 */
export function standingOf(
  drill: DrillId,
  answers: readonly DrillAnswer[],
  kinds: readonly DrillKind[],
): DrillStanding {
  const own = answers.filter((a) => a.drill === drill);
  const late = own.slice(-LATE);
  const { within } = drills[drill];
  const leans = kinds.flatMap((kind) => {
    const signed = lateOn(kind, own)?.flatMap((a) => (a.lean === null ? [] : [a.lean]));
    if (!signed || signed.length === 0) return [];
    const lean = meanOf(signed);
    return Math.abs(lean) >= LEANS_FROM * within ? [{ kind, lean }] : [];
  });
  return {
    answered: own.length,
    usualMiss: late.length > 0 ? medianOf(late.map((a) => a.miss)) : null,
    atFirst: own.length >= 2 * LATE ? medianOf(own.slice(0, LATE).map((a) => a.miss)) : null,
    close: late.filter((a) => a.miss <= within).length,
    of: late.length,
    leans: leans.sort((a, b) => Math.abs(b.lean) - Math.abs(a.lean)),
    worst: worstOf(drill, kinds, own),
  };
}

/** So often the next question is of the kind that was missed most. */
const AGAIN = 0.4;

/** The kind of the next question: any, and more often the one that was missed most. */
export function nextKind(
  drill: DrillId,
  kinds: readonly DrillKind[],
  answers: readonly DrillAnswer[],
  random: () => number,
): DrillKind {
  const own = answers.filter((a) => a.drill === drill);
  const worst = worstOf(drill, kinds, own);
  if (worst && random() < AGAIN) return worst;
  // Not the same twice running, so that a question is never told by the last.
  const last = own.at(-1)?.about;
  const others = kinds.filter((k) => k.id !== last);
  const among = others.length > 0 ? others : kinds;
  return among[Math.min(among.length - 1, Math.floor(random() * among.length))];
}
