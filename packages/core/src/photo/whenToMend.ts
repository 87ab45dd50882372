import { partStepKey, type Role, type Tick } from '../piece/index.js';
import { layerKey, type LayerId, type OrderLayer } from '../plan/index.js';
import type { PhotoFinding, PhotoFindingId } from './findings/index.js';

/** Paint lifts while it is wet, tears while it sets, and bears the next film once it is dry. */
export type Dryness = 'wet' | 'setting' | 'dry';

/** Whether a finding is mended now, and how dry the part is. */
export interface WhenToMend {
  /** Whether it is judged only when more of the part is painted. */
  readonly wait: boolean;
  /** Titles of what still comes on the part. */
  readonly toCome: readonly string[];
  readonly dryness: Dryness;
  /** What was laid on the part last, by its title, and when it is dry (ISO 8601); null where nothing was ticked. */
  readonly last: { readonly title: string; readonly dryAt: string } | null;
}

/** What makes metal read: before it is in, value and palest area mislead. */
const LATE: ReadonlySet<Role> = new Set(['smoothing', 'glaze', 'tint', 'bounce', 'edges', 'glints']);
/** What only shows in the end. Light that has moved, a dark that is filled and a part that was missed are mended early. */
const JUDGED_LATE: ReadonlySet<PhotoFindingId> = new Set([
  'too-bright',
  'too-dark',
  'wrong-hue',
  'washed-out-hue',
  'too-large',
  'too-small',
  'edges-lost',
]);
/** From so many times its limit a finding stays one, whatever still comes. */
const STAYS = 2;
/** Share of its drying time for which a coat still lifts: a starting figure. */
const WET_SHARE = 0.2;

export interface WhenInput {
  readonly order: readonly OrderLayer[];
  /** The layer that the photo is held against; null for the finished piece. */
  readonly after: LayerId | null;
  readonly ticks: readonly Tick[];
  /** Now, in ms since 1970. */
  readonly now: number;
}

function lastLaid(part: string, { order, ticks, now }: WhenInput) {
  const mine = ticks.filter((t) => t.part === part && Date.parse(t.doneAt) <= now);
  const last = mine.reduce<Tick | null>((l, t) => (l && l.doneAt >= t.doneAt ? l : t), null);
  const key = last && partStepKey(last);
  const layer = order.find((l) => l.parts.some((s) => partStepKey(s) === key));
  if (!last || !layer) return { dryness: 'dry' as const, last: null };
  const since = (now - Date.parse(last.doneAt)) / 60_000;
  const dryness: Dryness =
    since >= layer.dryMin ? 'dry' : since < WET_SHARE * layer.dryMin ? 'wet' : 'setting';
  const dryAt = new Date(Date.parse(last.doneAt) + layer.dryMin * 60_000).toISOString();
  return { dryness, last: { title: layer.title, dryAt } };
}

/** When a finding of a photo is mended. */
export function whenToMend(
  finding: Pick<PhotoFinding, 'id' | 'part' | 'measured' | 'limit'>,
  input: WhenInput,
): WhenToMend {
  const { order, after } = input;
  const key = after && layerKey(after);
  const at = key === null ? order.length : order.findIndex((l) => layerKey(l) === key) + 1;
  const coming = order.slice(at).filter((l) => l.parts.some((s) => s.part === finding.part));
  return {
    ...lastLaid(finding.part, input),
    toCome: coming.map((l) => l.title),
    wait:
      JUDGED_LATE.has(finding.id) &&
      finding.measured < STAYS * finding.limit &&
      coming.some((l) => LATE.has(l.role)),
  };
}
