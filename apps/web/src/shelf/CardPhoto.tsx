import { hexToLab, type CardRead, type Pixel } from '@pale-glint/core';
import { useState, type KeyboardEvent } from 'react';
import { ARROWS } from '../ui/arrows.js';
import { useBitmap } from '../ui/useBitmap.js';
import type { CardState } from './useCard.js';

/** What a tap on the photo marks. */
export type Mark = 'white' | 'grey' | 'dot';

export const MARK_ASKS: Record<Mark, string> = {
  white: 'Tap the bare white card.',
  grey: 'Tap the grey, or skip it if there is none.',
  dot: 'Tap the middle of each dot of paint.',
};

/** One press of an arrow moves the cross by this share of the photo's width; with shift by more. */
const NUDGE = 0.01;
const FAR_NUDGE = 0.05;

const between = (low: number, v: number, high: number) => Math.min(high, Math.max(low, v));

/** A square round a place whose colour is known. */
function ReferenceMark({ name, at: [x, y] }: { name: string; at: Pixel }) {
  return (
    <g>
      <rect x={x - 9} y={y - 9} width={18} height={18} fill="none" className="stroke-g05" strokeWidth={2} />
      <text x={x + 14} y={y + 5} className="fill-g05 text-[15px] font-semibold">
        {name}
      </text>
    </g>
  );
}

interface DotMarkProps {
  readonly number: number;
  readonly at: Pixel;
  /** What was read there; null before it is. */
  readonly read: CardRead['dots'][number] | null;
}

/** Below this lightness a mark on a dot is drawn pale. */
const DARK_L = 55;

function DotMark({ number, at: [x, y], read }: DotMarkProps) {
  const dark = hexToLab(read?.hex ?? '#777777').l < DARK_L;
  return (
    <g>
      <circle
        cx={x}
        cy={y}
        r={read?.radiusPx ?? 8}
        fill="none"
        className={dark ? 'stroke-g98' : 'stroke-g05'}
        strokeWidth={1.5}
      />
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        className={`text-[15px] font-bold ${dark ? 'fill-g98' : 'fill-g05'}`}
      >
        {number}
      </text>
    </g>
  );
}

interface CardPhotoProps {
  readonly bitmap: ImageBitmap;
  readonly card: CardState;
  readonly read: CardRead | null;
  readonly mark: Mark;
  readonly onTap: (at: Pixel) => void;
}

/** The photo of a card with what is marked on it; taps and arrow keys mark more. */
export function CardPhoto({ bitmap, card, read, mark, onTap }: CardPhotoProps) {
  const canvas = useBitmap(bitmap);
  const { width, height } = bitmap;
  /** Where the arrow keys have brought the cross, in pixels of the photo. */
  const [cross, setCross] = useState<Pixel | null>(null);
  const onKeyDown = (e: KeyboardEvent) => {
    const [x, y] = cross ?? [width / 2, height / 2];
    const by = width * (e.shiftKey ? FAR_NUDGE : NUDGE);
    const step = ARROWS[e.key];
    if (step) setCross([between(0, x + by * step[0], width - 1), between(0, y + by * step[1], height - 1)]);
    else if (e.key === 'Enter') onTap([x, y]);
    else return;
    e.preventDefault();
  };
  return (
    <div
      className="relative max-h-full"
      style={{
        aspectRatio: `${width} / ${height}`,
        width: `min(100%, calc((100vh - 8rem) * ${width / height}))`,
      }}
    >
      <canvas
        ref={canvas}
        role="application"
        aria-label={`Photo of the card. ${MARK_ASKS[mark]} Arrow keys move a cross, Enter marks.`}
        tabIndex={0}
        className="size-full cursor-crosshair outline-offset-2"
        onBlur={() => setCross(null)}
        onKeyDown={onKeyDown}
        onClick={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          onTap([
            ((e.clientX - box.left) / box.width) * width,
            ((e.clientY - box.top) / box.height) * height,
          ]);
        }}
      />
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="pointer-events-none absolute inset-0 size-full"
        aria-hidden
      >
        {card.white && <ReferenceMark name="white" at={card.white} />}
        {card.grey && <ReferenceMark name="grey" at={card.grey} />}
        {cross && (
          <path
            d={`M${cross[0] - 16} ${cross[1]}h32M${cross[0]} ${cross[1] - 16}v32`}
            className="stroke-g05"
            strokeWidth={3}
          />
        )}
        {card.dots.map((at, i) => (
          <DotMark key={i} number={i + 1} at={at} read={read?.dots[i] ?? null} />
        ))}
      </svg>
    </div>
  );
}
