import type { Point, Underlay } from '@pale-glint/core';
import { useId } from 'react';
import { blobApi } from '../../api/blobs.js';

const RADIUS_PX = 52;
const TIMES = 3;
/** It stands this far from the place it shows, clear of a finger. */
const AWAY_PX = 84;

interface LoupeProps {
  readonly photo: Underlay;
  readonly at: Point;
  readonly px: number;
  /** The upper border of the picture, in mm as drawn. */
  readonly top: number;
}

/** What lies under the tap, three times as large, beside the finger that hides it. */
export function Loupe({ photo: u, at: [x, y], px, top }: LoupeProps) {
  const id = useId();
  const r = RADIUS_PX / px;
  const above = -y - AWAY_PX / px - r > top;
  const [cx, cy] = [x, -y + ((above ? -1 : 1) * AWAY_PX) / px];
  const [w, h] = [u.widthPx * u.mmPerPx, u.heightPx * u.mmPerPx];
  const cross = 0.16 * r;
  return (
    <g className="pointer-events-none" data-testid="loupe" aria-hidden>
      <clipPath id={id}>
        <circle cx={cx} cy={cy} r={r} />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        <rect x={cx - r} y={cy - r} width={2 * r} height={2 * r} className="fill-g28" />
        <g transform={`translate(${cx} ${cy}) scale(${TIMES}) translate(${-x} ${y})`}>
          <image
            href={blobApi.address(u.photo)}
            x={u.xMm - w / 2}
            y={-u.yMm - h / 2}
            width={w}
            height={h}
            transform={`rotate(${-u.turnDeg} ${u.xMm} ${-u.yMm})`}
          />
        </g>
      </g>
      <circle cx={cx} cy={cy} r={r} fill="none" className="stroke-g05" strokeWidth={4 / px} />
      <circle cx={cx} cy={cy} r={r} fill="none" className="stroke-g98" strokeWidth={1.5 / px} />
      <path
        d={`M${cx - cross} ${cy}H${cx + cross}M${cx} ${cy - cross}V${cy + cross}`}
        className="stroke-g98"
        strokeWidth={3 / px}
      />
      <path
        d={`M${cx - cross} ${cy}H${cx + cross}M${cx} ${cy - cross}V${cy + cross}`}
        className="stroke-g05"
        strokeWidth={1.2 / px}
      />
    </g>
  );
}
