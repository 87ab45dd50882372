import { fitPicture, type Bounds, type Picture } from '@pale-glint/core';

/** A size in screen points. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Screen points that parts are kept clear of: along the edges, the upper corners, and the lower right one. */
export interface Room {
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
  readonly corners: { readonly left: Size; readonly right: Size; readonly below: Size };
}

/** Share of a picture that stays empty on each side. */
const MARGIN = 0.045;

/** A picture in a box, and how far what it shows is from the sides of the box, in the box's points. */
interface Placed {
  readonly picture: Picture;
  readonly pointsPerMm: number;
  readonly fromLeft: number;
  readonly fromRight: number;
  readonly fromTop: number;
  readonly fromBottom: number;
}

/** As large as fits between the edges, in the middle. */
function placed(
  shown: Bounds,
  { width, height }: Size,
  { right, bottom, top }: Omit<Room, 'corners'>,
  scale: number,
): Placed {
  const fitted = fitPicture(
    shown,
    Math.round((width - right) * scale),
    Math.round((height - bottom - top) * scale),
    MARGIN,
  );
  const topMm = fitted.topMm + (top * scale) / fitted.pxPerMm;
  const pointsPerMm = fitted.pxPerMm / scale;
  return {
    picture: { ...fitted, topMm, width: Math.round(width * scale), height: Math.round(height * scale) },
    pointsPerMm,
    fromLeft: (shown.left - fitted.leftMm) * pointsPerMm,
    fromRight: width - (shown.right - fitted.leftMm) * pointsPerMm,
    fromTop: (topMm - shown.top) * pointsPerMm,
    fromBottom: height - (topMm - shown.bottom) * pointsPerMm,
  };
}

const meets = (across: number, along: number, corner: Size) => across < corner.width && along < corner.height;

/** What is moved aside stays so many points off the edge. */
const LEAST_LEFT = 16;

/** The same clear of the lower right corner by being moved aside; null where there is no room for that. */
function movedAside(p: Placed, { left, below }: Room['corners']): Picture | null {
  const aside = Math.max(0, below.width - p.fromRight);
  const fromLeft = p.fromLeft - aside;
  if (fromLeft < LEAST_LEFT || meets(fromLeft, p.fromTop, left)) return null;
  return { ...p.picture, leftMm: p.picture.leftMm + aside / p.pointsPerMm };
}

/**
 * The picture that shows bounds in a box, as large as fits, with edges and corners of the box kept clear.
 * @param scale points of the picture to one of the screen
 */
export function pictureIn(shown: Bounds, box: Size, { corners, ...edges }: Room, scale: number): Picture {
  const whole = placed(shown, box, edges, scale);
  const above = meets(whole.fromLeft, whole.fromTop, corners.left) ? corners.left.height : 0;
  const beside = meets(whole.fromRight, whole.fromTop, corners.right) ? corners.right.width : 0;
  const kept = { ...edges, top: Math.max(edges.top, above), right: Math.max(edges.right, beside) };
  const clear = placed(shown, box, kept, scale);
  if (!meets(clear.fromRight, clear.fromBottom, corners.below)) return clear.picture;
  const smaller = () =>
    placed(shown, box, { ...kept, bottom: Math.max(edges.bottom, corners.below.height) }, scale);
  return movedAside(clear, corners) ?? smaller().picture;
}
