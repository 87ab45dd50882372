import type { PreparedPart } from '../glint/index.js';
import { stanceOf } from '../glint/index.js';
import type { Wear } from '../piece/index.js';
import {
  inLayingOrder,
  wearKinds,
  wearLimit,
  wornShares,
  type WearDefinition,
  type WearPass,
} from '../wear/index.js';

/** What one pass of wear covers of a part. */
export interface WornSheet {
  /** Names its layer of the order: kind and pass. */
  readonly step: string;
  readonly share: number;
}

/** A pass of wear by the name that the order has for it. */
export const wearStep = ({ id }: Pick<WearDefinition, 'id'>, pass: Pick<WearPass, 'id'>): string =>
  `${id}-${pass.id}`;

/** All passes of wear there are, in the order in which they are laid. */
export const WEAR_PASSES: readonly {
  readonly step: string;
  readonly definition: WearDefinition;
  readonly pass: WearPass;
}[] = Object.values(wearKinds).flatMap((definition) =>
  definition.passes.map((pass) => ({ step: wearStep(definition, pass), definition, pass })),
);

/** How many passes of a part's wear are laid once a layer of wear is done everywhere. */
export function wornUpTo(layers: readonly Wear[], step: string): number {
  const last = WEAR_PASSES.findIndex((p) => p.step === step);
  const own = inLayingOrder(layers).flatMap(({ kind }) =>
    wearKinds[kind].passes.map((pass) => wearStep(wearKinds[kind], pass)),
  );
  return own.filter((s) => WEAR_PASSES.findIndex((p) => p.step === s) <= last).length;
}

/** What a part's wear covers, pass by pass; a kind that it bears twice counts once, together. */
export function wornSheet(p: PreparedPart): WornSheet[] {
  if (p.wear.length === 0 || !p.metal) return [];
  const shares = new Map<string, number>();
  for (const { worn, share } of wornShares(p.wear, stanceOf(p))) {
    const step = wearStep(worn.definition, worn.pass);
    shares.set(step, Math.min(1, (shares.get(step) ?? 0) + share));
  }
  return [...shares].map(([step, share]) => ({ step, share }));
}

/** What of a part's wear goes past what its kind bears, in words. */
export const wearNotes = (layers: readonly Wear[]): string[] =>
  layers.flatMap((layer) => wearLimit(layer) ?? []);
