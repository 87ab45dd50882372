import { useState, type MouseEvent } from 'react';
import { MOST_PHOTO_PLACES, placesOfPairs, type PhotoPlace, type Point } from '@pale-glint/core';
import { useBitmap } from '../../ui/useBitmap.js';
import { Button } from '../../ui/Button.js';
import type { ReadPhoto } from '../../workers/photo.worker.js';

interface TapPointsProps {
  readonly read: ReadPhoto;
  readonly onDone: (places: PhotoPlace[]) => void;
  readonly onCancel: () => void;
}

/** Where a press on a canvas that shows a bitmap whole lies in the bitmap. */
function placeIn(e: MouseEvent<HTMLCanvasElement>, { width, height }: ImageBitmap): Point | null {
  const box = e.currentTarget.getBoundingClientRect();
  const scale = Math.min(box.width / width, box.height / height);
  const x = (e.clientX - box.left - (box.width - width * scale) / 2) / scale;
  const y = (e.clientY - box.top - (box.height - height * scale) / 2) / scale;
  return x >= 0 && y >= 0 && x <= width && y <= height ? [x, y] : null;
}

function Taps({
  bitmap,
  label,
  taps,
  onTap,
}: {
  readonly bitmap: ImageBitmap;
  readonly label: string;
  readonly taps: readonly Point[];
  readonly onTap: (at: Point) => void;
}) {
  const canvas = useBitmap(bitmap);
  return (
    <div className="relative min-h-0 min-w-0 flex-1">
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        className="size-full cursor-crosshair object-contain"
        onClick={(e) => {
          const at = placeIn(e, bitmap);
          if (at) onTap(at);
        }}
      />
      <svg
        viewBox={`0 0 ${bitmap.width} ${bitmap.height}`}
        className="pointer-events-none absolute inset-0 size-full"
        aria-hidden
      >
        {taps.map(([x, y], i) => (
          <g key={i} fontSize={bitmap.height / 28} fontWeight={700}>
            <circle
              cx={x}
              cy={y}
              r={bitmap.height / 110}
              fill="#111111"
              stroke="#f9f9f9"
              strokeWidth={bitmap.height / 300}
            />
            <text
              x={x + bitmap.height / 60}
              y={y}
              fill="#f9f9f9"
              stroke="#111111"
              strokeWidth={bitmap.height / 160}
              paintOrder="stroke"
            >
              {i + 1}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

/** Places of the piece tapped in turn on the plan and in the photo. */
export function TapPoints({ read, onDone, onCancel }: TapPointsProps) {
  const [plan, setPlan] = useState<readonly Point[]>([]);
  const [photo, setPhoto] = useState<readonly Point[]>([]);
  const pairs = Math.min(plan.length, photo.length);
  const wanted = plan.length > photo.length ? 'photo' : 'plan';
  const lay = () =>
    onDone(
      placesOfPairs(
        photo.slice(0, pairs).map((to, i) => ({
          from: [(plan[i][0] - read.width / 2) / read.pxPerMm, (plan[i][1] - read.height / 2) / read.pxPerMm],
          to,
        })),
        read.middle,
        read.whole,
      ),
    );
  const back = () => {
    if (plan.length > photo.length) setPlan(plan.slice(0, -1));
    else setPhoto(photo.slice(0, -1));
  };
  return (
    <div className="flex h-full flex-col gap-2">
      <p role="status" className="text-label text-g98">
        {wanted === 'plan'
          ? `Tap place ${pairs + 1} on the plan: a tip, a corner, a rivet.`
          : `Tap the same place in the photo.`}{' '}
        {pairs} of 3 or more.
      </p>
      <div className="flex min-h-0 flex-1 gap-3">
        <Taps
          bitmap={read.plan.colour}
          label="The plan, to be tapped"
          taps={plan}
          onTap={(at) => wanted === 'plan' && plan.length < MOST_PHOTO_PLACES && setPlan([...plan, at])}
        />
        <Taps
          bitmap={read.whole}
          label="The photo, to be tapped"
          taps={photo}
          onTap={(at) => wanted === 'photo' && setPhoto([...photo, at])}
        />
      </div>
      <div className="flex gap-2">
        <Button onClick={lay} disabled={pairs < 3}>
          Lay it by these places
        </Button>
        <Button look="plain" onClick={back} disabled={plan.length === 0}>
          Take the last one back
        </Button>
        <Button look="plain" onClick={onCancel}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
