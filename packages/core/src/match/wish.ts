import { spectrumToLab, type Lab } from '../colour/index.js';
import { stepShares, paintsById, pigmentOf } from '../ladder/index.js';
import {
  colouredMetal,
  metalAt,
  metals,
  readsAs,
  valuesOf,
  type Metal,
  type Reading,
} from '../metal/index.js';
import { masstoneOf } from '../paint/index.js';
import type { Ladder, LadderStep, Paint } from '../piece/index.js';
import { searchLadder, type FoundStep } from './ladder.js';
import type { SearchOptions } from './search.js';
import { MIXED_KINDS, paintTable } from './table.js';

/** The metal a ladder aims at; null where it names none that is known. */
export function metalOfLadder({ metal }: Pick<Ladder, 'metal'>): Metal | null {
  const hue = metal && /^coloured-(\d{1,3})$/.exec(metal);
  if (hue) return colouredMetal(Number(hue[1]));
  return metals.find((m) => m.id === metal) ?? null;
}

export interface Wish {
  readonly metal: Metal;
  readonly steps: number;
  /** 0 even; toward 1 steps crowd in the lights, toward -1 in the darks. */
  readonly crowd: number;
}

/**
 * A ladder asked for anew: its steps aim at the metal's values. Steps keep their ids, and settled mixes, while their
 * number stays; mixes are those of the step nearest before, until a search has found others.
 */
export function wishedLadder(ladder: Ladder, { metal, steps, crowd }: Wish): Ladder {
  const values = valuesOf(metal, { steps, crowd });
  const shares = stepShares(steps);
  const same = steps === ladder.steps.length;
  const last = ladder.steps.length - 1;
  return {
    ...ladder,
    metal: metal.id,
    name: metal.label,
    steps: values.map((value, k): LadderStep => {
      const old = ladder.steps[Math.round((k * last) / (steps - 1))];
      return {
        ...old,
        id: same ? old.id : `${ladder.id}-${steps}-${k + 1}`.slice(-60),
        aimedShare: shares[k],
        value: Math.round(value * 10) / 10,
        settled: same ? old.settled : 'no',
      };
    }),
  };
}

/** Dried colour of a step where it covers. */
export const stepLab = (step: LadderStep, paints: ReadonlyMap<string, Paint>): Lab =>
  spectrumToLab(masstoneOf(pigmentOf(step.mix, paints)));

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

export interface Searched {
  readonly ladder: Ladder;
  readonly steps: readonly FoundStep[];
  readonly reading: Reading;
}

/**
 * A ladder with the best mixes from the paints for every step that is not settled.
 * @param only steps to look for, by index; all others stay as they are. Null for all.
 * @param options `out` names paints that are not mixed from any more
 * @returns null where the paints give no ladder that rises in value
 */
export function searchedLadder(ladder: Ladder, paints: readonly Paint[], only: readonly number[] | null, options: Partial<SearchOptions> & { readonly out?: ReadonlySet<string> } = {}): Searched | null {
  const { out = NONE, ...search } = options;
  const mixed = paints.filter((p) => MIXED_KINDS.has(p.kind));
  // Pots that ran out stand behind: steps that keep their mix may name them, new mixes may not.
  const shelf = [...mixed.filter((p) => !out.has(p.id)), ...mixed.filter((p) => out.has(p.id))];
  const place = new Map(shelf.map((p, i) => [p.id, i]));
  const targets = aimsOf(ladder, paints);
  const locked = ladder.steps.map((step, k) => {
    const free = step.settled === 'no' && (only === null || only.includes(k));
    // A mix of something that is no paint cannot be weighed against others: it is looked for as well.
    if (free || step.mix.length > 3 || step.mix.some((m) => !place.has(m.paint))) return null;
    const sorted = step.mix.map((m) => [place.get(m.paint)!, m.parts] as const).sort((a, b) => a[0] - b[0]);
    return { paints: sorted.map(([p]) => p), drops: sorted.map(([, d]) => d) };
  });
  const found = searchLadder(paintTable(shelf), targets, { ...search, locked, among: mixed.filter((p) => !out.has(p.id)).length });
  if (!found) return null;
  const steps = ladder.steps.map((step, k): LadderStep => {
    if (locked[k]) return step;
    const { paints: set, drops } = found.steps[k];
    // The most of a mix is named first, as it is poured.
    const mix = set.map((p, i) => ({ paint: shelf[p].id, parts: drops[i] })).sort((a, b) => b.parts - a.parts);
    return { ...step, mix };
  });
  return { ladder: { ...ladder, steps }, steps: found.steps, reading: readsAs(found.steps.map((s) => s.lab), metals, metalOfLadder(ladder)) };
} // prettier-ignore
