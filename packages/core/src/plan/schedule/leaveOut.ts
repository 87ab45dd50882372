import type { Piece, Role } from '../../piece/index.js';
import type { OrderLayer } from '../orderLayer.js';
import type { Schedule } from './schedule.js';

/** A layer that may be left out, with what that saves and what it costs the eye. */
export interface Leavable {
  readonly layer: number;
  readonly savesMin: number;
  /** CIEDE2000 at arm's length by the part that it changes most; null where the map cannot tell. */
  readonly costs: number | null;
  /** Whether the piece's purpose can do without it. */
  readonly beyond: boolean;
}

/** Without these there is no metal, or what is under it runs. */
const NEEDED: ReadonlySet<Role> = new Set(['undercoat', 'base', 'edges', 'matte', 'varnish']);
/** A change of the eye that a layer of unknown effect is taken to make. */
const UNKNOWN_CHANGE = 4;
const LEAST_MIN = 1;

/** What may be left out, cheapest for the eye first: beyond the purpose before the rest, then by change a minute. */
export function leavableLayers(order: readonly OrderLayer[], { copies }: Pick<Piece, 'copies'>): Leavable[] {
  const lastValue = order.findLastIndex((l) => l.role === 'value');
  return order
    .map((l, layer): Leavable => {
      const change = Math.max(-1, ...l.parts.map((p) => p.change ?? -1));
      return {
        layer,
        savesMin: l.parts.reduce((s, p) => s + p.activeMin, 0) * copies,
        costs: change < 0 ? null : change,
        beyond: l.beyond,
      };
    })
    .filter(
      ({ layer, savesMin }) => !NEEDED.has(order[layer].role) && layer !== lastValue && savesMin >= LEAST_MIN,
    )
    .sort(
      (a, b) =>
        Number(b.beyond) - Number(a.beyond) ||
        (a.costs ?? UNKNOWN_CHANGE) / a.savesMin - (b.costs ?? UNKNOWN_CHANGE) / b.savesMin,
    );
}

/** What is plain to see is not proposed, whatever it saves. */
const PLAIN_TO_SEE = 10;

/** The first of them that together save so many minutes; all that may be proposed where even they do not. */
export function enoughToLeave(leavable: readonly Leavable[], minutes: number): Leavable[] {
  let saved = 0;
  const chosen: Leavable[] = [];
  for (const l of leavable) {
    if (saved >= minutes) break;
    if (!l.beyond && (l.costs ?? 0) >= PLAIN_TO_SEE) continue;
    chosen.push(l);
    saved += l.savesMin;
  }
  return chosen;
}

/** A smaller share of evenings than this is painted where drying tells how many there are. */
const MOSTLY = 0.5;
/** More is not a proposal any more. */
const MOST_PROPOSED = 6;

/** What does not fit into the evenings that are set. */
export interface Shortfall {
  /** At the brush and beside it. */
  readonly minutes: number;
  /** Evenings that it takes beside those set. */
  readonly evenings: number;
  /** What could be left out, the least for the eye first. */
  readonly leave: readonly Leavable[];
  /** What is too much with all of that left out, and the evenings it takes. */
  readonly still: { readonly minutes: number; readonly evenings: number } | null;
}

/** What a schedule lacks in time; null where it fits. */
export function shortfallOf(
  { fits, evenings }: Pick<Schedule, 'fits' | 'evenings'>,
  order: readonly OrderLayer[],
  piece: Pick<Piece, 'copies'>,
): Shortfall | null {
  const more = evenings.filter((e) => !e.set);
  if (fits || more.length === 0) return null;
  const minutes = more.reduce((n, e) => n + e.activeMin + e.setupMin, 0);
  const leave = enoughToLeave(leavableLayers(order, piece), minutes).slice(0, MOST_PROPOSED);
  const left = minutes - leave.reduce((n, l) => n + l.savesMin, 0);
  // Evenings that are mostly waited through are for what dries, and as many with less to paint in them. One that has
  // begun is shorter than those that follow.
  const dries = minutes < MOSTLY * more.reduce((n, e) => n + e.minutes, 0);
  const still =
    left > 0 ? { minutes: left, evenings: dries ? more.length : Math.ceil(left / more[0].minutes) } : null;
  return { minutes, evenings: more.length, leave, still };
}
