import { BANDS, paintSpectrum, spectrumToLab, type Lab, type Spectrum } from '../colour/index.js';
import { paintsById, pigmentOf } from '../ladder/index.js';
import {
  coatsNeeded,
  film,
  flakeReflectance,
  gainAt,
  masstoneOf,
  thicknessOf,
  type Pigment,
} from '../paint/index.js';
import type { Paint } from '../piece/index.js';
import type { SchoolInput, Pass } from './definition.js';

/** What lies on a zone: an even ground, or true metal with films on it. Zones that share a history share the object. */
type Ground =
  | { readonly kind: 'even'; readonly r: Spectrum }
  | { readonly kind: 'flake'; readonly face: Spectrum; readonly over: Pigment | undefined };

/** A pass as it comes out on one part. */
export interface LaidPass {
  readonly pass: Pass;
  /** Zones of the part that it covers, dark to light, counted from 0. */
  readonly zones: readonly number[];
  readonly coats: number;
  /** The real-valued count behind it, good to about 20 %. */
  readonly exactCoats: number;
  /** False where even the most coats advised do not hide what is below. */
  readonly covers: boolean;
  /** Value that the darkest zone it covers dries to, where a hand lays a fifth less or more than the film that is meant. */
  readonly values: readonly [least: number, most: number];
  /** Colour of every zone once this pass is dry. */
  readonly after: readonly Lab[];
}

export interface Laid {
  readonly undercoat: Lab;
  readonly passes: readonly LaidPass[];
}

/** Coats until a flake hides what is below: it is opaque by nature, thin ones take a second. */
const flakeCoats = (paints: readonly Paint[], { mix }: Pass): number =>
  Math.max(
    ...mix.map(
      (m) =>
        ({ opaque: 1, 'semi-opaque': 2, 'semi-transparent': 3, transparent: 3 })[
          paints.find((p) => p.id === m.paint)!.opacity
        ],
    ),
  );

/** How far a hand, and the model, may be off a film's thickness. */
const THICKNESS_OFF = 0.2;

/** A wash runs off what is raised and settles where it is low: its film there, against one laid evenly. */
const SETTLES = { low: 1.3, raised: 0.45 } as const;

/** Thickness of a pass's film on a zone against the mean; `height` is 0 in the darkest zone of the part, 1 in the lightest. */
const settled = ({ film: kind }: Pass, height: number): number =>
  kind === 'wash' ? SETTLES.low + (SETTLES.raised - SETTLES.low) * height : 1;

const times = (p: Pigment, x: number): Pigment => ({ k: p.k.map((k) => k * x), s: p.s * x });
const onto = (p: Pigment, below: Pigment | undefined): Pigment =>
  below ? { k: p.k.map((k, i) => k + below.k[i]), s: p.s + below.s } : p;

function reflectanceOf(ground: Ground, gain: number): Spectrum {
  if (ground.kind === 'even') return ground.r;
  const r = flakeReflectance(ground.face, gain, ground.over);
  for (let i = 0; i < BANDS; i++) r[i] = Math.min(1, r[i]);
  return r;
}

/** A ground under a film of a pigment so many standard coats thick. Flake hides what is below it. */
function covered(ground: Ground, pigment: Pigment, thickness: number, flake: boolean): Ground {
  if (flake) return { kind: 'flake', face: masstoneOf(pigment), over: undefined };
  if (ground.kind === 'even') return { kind: 'even', r: film(pigment, thickness, ground.r) };
  return { ...ground, over: onto(times(pigment, thickness), ground.over) };
}

/** Reflectance of an undercoat: a primer is taken to cover. @throws RangeError for a paint that is not there */
function undercoatOf({ ladder, paints }: SchoolInput): Spectrum {
  const paint = paints.find((p) => p.id === ladder.undercoat);
  if (!paint) throw new RangeError(`paint: "${ladder.undercoat}" is not among the piece's paints`);
  return paintSpectrum(paint.hex);
}

/** Zones of a part that a pass covers; none where it lies on no zones or the part leaves it out. */
const zonesUnder = ({ over, needs }: Pass, steps: readonly number[]): number[] =>
  typeof over === 'string' || (needs !== null && !steps.includes(needs))
    ? []
    : steps.flatMap((s, k) => (s >= over.from && s <= over.to ? [k] : []));

/** Grounds with a film on those zones. Zones that share a ground go on sharing it, unless the film parts them. */
function laidOn(
  before: readonly Ground[],
  zones: readonly number[],
  { parts, on }: { readonly parts: boolean; readonly on: (zone: number) => Ground },
): Ground[] {
  const made = new Map<Ground, Ground>();
  return before.map((ground, k) => {
    if (!zones.includes(k)) return ground;
    const laid = (!parts && made.get(ground)) || on(k);
    made.set(ground, laid);
    return laid;
  });
}

/**
 * Lays the passes of an approach one over the other on a part that uses some of the ladder's steps, each with the coats
 * it needs, and tells the colour of every zone after each. Passes that lie on no zones (lines, dots, glazes over
 * borders) are left out. True metal shows off-angle in its dark zones and as a highlight in its light ones.
 * @param steps the part's own steps, by their place on the ladder from 0, rising
 */
export function layPasses(passes: readonly Pass[], steps: readonly number[], input: SchoolInput): Laid {
  const byId = paintsById(input.paints);
  const heights = steps.map((_, k) => (steps.length > 1 ? k / (steps.length - 1) : 1));
  const gains = heights.map(gainAt);
  const start: Ground = { kind: 'even', r: undercoatOf(input) };
  let grounds = steps.map((): Ground => start);
  const laid: LaidPass[] = [];
  for (const pass of passes) {
    if (pass.role === 'undercoat') continue;
    const zones = zonesUnder(pass, steps);
    if (zones.length === 0) continue;
    const clear = pass.mix.length === 0 || pass.film === 'varnish';
    const pigment = clear ? null : pigmentOf(pass.mix, byId);
    const below = [...new Set(zones.map((k) => grounds[k]))];
    let [coats, exactCoats, covers] = [1, 1, true];
    if ('count' in pass.coats) coats = exactCoats = pass.coats.count;
    else if (pass.film === 'flake') {
      exactCoats = flakeCoats(input.paints, pass);
      coats = Math.min(exactCoats, pass.coats.most);
      covers = coats >= exactCoats;
    } else if (pigment) {
      const { until, most } = pass.coats;
      const needed = below
        .map((g) =>
          coatsNeeded(pigment, reflectanceOf(g, 1), {
            water: pass.water,
            share: pass.share,
            until,
            most: most + 7,
          }),
        )
        .reduce((a, b) => (b.exact > a.exact ? b : a));
      exactCoats = needed.exact;
      coats = Math.min(most, needed.coats);
      covers = needed.reached && needed.coats <= most;
    }
    const before = grounds;
    const on = (k: number, off = 1): Ground => {
      if (!pigment) return before[k];
      const thickness = thicknessOf(coats, pass.water, pass.share) * settled(pass, heights[k]) * off;
      return covered(before[k], pigment, thickness, pass.film === 'flake');
    };
    grounds = laidOn(before, zones, { parts: pass.film === 'wash', on });
    const valueAt = (off: number) => spectrumToLab(reflectanceOf(on(zones[0], off), gains[zones[0]])).l;
    const [thin, thick] = [valueAt(1 - THICKNESS_OFF), valueAt(1 + THICKNESS_OFF)];
    laid.push({
      pass,
      zones,
      coats,
      exactCoats,
      covers,
      values: [Math.min(thin, thick), Math.max(thin, thick)],
      after: grounds.map((g, k) => spectrumToLab(reflectanceOf(g, gains[k]))),
    });
  }
  return { undercoat: spectrumToLab(undercoatOf(input)), passes: laid };
}
