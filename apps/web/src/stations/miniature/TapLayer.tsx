import { linePath, regionPath, turn, rad, type Point, type Stroke, type Underlay } from '@pale-glint/core';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { inDrawing } from '../../map/inDrawing.js';
import { ringsOf } from '../../map/outline.js';
import { ARROWS } from '../../ui/arrows.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import { swallowClick } from '../../ui/swallowClick.js';
import { Loupe } from './Loupe.js';
import type { Made } from './taps.js';

interface TapLayerProps {
  /** All that was drawn, a tap as a stroke of one place. */
  readonly strokes: readonly Stroke[];
  readonly px: number;
  /** The view's box in mm, y downward as drawn. */
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly made: Made | null;
  /** What is tapped on: it is seen larger while a finger or the mouse is down. */
  readonly photo: Underlay | null;
  /** `free` where the tap is to stay where it was made. */
  readonly onTap: (at: Point, free: boolean) => void;
  readonly onMove: (index: number, to: Point, free: boolean) => void;
  /** Told a stroke that was drawn, `leftOut` with Alt held; null where taps alone are made. */
  readonly onStroke: ((stroke: readonly Point[], leftOut: boolean) => void) | null;
  /** What is drawn now is to be left out of the part. */
  readonly leavesOut: boolean;
}

/** A finger or a mouse that is down: a tap to be made where it is lifted, or one that is pulled. */
interface Held {
  readonly pointer: number;
  readonly at: Point;
  /** The tap that is pulled; null where one is to be made. */
  readonly tap: number | null;
  /** Where it has been, for a stroke. */
  readonly path: readonly Point[];
}

const GRAB_PX = 9;
const STEP_MM = 0.1;
/** Places of a stroke are this far apart on the screen; a shorter one is a tap. */
const STROKE_PX = 6;

interface DrawnProps {
  readonly strokes: readonly Stroke[];
  readonly made: Made | null;
  readonly px: number;
  /** Whether strokes are drawn, or taps made one after the other round something. */
  readonly draws: boolean;
}

/** A stroke is seen on dark and on bright metal: pale within dark; dark within pale where it is left out. */
const strokeLines = (leftOut: boolean) => [
  { width: 6, className: `${leftOut ? 'stroke-g98' : 'stroke-g05'} opacity-60` },
  { width: 2.4, className: `${leftOut ? 'stroke-g05' : 'stroke-g98'} opacity-80` },
];

/** One stroke, or a tap where it has one place. */
function DrawnStroke({ stroke, px }: { readonly stroke: Stroke; readonly px: number }) {
  const { points, leftOut } = stroke;
  if (points.length === 1)
    return (
      <circle
        cx={points[0][0]}
        cy={-points[0][1]}
        r={5 / px}
        className={`pointer-events-none ${leftOut ? 'fill-g98 stroke-g05' : 'fill-g05 stroke-g98'}`}
      />
    );
  return strokeLines(leftOut).map(({ width, className }) => (
    <path
      key={width}
      d={linePath(points)}
      fill="none"
      strokeWidth={width / px}
      strokeLinecap="round"
      strokeLinejoin="round"
      className={`pointer-events-none ${className}`}
    />
  ));
}

/** What has been tapped or drawn, and the outline of what that makes. */
function Drawn({ strokes, made, px, draws }: DrawnProps) {
  const outline = useMemo(() => {
    if (!made) return null;
    const roll = rad(made.place.rollDeg);
    return ringsOf(made.form).map((ring) =>
      ring.map((p): Point => {
        const [x, y] = turn(p[0], p[1], roll);
        return [x + made.place.xMm, y + made.place.yMm];
      }),
    );
  }, [made]);
  const taps = strokes.flatMap((s) => s.points);
  return (
    <>
      {outline && (
        <>
          <path
            d={regionPath(outline)}
            fill="none"
            className="pointer-events-none stroke-g05"
            strokeWidth={3.4 / px}
          />
          <path d={regionPath(outline)} fill="none" className="pointer-events-none stroke-g98" />
        </>
      )}
      {!outline && !draws && taps.length > 1 && (
        <path d={linePath(taps)} fill="none" className="pointer-events-none stroke-g98" />
      )}
      {strokes.map((stroke, i) => (
        <DrawnStroke key={i} stroke={stroke} px={px} />
      ))}
    </>
  );
}

/** Where the taps go: a sheet over the picture that takes presses, and a cross that the keyboard moves. */
export function TapLayer({ strokes, px, box, made, photo, leavesOut, ...told }: TapLayerProps) {
  const { onTap, onMove, onStroke } = told;
  const sheet = useRef<SVGRectElement>(null);
  const [cross, setCross] = useState<Point>([box.x + box.width / 2, -(box.y + box.height / 2)]);
  const [held, hold] = useState<Held | null>(null);
  const at = (e: PointerEvent): Point => {
    const p = inDrawing(sheet.current!.ownerSVGElement!, e.clientX, e.clientY);
    return [p.x, -p.y];
  };
  const r = 5 / px;
  const drawn =
    onStroke && held && held.path.length > 1
      ? [...strokes, { points: held.path, leftOut: leavesOut }]
      : strokes;
  return (
    <g strokeWidth={1.5 / px}>
      <rect
        ref={sheet}
        {...box}
        fill="transparent"
        data-testid="taps"
        className="pointer-events-auto cursor-crosshair touch-none"
        // A finger that rests on it looks through the loupe; it asks for no menu.
        onContextMenu={(e) => e.preventDefault()}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.stopPropagation();
          const p = at(e);
          const near = onStroke
            ? -1
            : strokes.findIndex(({ points: [t] }) => Math.hypot(t[0] - p[0], t[1] - p[1]) * px < GRAB_PX);
          e.currentTarget.setPointerCapture(e.pointerId);
          hold({ pointer: e.pointerId, at: p, tap: near >= 0 ? near : null, path: [p] });
        }}
        onPointerMove={(e) => {
          if (!held || e.pointerId !== held.pointer) return;
          const p = at(e);
          const last = held.path[held.path.length - 1];
          const far = Math.hypot(p[0] - last[0], p[1] - last[1]) * px > STROKE_PX;
          hold({ ...held, at: p, path: onStroke && far ? [...held.path, p] : held.path });
          if (held.tap !== null) onMove(held.tap, at(e), e.altKey);
        }}
        onPointerUp={(e) => {
          if (e.pointerType === 'touch') swallowClick();
          if (held?.tap === null && e.pointerId === held.pointer) {
            if (onStroke && held.path.length > 1) onStroke(held.path, e.altKey);
            else onTap(at(e), e.altKey);
          }
          hold(null);
        }}
        // A second finger means the picture, and nothing is tapped.
        onPointerCancel={() => hold(null)}
      />
      <Drawn strokes={drawn} made={made} px={px} draws={onStroke !== null} />
      <circle
        cx={cross[0]}
        cy={-cross[1]}
        r={r * 1.5}
        role="button"
        tabIndex={0}
        aria-label="Cross for tapping by keyboard: arrows move it, Enter taps"
        className="pointer-events-none fill-transparent stroke-transparent focus:stroke-g98"
        onKeyDown={(e) => {
          const by = e.shiftKey ? 10 * STEP_MM : STEP_MM;
          const way = ARROWS[e.key];
          if (way) {
            e.preventDefault();
            setCross(([x, y]) => [x + by * way[0], y - by * way[1]]);
          } else if (e.key === 'Enter') {
            e.preventDefault();
            onTap(cross, e.altKey);
          }
        }}
      />
      {held && photo && held.path.length < 2 && <Loupe photo={photo} at={held.at} px={px} top={box.y} />}
    </g>
  );
}

interface TapBarProps {
  readonly title: string;
  readonly ask: string;
  readonly message: string | null;
  readonly canFinish: boolean;
  readonly finishLabel: string;
  readonly canGoBack: boolean;
  /** Whether taps go onto edges of the photo; null where they cannot. */
  readonly edges: boolean | null;
  readonly onEdges: (on: boolean) => void;
  /** Whether what is drawn is to be left out; null where nothing is drawn. */
  readonly leavesOut: boolean | null;
  readonly onLeaveOut: (on: boolean) => void;
  readonly onFinish: () => void;
  readonly onBack: () => void;
  readonly onStop: () => void;
}

/** What to tap next, and the ways out. */
export function TapBar({
  title,
  ask,
  message,
  canFinish,
  finishLabel,
  canGoBack,
  edges,
  onEdges,
  leavesOut,
  onLeaveOut,
  onFinish,
  onBack,
  onStop,
}: TapBarProps) {
  return (
    <div
      role="status"
      className="flex h-34 shrink-0 items-center gap-3 bg-g05 px-6 text-g98 max-md:h-auto max-md:flex-wrap max-md:px-3 max-md:py-2"
    >
      <p className="min-w-0 flex-1 max-md:basis-full">
        <span className="block text-label text-g72">{title}</span>
        <span className="block text-lead font-semibold">{ask}</span>
        {message && <span className="block text-label text-g82">{message}</span>}
      </p>
      {edges !== null && (
        <span
          className="max-md:basis-full"
          title="Taps go onto the strongest edge of the photo near them; with Alt held, one stays where it is made"
        >
          <Check checked={edges} onChange={onEdges}>
            Keep to edges
          </Check>
        </span>
      )}
      {leavesOut !== null && (
        <span
          className="max-md:basis-full"
          title="Draw through what was taken that is no part of it; with Alt held, one stroke alone is left out"
        >
          <Check checked={leavesOut} onChange={onLeaveOut}>
            Leave out what I draw
          </Check>
        </span>
      )}
      <Button look="dark" disabled={!canGoBack} onClick={onBack}>
        Back
      </Button>
      <Button look="plain" disabled={!canFinish} onClick={onFinish}>
        {finishLabel}
      </Button>
      <Button look="dark" onClick={onStop}>
        Leave
      </Button>
    </div>
  );
}
