import type { Ladder, Piece } from '../piece/index.js';
import { coatsOf, missingText, type OrderLayer } from './orderLayer.js';
import { orderTime } from './time.js';

/** What a school takes of a painter for one metal, beside its undercoat. */
export interface SchoolTakes {
  readonly layers: number;
  /** Of all its layers, one after the other, where most are wanted. */
  readonly coats: number;
  /** Different mixes that are put out for it. */
  readonly mixes: number;
  /** Minutes at the brush for all figures. */
  readonly activeMin: number;
  /** Those of them that go into layers which the piece's purpose does not need. */
  readonly beyondMin: number;
  /** The longest drying between two of its layers, in minutes. */
  readonly longestDryMin: number;
  /** Whether any of its layers is sprayed. */
  readonly airbrush: boolean;
  /** What it wants beside the mixes of its steps and is not on the shelf, in words, each once. */
  readonly missing: readonly string[];
}

/** What is laid of a metal itself: neither what lies under all of it, nor what wears it. */
const layersOf = (order: readonly OrderLayer[], ladder: Pick<Ladder, 'id'>): OrderLayer[] =>
  order.filter((l) => l.ladder === ladder.id && l.role !== 'undercoat' && l.role !== 'wear');

/** What is not on the shelf of what layers want beside the paints of the steps, in words. */
function missingBeside(
  layers: readonly OrderLayer[],
  { steps }: Pick<Ladder, 'steps'>,
  { paints }: Pick<Piece, 'paints'>,
): string[] {
  const ofSteps = new Set(steps.flatMap((s) => s.mix.map((m) => m.paint)));
  const texts = layers.map((layer) =>
    layer.mix.length === 0
      ? layer.missing
      : missingText({ ...layer, mix: layer.mix.filter((m) => !ofSteps.has(m.paint)) }, paints, null),
  );
  return [...new Set(texts.filter((text) => text !== ''))];
}

/** What a metal of a piece takes for all figures, by the order in which they are painted. */
export function schoolTakes(
  order: readonly OrderLayer[],
  ladder: Pick<Ladder, 'id' | 'steps'>,
  piece: Pick<Piece, 'paints' | 'copies'>,
): SchoolTakes {
  const mine = layersOf(order, ladder);
  return {
    layers: mine.length,
    coats: mine.reduce((sum, l) => sum + coatsOf(l), 0),
    mixes: new Set(mine.map((l) => l.mixText)).size,
    activeMin: orderTime(mine, piece.copies).activeMin,
    beyondMin: orderTime(
      mine.filter((l) => l.beyond),
      piece.copies,
    ).activeMin,
    // After the last of them nothing of it is waited for.
    longestDryMin: Math.max(0, ...mine.slice(0, -1).map((l) => l.dryMin)),
    airbrush: mine.some((l) => l.airbrush),
    missing: missingBeside(mine, ladder, piece),
  };
}
