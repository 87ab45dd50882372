import {
  clamp,
  rad,
  SAMPLE,
  turn,
  type Adjustment,
  type Anchor,
  type Glint,
  type Part,
  type Piece,
  type Point,
  type SurfaceModel,
} from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';
import type { BandInHand, HandMode } from './overrideModes.js';

export interface OverrideHandlesProps {
  readonly part: Part;
  readonly piece: Piece;
  readonly store: PieceStore;
  readonly px: number;
  readonly mode: HandMode;
  readonly glints: readonly Glint[];
  readonly band: BandInHand | null;
  readonly onBand: (band: BandInHand) => void;
}

/** What turns places of a part into places of the drawing, and back. */
export function frameOf({ place }: Part) {
  const roll = rad(place.rollDeg);
  return {
    seen: (p: Point): Point => {
      const [x, y] = turn(p[0], p[1], roll);
      return [place.xMm + x, -(place.yMm + y)];
    },
    own: (x: number, y: number): Point => turn(x - place.xMm, -y - place.yMm, -roll),
  };
}
export type Frame = ReturnType<typeof frameOf>;

/** What every handle of a part needs. */
export interface HandleProps extends OverrideHandlesProps {
  /** What is changed by hand on the part. */
  readonly own: readonly Adjustment[];
  readonly frame: Frame;
  readonly model: SurfaceModel;
}

/** (u, v) of a place on one patch, also a little past its outline. */
export function uvOn(model: SurfaceModel, patch: number, [x, y]: Point): Anchor {
  const out = new Float64Array(SAMPLE.size);
  model.patches[patch].at(x, y, out);
  return { u: clamp(out[SAMPLE.u], 0, 1), v: clamp(out[SAMPLE.v], 0, 1) };
}
