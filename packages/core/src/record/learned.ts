import type { Role } from '../piece/index.js';
import type { OrderLayer } from '../plan/index.js';
import type { DoneEvening } from './diary.js';
import { countedUp, likelyFactor, type LikelyFactor, type LogCount } from './logNormal.js';
import { ROUNDED_MIN } from './timed.js';

/** Kinds of work that a painter may be quick or slow at. */
export const WORK_KINDS = ['spray', 'layer', 'glaze', 'line'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** How long a kind of work takes a painter against the starting figures: what takes ten minutes by them takes ten times the factor. */
export interface Learned extends LikelyFactor {
  readonly kind: WorkKind;
  /** From so many layers of an evening. */
  readonly from: number;
}

/** Spread of painters about the starting figures, and of one layer about what its painter usually takes, as logarithms. */
const SPREAD = { ofFactors: 0.4, ofEach: 0.5 };
/** So many times as quick or slow, and the clock ran beside other work, or what was done before was ticked afterwards. */
const NOT_TIMED = Math.log(6);

const GLAZED: ReadonlySet<Role> = new Set(['glaze', 'wash', 'smoothing', 'tint', 'varnish', 'glow']);
const DRAWN: ReadonlySet<Role> = new Set(['edges', 'lining', 'glints', 'bounce']);

/** Which kind of work a layer is. */
export const workKind = ({
  role,
  airbrush,
}: {
  readonly role: Role;
  readonly airbrush: boolean;
}): WorkKind => (airbrush ? 'spray' : GLAZED.has(role) ? 'glaze' : DRAWN.has(role) ? 'line' : 'layer');

/** How often a kind of work was measured, and the sum of the logarithms of its minutes over the starting figures. */
export interface PaceCount extends LogCount {
  readonly kind: WorkKind;
}

/** What evenings tell of a painter's pace. Layers whose minutes were taken from the plan say nothing. */
export function paceOf(evenings: readonly DoneEvening[]): PaceCount[] {
  const lines = evenings.flatMap((e) => e.lines);
  return WORK_KINDS.flatMap((kind): PaceCount[] => {
    const logs = lines.flatMap((l) => {
      if (workKind(l) !== kind || !l.startingMin || l.minutes <= 0) return [];
      if (Math.abs(l.minutes - l.startingMin) <= ROUNDED_MIN * l.steps) return [];
      const off = Math.log(l.minutes / l.startingMin);
      return Math.abs(off) > NOT_TIMED ? [] : [off];
    });
    return logs.length > 0 ? [{ kind, count: logs.length, sum: logs.reduce((a, b) => a + b, 0) }] : [];
  });
}

/**
 * A painter's pace, kind by kind.
 * @param counts of any number of pieces; those of one kind are added up
 */
export function learned(counts: readonly PaceCount[]): Learned[] {
  return WORK_KINDS.flatMap((kind): Learned[] => {
    const own = countedUp(counts.filter((c) => c.kind === kind));
    return own.count === 0 ? [] : [{ kind, ...likelyFactor(own, SPREAD), from: own.count }];
  });
}

export const learnedFrom = (evenings: readonly DoneEvening[]): Learned[] => learned(paceOf(evenings));

/** An order in the painter's own minutes; each step keeps what the starting figures say. */
export function paced(order: readonly OrderLayer[], pace: readonly Learned[]): readonly OrderLayer[] {
  if (pace.length === 0) return order;
  const factors = new Map(pace.map((l) => [l.kind, l.factor]));
  return order.map((layer) => {
    const factor = factors.get(workKind(layer));
    if (factor === undefined) return layer;
    return {
      ...layer,
      parts: layer.parts.map((step) => ({
        ...step,
        startingMin: step.activeMin,
        activeMin: step.activeMin * factor,
      })),
    };
  });
}
