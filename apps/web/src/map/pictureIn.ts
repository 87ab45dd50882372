import { fitPicture, unionBounds, type Bounds, type Picture } from '@pale-glint/core';

/** A size in screen points. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** What stands over the stage in one of its corners, counted from the edges. */
export interface Cover extends Size {
  readonly x: 'left' | 'right';
  readonly y: 'top' | 'bottom';
}

/** Screen points that parts are kept clear of: along the edges, and under what stands over the stage. */
export interface Room {
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
  readonly covers: readonly Cover[];
}

/** A stage with what of it is not for the parts. */
type Stage = Size & Room;

/** Share of the room that stays empty on each side of a piece in its middle. */
const MARGIN = 0.045;
/** What is moved aside stays so many points off the edges. */
const LEAST_MARGIN = 16;
/** Each size that is tried is so much of the one before; what does not fit at the last is covered. */
const SMALLER = 0.98;
const SIZES = 60;
/** Heights that are tried are so many points apart. */
const APART = 8;

/** A stretch of a line, in screen points. */
type Stretch = readonly [from: number, to: number];
/** A rectangle in screen points, y downward. */
interface Box {
  readonly across: Stretch;
  readonly down: Stretch;
}

const middleOf = ([a, b]: Stretch) => (a + b) / 2;

/** The middle of a stretch, and places on both sides of it. */
function fromTheMiddle([from, to]: Stretch): number[] {
  const places = [(from + to) / 2];
  for (let d = APART; d <= (to - from) / 2; d += APART) places.push(places[0] - d, places[0] + d);
  return places;
}

/** Where the corner of what is shown may lie, along one side of the stage. */
function reach(from: number, to: number, long: number): Stretch {
  const margin = Math.min(LEAST_MARGIN, (to - from) * MARGIN);
  return [from + margin, to - margin - long];
}

/** What a cover takes of the height of a stage. */
const heightOf = ({ y, height }: Cover, stage: Size): Stretch =>
  y === 'top' ? [0, height] : [stage.height - height, stage.height];

/** Where boxes may be moved across, their upper edge being at `top`: clear of the covers on both sides, or an empty stretch. */
function clearAcross(boxes: readonly Box[], stage: Stage, top: number, within: Stretch): Stretch {
  let [from, to] = within;
  for (const cover of stage.covers) {
    const [above, below] = heightOf(cover, stage);
    for (const { across, down } of boxes) {
      if (down[0] + top >= below || down[1] + top <= above) continue;
      if (cover.x === 'left') from = Math.max(from, cover.width - across[0]);
      else to = Math.min(to, stage.width - cover.width - across[1]);
    }
  }
  return [from, to];
}

/** Where boxes lie clear of the covers, the nearest to the middle: their upper left corner; null where they do not. */
function clearPlace(
  boxes: readonly Box[],
  stage: Stage,
  { across, down }: Box,
): { left: number; top: number } | null {
  const [middleLeft, middleTop] = [middleOf(across), middleOf(down)];
  let best: { left: number; top: number; off: number } | null = null;
  for (const top of fromTheMiddle(down)) {
    const offDown = Math.abs(top - middleTop);
    if (best && offDown >= best.off) break;
    const [from, to] = clearAcross(boxes, stage, top, across);
    if (from > to) continue;
    const left = Math.min(to, Math.max(from, middleLeft));
    const off = offDown + Math.abs(left - middleLeft);
    if (!best || off < best.off) best = { left, top, off };
  }
  return best;
}

/**
 * The picture that shows parts on a stage, as large as fits, clear of its edges and of what stands over it: in the middle
 * where that is free, else moved aside, else smaller.
 * @param parts bounds of what is shown, at least one, in mm
 * @param scale points of the picture to one of the screen
 */
export function pictureIn(parts: readonly Bounds[], stage: Size, room: Room, scale: number): Picture {
  const shown = unionBounds(parts);
  const [w, h] = [shown.right - shown.left, shown.top - shown.bottom];
  const [right, bottom] = [stage.width - room.right, stage.height - room.bottom];
  const { pxPerMm: largest } = fitPicture(shown, right, bottom - room.top, MARGIN);
  const cornerAt = (px: number): Box => ({
    across: reach(0, right, w * px),
    down: reach(room.top, bottom, h * px),
  });
  const picture = (px: number, left: number, top: number): Picture => ({
    width: Math.round(stage.width * scale),
    height: Math.round(stage.height * scale),
    pxPerMm: px * scale,
    leftMm: shown.left - left / px,
    topMm: shown.top + top / px,
  });
  for (let k = 0; k < SIZES; k++) {
    const px = largest * SMALLER ** k;
    const boxes = parts.map((b): Box => ({
      across: [(b.left - shown.left) * px, (b.right - shown.left) * px],
      down: [(shown.top - b.top) * px, (shown.top - b.bottom) * px],
    }));
    const place = clearPlace(boxes, { ...stage, ...room }, cornerAt(px));
    if (place) return picture(px, place.left, place.top);
  }
  const { across, down } = cornerAt(largest);
  return picture(largest, middleOf(across), middleOf(down));
}
