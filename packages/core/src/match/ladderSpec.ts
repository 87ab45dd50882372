import { deltaE, hexToLab, labToHex, type Lab } from '../colour/index.js';
import { driedLab, paintsById, stepShares } from '../ladder/index.js';
import {
  colouredMetal,
  metalAt,
  metalOfPath,
  metals,
  readsAs,
  valuesOf,
  type Metal,
  type Reading,
} from '../metal/index.js';
import type { Ladder, LadderStep, Mix, Paint } from '../piece/index.js';
import { deg } from '../units/index.js';
import { follows, searchLadder, type FoundStep, type Locked, type Sharing } from './ladder.js';
import { searchMixes, type SearchOptions } from './search.js';
import { MIXED_KINDS, paintTable } from './table.js';

/** The metal a ladder aims at; null where it names none that is known. */
export function metalOfLadder({ metal }: Pick<Ladder, 'metal'>): Metal | null {
  const hue = metal && /^coloured-(\d{1,3})$/.exec(metal);
  if (hue) return colouredMetal(Number(hue[1]));
  return metals.find((m) => m.id === metal) ?? (metal ? metalOfPath(metal) : null);
}

/** Shares of a part that the steps of a ladder's metal cover, dark to light; none told where it names no metal. */
export const coverOfLadder = (ladder: Pick<Ladder, 'metal'>): readonly number[] | undefined =>
  metalOfLadder(ladder)?.coverShares;

export interface LadderSpec {
  readonly metal: Metal;
  readonly steps: number;
  /** 0 even; toward 1 steps crowd in the lights, toward -1 in the darks. */
  readonly crowd: number;
  /** Value of the first and of the last step; where the metal's path ends unless told. */
  readonly from?: number | null;
  readonly to?: number | null;
}

/**
 * A ladder asked for anew: its steps aim at the metal's values. Steps keep their ids, and settled mixes, while their
 * number stays; mixes are those of the step nearest before, until a search has found others.
 */
export function ladderFromSpec(
  ladder: Ladder,
  { metal, steps, crowd, from = null, to = null }: LadderSpec,
): Ladder {
  const values = valuesOf(metal, { steps, crowd, from, to });
  const shares = stepShares(steps, metal.coverShares);
  const same = steps === ladder.steps.length;
  const last = ladder.steps.length - 1;
  const kept = keptIds(ladder, steps);
  return {
    ...ladder,
    metal: metal.id,
    name: metal.label,
    steps: values.map((value, k): LadderStep => {
      const old = ladder.steps[Math.round((k * last) / (steps - 1))];
      return {
        ...old,
        id: kept[k] ?? `${ladder.id}-${steps}-${k + 1}`.slice(-60),
        aimedShare: shares[k],
        value: Math.round(value * 10) / 10,
        settled: same ? old.settled : 'no',
      };
    }),
  };
}

/**
 * Ids for another count of steps: each old one stays with the new step nearest to its place, so that what is kept under it
 * follows; null where none is near.
 */
function keptIds({ steps: old }: Ladder, count: number): (string | null)[] {
  const ids = new Array<string | null>(count).fill(null);
  // Ends first, then the others: an end is an end, however many lie between.
  const order = old
    .map((_, i) => i)
    .sort((a, b) => Number(isEnd(b, old.length)) - Number(isEnd(a, old.length)));
  for (const i of order) {
    const k = Math.round((i * (count - 1)) / Math.max(1, old.length - 1));
    ids[k] ??= old[i].id;
  }
  return ids;
}

const isEnd = (i: number, count: number) => i === 0 || i === count - 1;

/** Dried colour of a step where it covers. */
export const stepLab = (step: LadderStep, paints: ReadonlyMap<string, Paint>): Lab =>
  driedLab(step.mix, paints);
/** What every step of a ladder aims at: its metal's colour at its value; the mix itself where nothing else is said. */
export function aimsOf(ladder: Ladder, paints: readonly Paint[]): Lab[] {
  const metal = metalOfLadder(ladder);
  const byId = paintsById(paints);
  return ladder.steps.map((step) => {
    const own = stepLab(step, byId);
    return metal
      ? metalAt(metal, step.value ?? own.l)
      : step.value === null
        ? own
        : { ...own, l: step.value };
  });
}

const NONE: ReadonlySet<string> = new Set();

/**
 * A step's mix as the search sees it, paints in rising order; null where it holds something that is no paint of the
 * shelf, or more paints than a search mixes.
 */
function lockedMixOf({ mix }: LadderStep, place: ReadonlyMap<string, number>): Locked | null {
  if (mix.length > 3 || mix.some((m) => !place.has(m.paint))) return null;
  const sorted = mix.map((m) => [place.get(m.paint)!, m.parts] as const).sort((a, b) => a[0] - b[0]);
  return { paints: sorted.map(([p]) => p), drops: sorted.map(([, d]) => d) };
}

export interface LadderSearchResult {
  readonly ladder: Ladder;
  readonly steps: readonly FoundStep[];
  readonly reading: Reading;
  /** What all of it costs, as the search weighs it. */
  readonly cost: number;
}

/**
 * A ladder with the best mixes from the paints for every step that is not settled.
 * @param only steps to look for, by index; all others stay as they are. Null for all.
 * @param options `out` names paints that are not mixed from any more
 * @returns null where the paints give no ladder that rises in value
 */
export function searchMixesForLadder(
  ladder: Ladder,
  paints: readonly Paint[],
  only: readonly number[] | null,
  options: Partial<SearchOptions> & { readonly out?: ReadonlySet<string> } = {},
): LadderSearchResult | null {
  const { out = NONE, ...search } = options;
  const avoided = avoidedFor(ladder, paints);
  // With nothing of its own hues the metal is mixed from what there is.
  return (
    (avoided.length > 0
      ? searchFrom({ ladder, paints, only, out: new Set([...out, ...avoided]) }, search)
      : null) ?? searchFrom({ ladder, paints, only, out }, search)
  );
}

/** Greyer than this a paint has no hue that could show in a mix. */
const GREY = 14;

/** Ids of the paints whose hue a ladder's metal has no place for. */
function avoidedFor(ladder: Ladder, paints: readonly Paint[]): string[] {
  const avoids = metalOfLadder(ladder)?.avoids;
  if (!avoids) return [];
  const [from, to] = avoids;
  return paints
    .filter(({ hex }) => {
      const { a, b } = hexToLab(hex);
      const hue = (deg(Math.atan2(b, a)) + 360) % 360;
      return Math.hypot(a, b) > GREY && hue >= from && hue <= to;
    })
    .map((p) => p.id);
}

interface SearchFrom {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  readonly only: readonly number[] | null;
  readonly out: ReadonlySet<string>;
}

function searchFrom(
  { ladder, paints, only, out }: SearchFrom,
  search: Partial<SearchOptions>,
): LadderSearchResult | null {
  const mixed = paints.filter((p) => MIXED_KINDS.has(p.kind));
  // Pots that ran out stand behind: steps that keep their mix may name them, new mixes may not.
  const shelf = [...mixed.filter((p) => !out.has(p.id)), ...mixed.filter((p) => out.has(p.id))];
  const place = new Map(shelf.map((p, i) => [p.id, i]));
  const targets = aimsOf(ladder, paints);
  const locked = ladder.steps.map((step, k) => {
    const free = step.settled === 'no' && (only === null || only.includes(k));
    return free ? null : lockedMixOf(step, place);
  });
  const found = searchLadder(paintTable(shelf), targets, {
    ...search,
    locked,
    among: mixed.filter((p) => !out.has(p.id)).length,
  });
  if (!found) return null;
  const steps = ladder.steps.map((step, k): LadderStep => {
    if (locked[k]) return step;
    const { paints: set, drops } = found.steps[k];
    // The most of a mix is named first, as it is poured.
    const mix = set
      .map((p, i) => ({ paint: shelf[p].id, parts: drops[i] }))
      .sort((a, b) => b.parts - a.parts);
    return { ...step, mix };
  });
  return {
    ladder: { ...ladder, steps },
    steps: found.steps,
    cost: found.cost,
    reading: readsAs(
      found.steps.map((s) => s.lab),
      metals,
      metalOfLadder(ladder),
    ),
  };
}

/** Another mix for one step, and what it asks for. */
export interface OtherMix {
  readonly mix: Mix;
  readonly lab: Lab;
  /** How its pile comes from that of the step before, as it is now. */
  readonly sharing: Sharing;
  /** Paints in it that no other step of the ladder uses. */
  readonly moreToOpen: number;
}

const MOST_OTHERS = 6;

/**
 * Mixes that come near what a step aims at, one for each set of paints, those first that are near and cheap beside its
 * neighbours.
 */
export function otherMixes(
  ladder: Ladder,
  paints: readonly Paint[],
  index: number,
  options: Partial<SearchOptions> & { readonly out?: ReadonlySet<string> } = {},
): OtherMix[] {
  const { out: gone = NONE, ...search } = options;
  const out = new Set([...gone, ...avoidedFor(ladder, paints)]);
  const shelf = paints.filter((p) => MIXED_KINDS.has(p.kind) && !out.has(p.id));
  const place = new Map(shelf.map((p, i) => [p.id, i]));
  const [found] = searchMixes(paintTable(shelf), [aimsOf(ladder, paints)[index]], search);
  const others = new Set(ladder.steps.flatMap((s, k) => (k === index ? [] : s.mix.map((m) => m.paint))));
  const [before, after] = [index - 1, index + 1].map((k) =>
    ladder.steps[k] ? lockedMixOf(ladder.steps[k], place) : null,
  );
  const seen = new Set<string>();
  return found
    .map((mix) => ({
      mix,
      cost: mix.cost + (before ? follows(before, mix).cost : 0) + (after ? follows(mix, after).cost : 0),
    }))
    .sort((a, b) => a.cost - b.cost)
    .filter(({ mix }) => !seen.has(mix.paints.join()) && seen.add(mix.paints.join()))
    .slice(0, MOST_OTHERS)
    .map(({ mix }) => ({
      mix: mix.paints
        .map((p, i) => ({ paint: shelf[p].id, parts: mix.drops[i] }))
        .sort((a, b) => b.parts - a.parts),
      lab: mix.lab,
      sharing: before ? follows(before, mix).sharing : index === 0 ? 'first' : 'fresh',
      moreToOpen: mix.paints.filter((p) => !others.has(shelf[p].id)).length,
    }));
}

/** One paint that the shelf lacks, and what it would do for a ladder. */
export interface Lacking {
  readonly hex: string;
  readonly lab: Lab;
  /** Steps that would come nearer, from 0, with their difference (CIEDE2000) now and then. */
  readonly steps: readonly { readonly index: number; readonly now: number; readonly then: number }[];
}

/** A paint that saves a ladder less than this is not worth buying for it. */
const WORTH = 1.5;
/** Differences smaller than this are not told. */
const TOLD = 0.8;

/**
 * The one opaque paint that would help a ladder most: tried are those of the very colours its steps aim at.
 * @returns null where none would help much, or the ladder cannot be mixed at all
 */
export function lackingPaint(
  ladder: Ladder,
  paints: readonly Paint[],
  options: Partial<SearchOptions> & { readonly out?: ReadonlySet<string> } = {},
): Lacking | null {
  const { onProgress, ...search } = options;
  const off = (s: LadderSearchResult) => s.steps.map((step) => deltaE(step.lab, step.target));
  const tried = (shelf: readonly Paint[], part: number, of: number) =>
    searchMixesForLadder(ladder, shelf, null, {
      ...search,
      onProgress: (share) => onProgress?.((part + share) / of),
    });
  const aims = aimsOf(ladder, paints);
  const now = tried(paints, 0, aims.length + 1);
  if (!now) return null;
  let best: { readonly saves: number; readonly lacking: Lacking } | null = null;
  aims.forEach((lab, k) => {
    const hex = labToHex(lab);
    const extra: Paint = {
      id: 'lacking-paint',
      name: 'One paint more',
      hex,
      kind: 'paint',
      opacity: 'opaque',
      tint: 'normal',
      finish: 'matt',
      dryMin: null,
      contrast: null,
      strength: null,
    };
    const then = tried([...paints, extra], k + 1, aims.length + 1);
    if (!then || now.cost - then.cost <= (best?.saves ?? WORTH)) return;
    const [before, after] = [off(now), off(then)];
    const steps = before.flatMap((d, index) =>
      d - after[index] > TOLD ? [{ index, now: d, then: after[index] }] : [],
    );
    best = { saves: now.cost - then.cost, lacking: { hex, lab, steps } };
  });
  return (best as { lacking: Lacking } | null)?.lacking ?? null;
}
