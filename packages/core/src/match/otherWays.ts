import { deltaE, hexToLab, spectrumToLab, type Lab } from '../colour/index.js';
import { midStep, driedLab, paintsById } from '../ladder/index.js';
import { masstoneOf, mixPigment, type Portion } from '../paint/index.js';
import type { Ladder, Mix, Paint } from '../piece/index.js';
import { deg, listOf } from '../units/index.js';
import { ratiosOf, searchMixes } from './search.js';
import { MIXED_KINDS, mixLabIn, paintTable } from './table.js';
import { stepLab } from './ladderSpec.js';

/** What can take the place of a paint, or give a colour another way. */
export interface Way {
  readonly mix: Mix;
  readonly lab: Lab;
  /** CIEDE2000 from what is wanted. */
  readonly off: number;
}

const hueOf = ({ a, b }: Lab): number => (deg(Math.atan2(b, a)) + 360) % 360;
const apart = (p: number, q: number): number => Math.abs(((p - q + 540) % 360) - 180);

const MOST_WAYS = 5;
/** Kinds that run thin: their place is taken by thin ones first. */
const THIN: ReadonlySet<Paint['kind']> = new Set(['wash', 'ink', 'one-coat']);

/**
 * What stands in for a paint that is missing: single pots of its kind first, then mixes of the others, nearest first.
 * A wash or ink may be a dark paint thinned: the value counts, not the name.
 */
export function standIns(
  paint: Paint,
  paints: readonly Paint[],
  out: ReadonlySet<string> = new Set(),
): Way[] {
  const wanted = hexToLab(paint.hex);
  const others = paints.filter((p) => p.id !== paint.id && !out.has(p.id));
  const alike = THIN.has(paint.kind)
    ? others.filter((p) => THIN.has(p.kind))
    : paint.kind === 'metallic' || paint.kind === 'primer'
      ? others.filter((p) => p.kind === paint.kind)
      : [];
  const single = alike
    .map((p): Way => ({
      mix: [{ paint: p.id, parts: 1 }],
      lab: hexToLab(p.hex),
      off: deltaE(hexToLab(p.hex), wanted),
    }))
    .sort((a, b) => a.off - b.off)
    .slice(0, 2);
  const mixed = others.filter((p) => MIXED_KINDS.has(p.kind) && !alike.includes(p));
  // True metal is not to be had from ordinary paint.
  if (mixed.length === 0 || paint.kind === 'metallic') return single;
  const [found] = searchMixes(paintTable(mixed), [wanted], { keep: 40 });
  const seen = new Set<string>();
  const ways = found
    .filter((m) => !seen.has(m.paints.join()) && seen.add(m.paints.join()))
    .map((m): Way => ({
      mix: m.paints
        .map((p, i) => ({ paint: mixed[p].id, parts: m.drops[i] }))
        .sort((a, b) => b.parts - a.parts),
      lab: m.lab,
      off: deltaE(m.lab, wanted),
    }));
  return [...single, ...ways].slice(0, MOST_WAYS);
}

/** Hues farther round the circle than this are opposites. */
const OPPOSITE_DEG = 130;
const VIVID = 18;
const MOST_DROPS = 9;

export interface Opposites extends Way {
  /** The one of the two that darkens the mix further. */
  readonly darkens: string;
}

/**
 * A muted colour from two vivid opposites, such as a brown from yellow and violet; more of the darker one darkens it.
 * Null where no two are opposite. The model knows such mixes least well.
 */
export function fromOpposites(
  wanted: Lab,
  paints: readonly Paint[],
  out: ReadonlySet<string> = new Set(),
): Opposites | null {
  const vivid = paints.filter(
    (p) =>
      MIXED_KINDS.has(p.kind) && !out.has(p.id) && Math.hypot(hexToLab(p.hex).a, hexToLab(p.hex).b) > VIVID,
  );
  const labs = vivid.map((p) => hexToLab(p.hex));
  const table = paintTable(vivid);
  const ratios = ratiosOf(2, MOST_DROPS);
  let best: Opposites | null = null;
  for (let i = 0; i < vivid.length; i++)
    for (let j = i + 1; j < vivid.length; j++) {
      if (apart(hueOf(labs[i]), hueOf(labs[j])) < OPPOSITE_DEG) continue;
      for (let r = 0; r < ratios.length; r += 2) {
        const lab = mixLabIn(table, [i, j], [ratios[r], ratios[r + 1]], 2);
        const off = deltaE(lab, wanted);
        if (best && off >= best.off) continue;
        const mix = [
          { paint: vivid[i].id, parts: ratios[r] },
          { paint: vivid[j].id, parts: ratios[r + 1] },
        ].sort((a, b) => b.parts - a.parts);
        best = { mix, lab, off, darkens: labs[i].l < labs[j].l ? vivid[i].id : vivid[j].id };
      }
    }
  return best;
}

/** A step drawn from two of three puddles. */
export interface DrawnStep {
  /** Step of the ladder, from 0. */
  readonly index: number;
  /** Parts of the darker and of the lighter puddle. */
  readonly darker: number;
  readonly lighter: number;
  /** Whether the darker one is the first puddle; else the middle. */
  readonly first: boolean;
  readonly lab: Lab;
  readonly off: number;
}

const MOST_PARTS = 8;

/**
 * Another way to mix a ladder: only its darkest, middle and lightest step as puddles side by side, the steps between
 * drawn together from two of them. Null for ladders of fewer than four steps.
 */
export function threePuddles(ladder: Ladder, paints: readonly Paint[]): DrawnStep[] | null {
  const last = ladder.steps.length - 1;
  if (last < 3) return null;
  const byId = paintsById(paints);
  const mid = midStep(ladder.steps.length);
  const portions = (k: number, parts: number): Portion[] => {
    const { mix } = ladder.steps[k];
    const whole = mix.reduce((s, m) => s + m.parts, 0);
    return mix.map((m) => ({ paint: byId.get(m.paint)!, drops: (parts * m.parts) / whole }));
  };
  return ladder.steps.flatMap((step, index): DrawnStep[] => {
    if (index === 0 || index === mid || index === last) return [];
    const [dark, light] = index < mid ? [0, mid] : [mid, last];
    const wanted = stepLab(step, byId);
    let best: DrawnStep | null = null;
    for (let whole = 2; whole <= MOST_PARTS; whole++)
      for (let darker = 1; darker < whole; darker++) {
        const lab = spectrumToLab(
          masstoneOf(mixPigment([...portions(dark, darker), ...portions(light, whole - darker)])),
        );
        const off = deltaE(lab, wanted);
        if (!best || off < best.off - 0.2)
          best = { index, darker, lighter: whole - darker, first: dark === 0, lab, off };
      }
    return [best!];
  });
}

/** What two metals of a piece have in common, or what keeps them apart. */
export interface HueLink {
  readonly kind: 'tied' | 'parted' | 'neither';
  /** Degrees between their hues where they are most vivid; null where one of them is grey. */
  readonly apartDeg: number | null;
  readonly shared: readonly string[];
  readonly message: string;
}

const GREY = 6;
const TIED_DEG = 25;
const PARTED_DEG = 90;

/** Hue of a ladder where it is most vivid, weighted by chroma; null where it is grey throughout. */
function ladderHue(labs: readonly Lab[]): number | null {
  const [a, b] = [labs.reduce((s, l) => s + l.a, 0), labs.reduce((s, l) => s + l.b, 0)];
  return Math.max(...labs.map((l) => Math.hypot(l.a, l.b))) < GREY ? null : hueOf({ l: 0, a, b });
}

/** Whether two ladders share a hue, which unifies two metals, or stand in families of their own, which separates them. */
export function hueLink(one: Ladder, other: Ladder, paints: readonly Paint[]): HueLink {
  const byId = paintsById(paints);
  const [p, q] = [one, other].map((l) => ladderHue(l.steps.map((s) => driedLab(s.mix, byId))));
  const used = (l: Ladder) => new Set(l.steps.flatMap((s) => s.mix.map((m) => m.paint)));
  const theirs = used(other);
  const shared = [...used(one)].filter((id) => theirs.has(id)).map((id) => byId.get(id)!.name);
  const paintsSay = shared.length > 0 ? `both hold ${listOf(shared)}` : 'they share no paint';
  if (p === null || q === null)
    return {
      kind: 'neither',
      apartDeg: null,
      shared,
      message: `${p === null ? one.name : other.name} is grey: only value and polish tell the two apart, and ${paintsSay}`,
    };
  const apartDeg = apart(p, q);
  const kind = apartDeg <= TIED_DEG ? 'tied' : apartDeg >= PARTED_DEG ? 'parted' : 'neither';
  const message = {
    tied: `their hues lie ${Math.round(apartDeg)}° apart, which ties them; for two metals on one thing`,
    parted: `their hues lie ${Math.round(apartDeg)}° apart, families of their own; for things that should not be taken for one`,
    neither: `their hues lie ${Math.round(apartDeg)}° apart, neither tied nor parted; share a shadow paint to tie them, or move one round`,
  }[kind];
  return { kind, apartDeg, shared, message: `${message}; ${paintsSay}` };
}
