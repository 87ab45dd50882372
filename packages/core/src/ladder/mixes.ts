import { spectrumToLab, type Lab } from '../colour/index.js';
import { masstoneOf, mixPigment, type Pigment } from '../paint/index.js';
import type { Ladder, Mix, Paint } from '../piece/index.js';
import { listOf } from '../units/index.js';

/** Paints by id. A mix that names an unknown paint is a fault of the caller: pieces are checked when read. */
export function paintsById(paints: readonly Paint[]): ReadonlyMap<string, Paint> {
  return new Map(paints.map((p) => [p.id, p]));
}

function needPaint(paints: ReadonlyMap<string, Paint>, id: string): Paint {
  const paint = paints.get(id);
  if (!paint) throw new RangeError(`paint: "${id}" is not among the piece's paints`);
  return paint;
}

/** The film a mix lays. */
export function pigmentOf(mix: Mix, paints: ReadonlyMap<string, Paint>): Pigment {
  return mixPigment(mix.map(({ paint, parts }) => ({ paint: needPaint(paints, paint), drops: parts })));
}

/** Dried colour of a mix in a film that hides. */
export const driedLab = (mix: Mix, paints: ReadonlyMap<string, Paint>): Lab =>
  spectrumToLab(masstoneOf(pigmentOf(mix, paints)));

/** The mix in words: "6 Wet slate and 1 Lampsoot", or the bare name of a single paint. */
export function mixText(mix: Mix, paints: ReadonlyMap<string, Paint>): string {
  if (mix.length === 1) return needPaint(paints, mix[0].paint).name;
  return listOf(mix.map(({ paint, parts }) => `${parts} ${needPaint(paints, paint).name}`));
}

/** Predicted dry colour of every step of a ladder where it covers fully, dark to light. */
export function ladderColours(ladder: Ladder, paints: ReadonlyMap<string, Paint>): Lab[] {
  return ladder.steps.map((step) => driedLab(step.mix, paints));
}
