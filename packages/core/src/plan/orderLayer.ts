import { isMissing, type Ladder, type Mix, type Paint, type Piece, type Role } from '../piece/index.js';
import { missingAmong, type Film, type Pass } from '../school/index.js';
import { plain } from '../units/index.js';
import { amountText } from './amounts.js';
import type { MetalPart, PartStep } from './partSteps.js';

/** A layer of the order: one mix, on every part that takes it. */
export interface OrderLayer {
  readonly role: Role;
  readonly step: string;
  readonly ladder: string | null;
  readonly title: string;
  readonly film: Film | null;
  readonly mix: Mix;
  readonly mixText: string;
  /** Parts of water or medium to one of paint. */
  readonly water: number;
  readonly thinner: Pass['thinner'];
  readonly thinning: string;
  /** Thickness share of its coats. */
  readonly share: number;
  /** What it takes of paint for all figures and coats, in words; empty where the painter chooses. */
  readonly amount: string;
  /** What is covered beside the parts that take it, as a share of them; nothing unless told. */
  readonly besides?: number;
  /** Minutes until what follows may be laid. */
  readonly dryMin: number;
  /** The tool in words; empty where the painter chooses. */
  readonly tool: string;
  readonly airbrush: boolean;
  readonly how: string;
  /** How dry what is below has to be; empty where it does not matter. */
  readonly begin: string;
  readonly why: string;
  /** Worth its time only for a more exacting purpose than the piece has. */
  readonly beyond: boolean;
  /** What it adds to the eye at arm's length; empty where the map cannot tell. */
  readonly adds: string;
  readonly caution: string | null;
  /** What of its mix is not on the painter's shelf, and what comes nearest, in words; empty where all is there. */
  readonly missing: string;
  readonly parts: readonly PartStep[];
}

/** The paint that a coat of a layer takes on so many figures, in ml. */
export function coatPaintMl(
  { parts, water, besides = 0 }: Pick<OrderLayer, 'parts' | 'water' | 'besides'>,
  coat: number,
  figures: number,
): number {
  const mixed = parts.reduce((sum, p) => (p.coats >= coat ? sum + p.mixedMl / p.coats : sum), 0);
  return (mixed * (1 + besides) * figures) / (1 + water);
}

/** The same in words; empty where the painter chooses. */
export const coatAmount = (layer: OrderLayer, coat: number, figures: number): string =>
  layer.amount && amountText(coatPaintMl(layer, coat, figures), layer);

/** The most coats that any part takes of a layer; 0 where it lies on none. */
export const coatsOf = ({ parts }: Pick<OrderLayer, 'parts'>): number =>
  Math.max(0, ...parts.map((p) => p.coats));

/** The medium that a painter has; null without one. */
export const mediumAmong = (paints: readonly Paint[]): Paint | null =>
  paints.find((p) => p.kind === 'medium' && !isMissing(p)) ?? null;

/** A layer as far as it is mixed and thinned. */
type Thinned = Pick<OrderLayer, 'mix' | 'water' | 'thinner'>;

export const wantsMedium = ({ water, thinner }: Thinned): boolean => water > 0 && thinner === 'medium';

/**
 * Paints of a mix, and what thins it, that the painter has none of: each with what comes nearest, and how far off it is.
 * @param wanted what is told of the mix where it stands for something that is wanted
 */
export function missingText(layer: Thinned, paints: readonly Paint[], wanted: string | null): string {
  const ids = layer.mix.map((m) => m.paint);
  const named = missingAmong(ids, paints).map(({ paint, usedUp, nearest, off }) => {
    const gone = `${paint.name} is ${usedUp ? 'used up' : 'not on your shelf'}`;
    return nearest
      ? `${gone}; nearest is ${nearest.name}, ${plain(off, 0)} off`
      : `${gone}, nor is there anything like it`;
  });
  const pots = wanted === null ? named : [wanted];
  const medium =
    wantsMedium(layer) && !mediumAmong(paints)
      ? 'There is no medium among your paints: as much water does, in thinner coats'
      : '';
  return [...pots, medium].filter((text) => text !== '').join('. ');
}

/** What all layers of an order are made from. */
export interface OrderInput {
  readonly piece: Piece;
  readonly paints: ReadonlyMap<string, Paint>;
  readonly metals: readonly MetalPart[];
  /** Ladders that some part is painted with. */
  readonly inUse: readonly Ladder[];
}
