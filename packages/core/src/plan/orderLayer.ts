import type { Ladder, Mix, Paint, Piece, Role } from '../piece/index.js';
import { missingAmong, type Film } from '../school/index.js';
import { plain } from '../units/index.js';
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
  readonly thinning: string;
  /** Thickness share of its coats. */
  readonly share: number;
  readonly amount: string;
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

/** The most coats that any part takes of a layer; 0 where it lies on none. */
export const coatsOf = ({ parts }: Pick<OrderLayer, 'parts'>): number =>
  Math.max(0, ...parts.map((p) => p.coats));

/** Paints of a mix that the painter has none of, each with the pot that comes nearest and how far off it is. */
export function missingText(mix: Mix, paints: readonly Paint[]): string {
  const ids = mix.map((m) => m.paint);
  return missingAmong(ids, paints)
    .map(({ paint, nearest, off }) =>
      nearest
        ? `${paint.name} is not on your shelf; nearest is ${nearest.name}, ${plain(off, 0)} off`
        : `${paint.name} is not on your shelf, nor anything like it`,
    )
    .join('. ');
}

/** What all layers of an order are made from. */
export interface OrderInput {
  readonly piece: Piece;
  readonly paints: ReadonlyMap<string, Paint>;
  readonly metals: readonly MetalPart[];
  /** Ladders that some part is painted with. */
  readonly inUse: readonly Ladder[];
}
