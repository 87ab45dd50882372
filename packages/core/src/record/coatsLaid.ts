import { partStepKey, type Mix, type Tick } from '../piece/index.js';
import { amountText, brushed, layerKey, stepsOf, type OrderLayer, type PartStep } from '../plan/index.js';
import { countedUp, likelyFactor, type LikelyFactor, type LogCount } from './logNormal.js';

/** How many coats of a paint a painter lays until it covers: what takes two by the model takes twice the factor. */
export interface LearnedCoats extends LikelyFactor {
  /** Id of the paint that there is most of in the mixes it was learned from. */
  readonly paint: string;
  /** From so many layers. */
  readonly from: number;
}

/** How many layers of a paint were laid, and the sum of the logarithms of their coats over those of the model. */
export interface CoatCount extends LogCount {
  readonly paint: string;
}

/** Spread of paints about the model, which is good to a fifth, and of one layer about what its paint usually takes. */
const SPREAD = { ofFactors: 0.25, ofEach: 0.3 };

/** What covers in a mix: the paint that there is most of. */
const mainPaint = (mix: Mix): string | null =>
  mix.reduce<Mix[number] | null>((most, m) => (most && most.parts >= m.parts ? most : m), null)?.paint ??
  null;

/** Coats by the model, not by an approach that fixes them, and until it covers. */
const byModel = ({ exactCoats, covers }: PartStep): boolean => covers && !Number.isInteger(exactCoats);

/**
 * What ticks tell of the coats that a painter's paints take, layer by layer. A layer that was mixed otherwise than planned
 * says nothing of the paint that was planned.
 */
export function coatsLaid(ticks: readonly Tick[], order: readonly OrderLayer[]): CoatCount[] {
  const known = stepsOf(order);
  const layers = new Map<string, { paint: string; logs: number[] }>();
  for (const tick of ticks) {
    const found = known.get(partStepKey(tick));
    if (!found || !byModel(found.step) || tick.did.coats <= 0) continue;
    const paint = mainPaint(found.layer.mix);
    if (paint === null || tick.did.mix !== brushed(found.layer)) continue;
    const asked = tick.did.plan?.modelCoats ?? found.step.startingCoats ?? found.step.coats;
    if (asked <= 0) continue;
    const key = layerKey(found.layer);
    const own = layers.get(key) ?? { paint, logs: [] };
    own.logs.push(Math.log(tick.did.coats / asked));
    layers.set(key, own);
  }
  const counts = new Map<string, CoatCount>();
  for (const { paint, logs } of layers.values()) {
    const { count, sum } = counts.get(paint) ?? { count: 0, sum: 0 };
    const mean = logs.reduce((a, b) => a + b, 0) / logs.length;
    counts.set(paint, { paint, count: count + 1, sum: sum + mean });
  }
  return [...counts.values()];
}

/**
 * Coats that each paint takes a painter against the model.
 * @param counts of any number of pieces; those of one paint are added up
 */
export function learnedCoats(counts: readonly CoatCount[]): LearnedCoats[] {
  return [...new Set(counts.map((c) => c.paint))].map((paint): LearnedCoats => {
    const own = countedUp(counts.filter((c) => c.paint === paint));
    return { paint, ...likelyFactor(own, SPREAD), from: own.count };
  });
}

/** So near to the model, a paint covers as it says. */
const AS_THE_MODEL = 0.1;
/** Whether a paint takes the painter more coats, or fewer, than the model says. */
export const coatsStray = ({ factor }: LearnedCoats): boolean => Math.abs(factor - 1) >= AS_THE_MODEL;

function coatedStep(step: PartStep, factor: number): PartStep {
  if (!byModel(step)) return step;
  const exactCoats = step.exactCoats * factor;
  const coats = Math.max(1, Math.ceil(exactCoats - 1e-9));
  const more = coats / step.coats;
  return {
    ...step,
    coats,
    exactCoats,
    startingCoats: step.coats,
    mixedMl: step.mixedMl * more,
    activeMin: step.activeMin * more,
  };
}

/**
 * An order in the coats that the painter's own paints take; each step keeps what the model says.
 * @param copies how many figures are painted alike
 */
export function coatedAs(
  order: readonly OrderLayer[],
  known: readonly LearnedCoats[],
  copies: number,
): readonly OrderLayer[] {
  const factors = new Map(known.filter(coatsStray).map((k) => [k.paint, k.factor]));
  if (factors.size === 0) return order;
  return order.map((layer) => {
    const factor = factors.get(mainPaint(layer.mix) ?? '');
    if (factor === undefined || !layer.parts.some(byModel)) return layer;
    const parts = layer.parts.map((step) => coatedStep(step, factor));
    const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * copies;
    return { ...layer, parts, amount: amountText(ml / (1 + layer.water), layer) };
  });
}
