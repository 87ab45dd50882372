import type { DrillPlace, Picture } from '@pale-glint/core';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { inDrawing } from '../../map/inDrawing.js';
import { LightDial } from '../../map/LightDial.js';
import { ARROWS } from '../../ui/arrows.js';
import { Button } from '../../ui/Button.js';
import type { AnswerProps } from './answerProps.js';
import { DrillPicture } from './DrillPicture.js';
import { BesideStage, Controls, Stage } from './Stage.js';

/** Radius of a mark, in points of the picture. */
const MARK = 15;
/** An arrow key moves the mark so far, in points; with Shift farther. */
const [STEP, FAR] = [4, 20];

const toPicture = ({ leftMm, topMm, pxPerMm }: Picture, { xMm, yMm }: DrillPlace) => ({
  x: (xMm - leftMm) * pxPerMm,
  y: (topMm - yMm) * pxPerMm,
});
const toPiece = ({ leftMm, topMm, pxPerMm }: Picture, x: number, y: number): DrillPlace => ({
  xMm: leftMm + x / pxPerMm,
  yMm: topMm - y / pxPerMm,
});

/** Where the painter's mark stands, and once it is judged where the dots are. */
function Marks({
  picture,
  place,
  dots,
}: {
  picture: Picture;
  place: DrillPlace | null;
  dots: readonly DrillPlace[];
}) {
  const mark = place && toPicture(picture, place);
  const cross = mark && `M${mark.x - MARK} ${mark.y}h${2 * MARK}M${mark.x} ${mark.y - MARK}v${2 * MARK}`;
  return (
    <>
      {dots.map((dot, i) => {
        const { x, y } = toPicture(picture, dot);
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={MARK}
            className="fill-none stroke-g98"
            strokeWidth="2"
            strokeDasharray="4 3"
          />
        );
      })}
      {cross && (
        <g className="fill-none *:[vector-effect:non-scaling-stroke]">
          <path d={cross} className="stroke-g05" strokeWidth="5" />
          <path d={cross} className="stroke-g98" strokeWidth="2" />
        </g>
      )}
    </>
  );
}

/** The place of a last dot is tapped on a form in primer. */
export function DotAnswer({ task, pictures, judged, onAnswer }: AnswerProps<'dot'>) {
  const { picture, asked, told } = pictures!;
  const [place, setPlace] = useState<DrillPlace | null>(null);
  const { keyClockHours, keyHeightDeg } = task.piece.rig;
  const tap = (e: PointerEvent<SVGSVGElement>) => {
    if (judged) return;
    const { x, y } = inDrawing(e.currentTarget, e.clientX, e.clientY);
    setPlace(toPiece(picture, x, y));
  };
  const key = (e: KeyboardEvent) => {
    const way = ARROWS[e.key];
    if (judged || !way) return;
    e.preventDefault();
    const by = e.shiftKey ? FAR : STEP;
    const from = place ? toPicture(picture, place) : { x: picture.width / 2, y: picture.height / 2 };
    setPlace(toPiece(picture, from.x + by * way[0], from.y + by * way[1]));
  };
  return (
    <>
      <Stage>
        <DrillPicture
          bitmap={judged && told ? told : asked}
          label={judged ? 'The same part, finished' : 'A part in grey primer, lit from the eye'}
        >
          <svg
            viewBox={`0 0 ${picture.width} ${picture.height}`}
            className="absolute inset-0 size-full cursor-crosshair touch-none outline-offset-2 focus-visible:outline-2"
            role="application"
            aria-label="Place of the dot: press there, or move it by the arrow keys"
            tabIndex={0}
            onPointerDown={tap}
            onKeyDown={key}
          >
            <Marks picture={picture} place={place} dots={judged ? task.dots : []} />
          </svg>
        </DrillPicture>
        <BesideStage>
          <LightDial clockHours={keyClockHours} heightDeg={keyHeightDeg} onChange={null} />
        </BesideStage>
      </Stage>
      {!judged && (
        <Controls>
          <p className="mr-auto" aria-live="polite">
            {place ? 'Press again to move it.' : 'Press where the dot goes.'}
          </p>
          <Button look="plain" disabled={!place} onClick={() => onAnswer(place!)}>
            It goes here
          </Button>
        </Controls>
      )}
    </>
  );
}
