import {
  anchorAt,
  modelOf,
  pose,
  rad,
  sizeOf,
  turn,
  withWearPlace,
  type Anchor,
  type Part,
  type Point,
} from '@pale-glint/core';
import { inDrawing, type Press } from '../../map/inDrawing.js';
import type { PieceStore } from '../../store/pieceStore.js';
import { followPointer } from '../../ui/followPointer.js';
import { handEdits } from './handEdits.js';
import type { HandMode } from './overrideModes.js';
import type { WearHand } from './WearSide.js';

/** Points of a stroke closer than this are one, in screen points. */
const APART_PX = 5;
const MOST_POINTS = 40;
/** How far round it a border is pulled along, and a place is held: a share of the part's smaller size. */
const REACH = 0.22;
const RADIUS = 0.16;
export const reachOf = (part: Part): number => Math.max(0.2, REACH * Math.min(...sizeOf(part.form)));
export const radiusOf = (part: Part): number => Math.max(0.2, RADIUS * Math.min(...sizeOf(part.form)));
export const CUT = { kind: 'cut', mark: 'cut', widthMm: 0.3, lip: 'by-light' } as const;
/** A new hold keeps the mid value until the painter sets another. */
export const HELD = 0.5;

/** Every so many-th point, the last one too, so that at most MOST_POINTS are left. */
function thinned<T>(points: readonly T[]): T[] {
  const every = Math.ceil(points.length / MOST_POINTS);
  return points.filter((_, i) => i % every === 0 || i === points.length - 1).slice(0, MOST_POINTS);
}

/** What tells a part's own place for a place on the screen. */
function placesOnPart({ place }: Part, { drawing }: Press) {
  const drawn = (m: { clientX: number; clientY: number }): Point => {
    const { x, y } = inDrawing(drawing, m.clientX, m.clientY);
    return [x, y];
  };
  const own = (m: { clientX: number; clientY: number }): Point => {
    const [x, y] = drawn(m);
    return turn(x - place.xMm, -y - place.yMm, -rad(place.rollDeg));
  };
  return { drawn, own };
}

/** A press on the chosen part while more or none of a layer of wear is wanted where it falls. */
export function wearPress(store: PieceStore, part: Part, { layer, way }: WearHand, press: Press): void {
  const found = anchorAt(pose(modelOf(part.form), part.place), placesOnPart(part, press).own(press));
  if (!found) return;
  const { patch, anchor } = found;
  store.endGesture();
  store.edit((p) => withWearPlace(p, layer, { patch, ...anchor, radiusMm: radiusOf(part), way }));
}

/** A press on the chosen part while a mode of the hand is on: pulls, holds or draws until the hand lets go. */
export function handPress(
  store: PieceStore,
  part: Part,
  mode: HandMode,
  press: Press,
  onStroke: (stroke: readonly Point[]) => void,
): void {
  const model = pose(modelOf(part.form), part.place);
  const { drawn, own } = placesOnPart(part, press);
  const first = anchorAt(model, own(press));
  if (!first) return;
  const { patch } = first;
  const gesture = `${part.id}/press/${mode}`;
  store.endGesture();
  if (mode === 'hold') {
    handEdits.put(store, part.id, {
      kind: 'zone-hold',
      patch,
      anchor: first.anchor,
      radiusMm: radiusOf(part),
      value: HELD,
    });
    return;
  }
  const stroke: Anchor[] = [first.anchor];
  const line: Point[] = [drawn(press)];
  let last = [press.clientX, press.clientY];
  let pull: string | null = null;
  const move = (m: PointerEvent) => {
    const at = anchorAt(model, own(m));
    if (mode === 'borders') {
      if (!at || at.patch !== patch) return;
      const by = { u: at.anchor.u - first.anchor.u, v: at.anchor.v - first.anchor.v };
      if (pull === null)
        pull = handEdits.put(
          store,
          part.id,
          { kind: 'border-pull', patch, anchor: first.anchor, by, reachMm: reachOf(part) },
          gesture,
        );
      else handEdits.change(store, pull, (a) => void (a.kind === 'border-pull' && (a.by = by)), gesture);
    } else if (at?.patch === patch && Math.hypot(m.clientX - last[0], m.clientY - last[1]) >= APART_PX) {
      last = [m.clientX, m.clientY];
      stroke.push(at.anchor);
      line.push(drawn(m));
      onStroke([...line]);
    }
  };
  followPointer(press, move, ({ type }) => {
    onStroke([]);
    const cancelled = type === 'pointercancel';
    if (mode === 'cuts' && stroke.length > 1 && !cancelled)
      handEdits.put(store, part.id, { ...CUT, patch, points: thinned(stroke) });
    store.endGesture();
    if (cancelled && pull !== null) store.undo();
  });
}
