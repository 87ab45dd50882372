import { circleThrough, RefusedInput, type Circle } from '@pale-glint/core';
import { useRef, useState } from 'react';
import { inDrawing } from '../../map/inDrawing.js';
import { LookInto, useGlance } from '../../map/LookInto.js';
import { ZoomButtons } from '../../map/ZoomButtons.js';
import { Button } from '../../ui/Button.js';

interface BallPhotoProps {
  readonly url: string;
  readonly ball: Circle | null;
  readonly onBall: (ball: Circle | null) => void;
}

/** The first photo, on which the bead is shown by three taps on its outline. */
export function BallPhoto({ url, ball, onBall }: BallPhotoProps) {
  const [size, setSize] = useState<readonly [number, number] | null>(null);
  const [taps, setTaps] = useState<readonly (readonly [number, number])[]>([]);
  const [message, setMessage] = useState<string | null>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const glancing = useGlance(url);
  const tap = (x: number, y: number) => {
    const next = [...taps, [x, y] as const];
    setMessage(null);
    if (next.length < 3) {
      setTaps(next);
      return;
    }
    setTaps([]);
    try {
      onBall(circleThrough(next));
    } catch (error) {
      if (!(error instanceof RefusedInput)) throw error;
      setMessage('The three taps lie on one line; tap round the bead.');
    }
  };
  const unit = size ? size[0] / 400 : 1;
  return (
    <figure className="space-y-1.5">
      <LookInto glancing={glancing} className="w-fit">
        <div className="relative w-fit">
          <img
            src={url}
            alt="The first photo"
            className="block max-h-96 max-w-full"
            onLoad={(e) => setSize([e.currentTarget.naturalWidth, e.currentTarget.naturalHeight])}
          />
          {size && (
            <svg
              ref={drawing}
              viewBox={`0 0 ${size[0]} ${size[1]}`}
              className="absolute inset-0 size-full cursor-crosshair"
              data-testid="ball"
              // A finger that scrolls or looks closer taps nothing.
              onClick={(e) => {
                const at = inDrawing(drawing.current!, e.clientX, e.clientY);
                tap(at.x, at.y);
              }}
            >
              {ball && (
                <circle
                  cx={ball.x}
                  cy={ball.y}
                  r={ball.r}
                  fill="none"
                  className="stroke-g98"
                  strokeWidth={1.6 * unit}
                />
              )}
              {taps.map(([x, y], i) => (
                <circle
                  key={i}
                  cx={x}
                  cy={y}
                  r={3 * unit}
                  className="fill-g98 stroke-g05"
                  strokeWidth={unit}
                />
              ))}
            </svg>
          )}
        </div>
      </LookInto>
      <ZoomButtons zoom={glancing.hand} />
      <figcaption className="flex items-center gap-3 text-label text-g28">
        <span className="flex-1">
          {message ??
            (taps.length > 0
              ? `${3 - taps.length} more on the bead's outline`
              : ball
                ? 'The ring is where the bead is taken to be. Wrong? Tap three places on its outline.'
                : 'The bead is looked for. To show it yourself, tap three places on its outline.')}
        </span>
        {ball && (
          <Button look="plain" onClick={() => onBall(null)}>
            Look for it
          </Button>
        )}
      </figcaption>
    </figure>
  );
}
