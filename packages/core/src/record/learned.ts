import type { Role } from '../piece/index.js';
import type { DoneEvening, DoneLine } from './diary.js';

/** Kinds of work that a painter may be quick or slow at. */
export const WORK_KINDS = ['spray', 'layer', 'glaze', 'line'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** How long a kind of work takes a painter against the starting figures. */
export interface Learned {
  readonly kind: WorkKind;
  /** What takes ten minutes by the starting figures takes ten times this. */
  readonly factor: number;
  /** Nine times of ten it lies between these. */
  readonly low: number;
  readonly high: number;
  /** From so many layers of an evening. */
  readonly from: number;
}

/** Spread of painters about the starting figures, and of one layer about what its painter usually takes, as logarithms. */
const OF_PAINTERS = 0.4;
const OF_LAYERS = 0.5;
/** Standard deviations that hold nine of ten. */
const NINE_OF_TEN = 1.645;
/** Minutes as near to the plan as this were not measured: the tick took them from there. */
const AS_PLANNED = 0.02;

const GLAZED: ReadonlySet<Role> = new Set(['glaze', 'wash', 'smoothing', 'tint', 'varnish']);
const DRAWN: ReadonlySet<Role> = new Set(['edges', 'lining', 'glints', 'bounce']);

const kindOf = ({ role, airbrush }: DoneLine): WorkKind =>
  airbrush ? 'spray' : GLAZED.has(role) ? 'glaze' : DRAWN.has(role) ? 'line' : 'layer';

/**
 * What a painter's evenings say of their pace, kind by kind: minutes are log-normal about the plan, the mean of their
 * logarithm has a normal prior at the starting figures (conjugate update; Gelman and others 2013, 2.5). Layers whose minutes
 * were taken from the plan say nothing.
 */
export function learnedFrom(evenings: readonly DoneEvening[]): Learned[] {
  const lines = evenings.flatMap((e) => e.lines);
  return WORK_KINDS.flatMap((kind): Learned[] => {
    const logs = lines.flatMap((l) => {
      if (kindOf(l) !== kind || !l.plannedMin || l.minutes <= 0) return [];
      const off = Math.log(l.minutes / l.plannedMin);
      return Math.abs(off) < AS_PLANNED ? [] : [off];
    });
    if (logs.length === 0) return [];
    const certainty = 1 / OF_PAINTERS ** 2 + logs.length / OF_LAYERS ** 2;
    const mean = logs.reduce((a, b) => a + b, 0) / OF_LAYERS ** 2 / certainty;
    const spread = NINE_OF_TEN / Math.sqrt(certainty);
    return [
      {
        kind,
        factor: Math.exp(mean),
        low: Math.exp(mean - spread),
        high: Math.exp(mean + spread),
        from: logs.length,
      },
    ];
  });
}
