import { clamp, clockOf, clockText, deg, rad } from '@pale-glint/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { inDrawing } from './inDrawing.js';

interface LightDialProps {
  readonly clockHours: number;
  readonly heightDeg: number;
  readonly size?: number;
  /** How the picture beside it is turned or mirrored: the light goes with it. */
  readonly transform?: string;
  /** Said under its hour and height. */
  readonly note?: string | undefined;
  /** Null where it shows how the light stands, and cannot be moved here. */
  readonly onChange: ((clockHours: number, heightDeg: number) => void) | null;
  readonly onEnd?: () => void;
}

const R = 50;
const HOURS = Array.from({ length: 12 }, (_, i) => i);
/** Keyboard: five minutes round the clock, one degree of height. */
const CLOCK_STEP = 5 / 60;

const heightText = (deg: number) =>
  deg < 0 ? `${Math.round(-deg)} degrees behind the piece` : `${Math.round(deg)} degrees high`;

/**
 * The main light, held by its handle. Seen from the front: at the rim it comes from the side, in the middle from the
 * eye; above the middle it is the upper half of the clock.
 */
export function LightDial({
  clockHours,
  heightDeg,
  size = 132,
  transform,
  note,
  onChange,
  onEnd,
}: LightDialProps) {
  const svg = useRef<SVGSVGElement>(null);
  const reach = Math.cos(rad(heightDeg)) * R;
  const angle = rad(30 * clockHours);
  const [hx, hy] = [Math.sin(angle) * reach, -Math.cos(angle) * reach];

  const move = (e: PointerEvent) => {
    if (!onChange) return;
    const at = inDrawing(svg.current!, e.clientX, e.clientY);
    const r = Math.min(1, Math.hypot(at.x, at.y) / R);
    const hours = Math.round(clockOf(at.x, -at.y) * 60) / 60;
    onChange(r < 0.02 ? clockHours : hours >= 12 ? 0 : hours, clamp(Math.round(deg(Math.acos(r))), 0, 90));
  };
  const key = (e: KeyboardEvent) => {
    const by = e.shiftKey ? 6 : 1;
    const turn = { ArrowLeft: -CLOCK_STEP, ArrowRight: CLOCK_STEP }[e.key];
    const lift = { ArrowUp: 1, ArrowDown: -1 }[e.key];
    if (!onChange || (turn === undefined && lift === undefined)) return;
    e.preventDefault();
    const hours = Math.round(((((clockHours + (turn ?? 0) * by) % 12) + 12) % 12) * 720) / 720;
    onChange(hours >= 12 ? 0 : hours, clamp(heightDeg + (lift ?? 0) * by, 0, 90));
  };

  return (
    <div className="pointer-events-none select-none text-center">
      <svg
        ref={svg}
        viewBox="-64 -64 128 128"
        width={size}
        height={size}
        className="pointer-events-auto touch-none rounded-full"
        style={{ transform }}
        data-command="key-light"
        tabIndex={0}
        role="slider"
        aria-label="Main light"
        aria-disabled={!onChange || undefined}
        aria-valuemin={0}
        aria-valuemax={12}
        aria-valuenow={Number(clockHours.toFixed(2))}
        aria-valuetext={`${clockText(clockHours)}, ${heightText(heightDeg)}`}
        onKeyDown={key}
        onKeyUp={onEnd}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          move(e);
        }}
        onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && move(e)}
        onPointerUp={onEnd}
        onPointerCancel={onEnd}
      >
        <circle r="61" className="fill-g38/80" />
        {HOURS.map((h) => (
          <line
            key={h}
            x1="0"
            y1="-60"
            x2="0"
            y2={h % 3 === 0 ? -54 : -57}
            transform={`rotate(${h * 30})`}
            className="stroke-g88"
            strokeWidth={h % 3 === 0 ? 2 : 1}
          />
        ))}
        <circle r={R} className="fill-g28" />
        <circle r={R * Math.cos(rad(30))} className="fill-none stroke-g38" />
        <circle r={R * Math.cos(rad(60))} className="fill-none stroke-g38" />
        <line x1={hx} y1={hy} x2="0" y2="0" className="stroke-lamp" strokeWidth="1.5" />
        <circle r="2.5" className="fill-g88" />
        <circle
          cx={hx}
          cy={hy}
          r={onChange ? 9 : 6}
          className={heightDeg < 0 ? 'fill-none stroke-lamp' : 'fill-lamp'}
          strokeWidth="2"
          data-testid="light-handle"
        />
      </svg>
      <p className="mt-1 rounded-sm bg-g10 px-2 py-1 text-label font-medium text-g98">
        Main light {clockText(clockHours)}
        <br />
        {Math.round(Math.abs(heightDeg))}° {heightDeg < 0 ? 'behind it' : 'toward you'}
        {note && <span className="block">{note}</span>}
      </p>
    </div>
  );
}
