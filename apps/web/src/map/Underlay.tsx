import {
  newPiece,
  type Bounds,
  type Picture,
  type Piece,
  type PieceSculpt,
  type Underlay as Photo,
} from '@pale-glint/core';
import { useEffect, useMemo, useRef } from 'react';
import { blobApi } from '../api/blobs.js';
import { askSurface } from '../workers/mapClient.js';

/** What a photo takes up on the piece, in mm. */
export function boundsOfPhoto(u: Photo): Bounds {
  const [w, h] = [u.widthPx * u.mmPerPx, u.heightPx * u.mmPerPx];
  const t = (u.turnDeg * Math.PI) / 180;
  const [c, s] = [Math.abs(Math.cos(t)), Math.abs(Math.sin(t))];
  const [x, y] = [(w * c + h * s) / 2, (w * s + h * c) / 2];
  return { left: u.xMm - x, right: u.xMm + x, bottom: u.yMm - y, top: u.yMm + y };
}

export const boundsOfSculpt = (s: PieceSculpt): Bounds => ({
  left: s.xMm - s.widthMm / 2,
  right: s.xMm + s.widthMm / 2,
  bottom: s.yMm - s.heightMm / 2,
  top: s.yMm + s.heightMm / 2,
});

const NOTHING = newPiece('surface', 'Surface', []);

interface Sheet {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Where a sheet of the piece lies on the stage, in shares of the stage's box. */
function placed(picture: Picture, { xMm, yMm, widthMm, heightMm }: Sheet) {
  const [w, h] = [picture.width / picture.pxPerMm, picture.height / picture.pxPerMm];
  return {
    left: `${(100 * (xMm - widthMm / 2 - picture.leftMm)) / w}%`,
    top: `${(100 * (picture.topMm - yMm - heightMm / 2)) / h}%`,
    width: `${(100 * widthMm) / w}%`,
    height: `${(100 * heightMm) / h}%`,
  };
}

function SculptPicture({ piece, sculpt, picture }: { piece: Piece; sculpt: PieceSculpt; picture: Picture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { surface } = sculpt;
  const { rig, views } = piece;
  // Only light and surfaces change the picture: a piece without its parts asks for it.
  const asked = useMemo((): Piece => ({ ...NOTHING, rig, views }), [rig, views]);
  useEffect(() => {
    let wanted = true;
    // The hand is moving: one picture when it rests.
    const timer = setTimeout(() => {
      askSurface({ piece: asked, figureView: asked.views[0].id, surface, show: 'primed' }).then(
        (bitmap) => {
          const c = canvas.current;
          if (!wanted || !c) return;
          [c.width, c.height] = [bitmap.width, bitmap.height];
          c.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap);
        },
        () => undefined,
      );
    }, 60);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [surface, asked]);
  return <canvas ref={canvas} className="absolute" style={placed(picture, sculpt)} data-testid="sculpt" />;
}

interface UnderlayProps {
  readonly piece: Piece;
  readonly picture: Picture;
  /** The photo alone, as it was taken. */
  readonly full?: boolean;
}

/** The painter's own miniature under the parts of a view: its photo, and the surfaces that were scanned. */
export function Underlay({ piece, picture, full = false }: UnderlayProps) {
  const [{ underlay: u, sculpts }] = piece.views;
  return (
    <div className="pointer-events-none absolute inset-0" aria-hidden>
      {u && (
        <img
          src={blobApi.address(u.photo)}
          alt=""
          data-testid="underlay"
          className="absolute max-w-none"
          style={{
            ...placed(picture, { ...u, widthMm: u.widthPx * u.mmPerPx, heightMm: u.heightPx * u.mmPerPx }),
            transform: `rotate(${-u.turnDeg}deg)`,
            opacity: full ? 1 : u.shows,
            filter: u.grey === 'yes' ? 'grayscale(1)' : undefined,
          }}
        />
      )}
      {(full ? [] : sculpts).map((s) => (
        <SculptPicture key={s.id} piece={piece} sculpt={s} picture={picture} />
      ))}
    </div>
  );
}
