import { deltaE, hexToLab, type Lab } from '../colour/index.js';
import type { PreparedPart } from '../glint/index.js';
import { hueWord } from '../metal/index.js';
import { mixLabOf } from '../paint/index.js';
import { isMissing, type Mix, type Paint, type Piece } from '../piece/index.js';
import { deg, plain } from '../units/index.js';
import { centreOff, inPicture } from './toward.js';
import { hour } from './where.js';

/** A tint whose middle is nearer than this to the part's lies all round it, in mm. */
const OFF_MIDDLE_MM = 0.1;
/** Farther round the hue circle than this a paint gives another tint. */
const MOST_HUE_DEG = 40;
/** As near as this one paint does, and nobody mixes. */
const NEAR_HUE_DEG = 15;
/** Two paints together are worth it where they come nearer by this. */
const WORTH_DEG = 8;
/** Greyer paints tint nothing. */
const LEAST_CHROMA = 7;
const PAIRS = [
  [3, 1],
  [1, 1],
  [1, 3],
] as const;

const TINTS: ReadonlySet<Paint['kind']> = new Set(['paint', 'ink', 'wash']);

const chromaOf = ({ a, b }: Lab) => Math.hypot(a, b);
const hueOf = ({ a, b }: Lab) => deg(Math.atan2(b, a));
const apart = (a: Lab, b: Lab) => Math.abs(((hueOf(a) - hueOf(b) + 540) % 360) - 180);
/** What a unit of chroma that is lacking, and one of value that differs, count against a degree of hue. */
const PER_CHROMA = 0.25;
const PER_VALUE = 0.1;

/** How far a colour is from tinting as another does, in degrees of hue. */
const offTint = (own: Lab, wanted: Lab): number =>
  apart(own, wanted) +
  PER_CHROMA * Math.max(0, chromaOf(wanted) - chromaOf(own)) +
  PER_VALUE * Math.abs(own.l - wanted.l);

/**
 * What tints as a colour does, by hue: the paint that comes nearest, or two of them where together they come clearly
 * nearer; empty where none of them would give it.
 */
export function tintMix(hex: string, paints: readonly Paint[]): Mix {
  const wanted = hexToLab(hex);
  const own = paints.filter(
    (p) => !isMissing(p) && TINTS.has(p.kind) && chromaOf(hexToLab(p.hex)) >= LEAST_CHROMA,
  );
  const singles = own.map((p) => ({
    mix: [{ paint: p.id, parts: 1 }],
    off: offTint(hexToLab(p.hex), wanted),
    hueOff: apart(hexToLab(p.hex), wanted),
  }));
  const nearest = (list: typeof singles) =>
    list.reduce<(typeof singles)[number] | null>((best, m) => (best && best.off <= m.off ? best : m), null);
  const one = nearest(singles);
  if (one && one.hueOff <= NEAR_HUE_DEG) return one.mix;
  const pairs = own.flatMap((p, i) =>
    own.slice(i + 1).flatMap((q) =>
      PAIRS.flatMap(([m, n]) => {
        const lab = mixLabOf([
          { paint: p, drops: m },
          { paint: q, drops: n },
        ]);
        if (chromaOf(lab) < 2 * LEAST_CHROMA) return [];
        const mix = [
          { paint: p.id, parts: m },
          { paint: q.id, parts: n },
        ].sort((a, b) => b.parts - a.parts);
        return [{ mix, off: offTint(lab, wanted), hueOff: apart(lab, wanted) }];
      }),
    ),
  );
  const two = nearest(pairs);
  const best = two && (!one || two.hueOff < one.hueOff - WORTH_DEG) ? two : one;
  return best && best.hueOff < MOST_HUE_DEG ? best.mix : [];
}

/** What a step wants, in words, and what of it is not at hand. */
export interface Wanted {
  readonly words: string;
  readonly missing: string;
}

/** That a colour is not on the shelf, called as told, and what comes nearest. */
function notOnShelf(
  wanted: Lab,
  called: { readonly near: string; readonly none: string },
  paints: readonly Paint[],
): string {
  const own = paints.filter((p) => !isMissing(p) && TINTS.has(p.kind));
  const off = (p: Paint) => deltaE(hexToLab(p.hex), wanted);
  const nearest = own.reduce<Paint | null>((best, p) => (best && off(best) <= off(p) ? best : p), null);
  return nearest
    ? `No ${called.near} is on your shelf; nearest is ${nearest.name}, ${plain(off(nearest), 0)} off`
    : `No ${called.none} is on your shelf`;
}

/** A colour that nothing at hand gives: what is wanted, and what comes nearest. */
export function wantedPaint(hex: string, words: string, paints: readonly Paint[]): Wanted {
  const bare = words.replace(/^an? /, '');
  return { words, missing: notOnShelf(hexToLab(hex), { near: bare, none: bare }, paints) };
}

/** A tint that nothing at hand gives: what is wanted, and what comes nearest. */
export function tintWanted(hex: string, paints: readonly Paint[]): Wanted {
  const wanted = hexToLab(hex);
  const hue = hueWord(wanted).replace(/s$/, '');
  const tone = wanted.l > 70 ? 'pale ' : wanted.l < 35 ? 'dark ' : '';
  return {
    words: `a glaze of a ${tone}${hue}`,
    missing: notOnShelf(wanted, { near: `such ${hue}`, none: hue }, paints),
  };
}

const neighbourOf = (source: string, piece: Pick<Piece, 'rig'>) =>
  piece.rig.neighbours.find((n) => `by-${n.id}` === source);

export function tintTitle(source: string, piece: Pick<Piece, 'rig'>): string {
  if (source === 'sky') return 'Tint from the sky';
  if (source === 'ground') return 'Tint from the ground';
  return `Tint from ${neighbourOf(source, piece)?.name.toLowerCase() ?? 'a neighbour'}`;
}

/** Where a source of colour shows on a part, in words. */
export function tintPlace(source: string, p: PreparedPart, weightAt: (i: number) => number): string {
  if (source === 'sky') return 'where it faces up';
  if (source === 'ground') return 'where it faces down';
  const off = centreOff(p, weightAt);
  if (!off || Math.hypot(...off) < OFF_MIDDLE_MM) return 'where it mirrors it';
  return `toward ${hour(...inPicture(p, off))}, where it mirrors it`;
}
