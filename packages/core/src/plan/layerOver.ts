import { mixText } from '../ladder/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import type { Mix } from '../piece/index.js';
import { dryOf, type Pass } from '../school/index.js';
import { capital, thinning } from '../units/index.js';
import { amountText } from './amounts.js';
import { missingText, type OrderInput, type OrderLayer } from './orderLayer.js';
import type { Wanted } from './tints.js';

/** A pass that is laid over finished metal: what of it does not follow from its mix and its parts. */
export interface PassOver extends Pick<
  OrderLayer,
  'role' | 'step' | 'title' | 'water' | 'tool' | 'begin' | 'why' | 'parts'
> {
  readonly film: 'paint' | 'glaze' | 'wash';
  readonly stroke: string;
  readonly waitMin: number;
  readonly mix: Mix;
  readonly thinner: Pass['thinner'];
  /** What is wanted where the shelf has nothing like it. */
  readonly wanted: Wanted | null;
  /** Whose own paint it is laid with; null where it is nobody's. */
  readonly ladder: string | null;
}

/** Wear or glow as a layer of the order. */
export function layerOver({ piece, paints }: OrderInput, over: PassOver): OrderLayer {
  const { stroke, waitMin, thinner, wanted, title, film, mix, water, parts, ...own } = over;
  // Dry pigment is wetted on the palette, as much as it takes: no drops tell how much.
  const dry = mix.length > 0 && mix.every((m) => paints.get(m.paint)?.kind === 'pigment');
  const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
  return {
    ...own,
    title: capital(title),
    film,
    mix,
    water,
    parts,
    share: film === 'paint' ? BRUSHED : GLAZED,
    thinner,
    thinning: dry ? 'wetted with water' : thinning(water, thinner),
    mixText: wanted?.words ?? mixText(mix, paints),
    missing: missingText({ mix, water, thinner }, piece.paints, wanted?.missing ?? null),
    amount: dry ? '' : amountText(ml / (1 + water)),
    dryMin: dryOf(mix, piece.paints, waitMin),
    airbrush: false,
    how: stroke,
    beyond: false,
    adds: '',
    caution: null,
  };
}
