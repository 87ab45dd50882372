import { useEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { LookInto, type Glancing } from '../../map/LookInto.js';
import { followPointer } from '../../ui/followPointer.js';
import { useBitmap } from '../../ui/useBitmap.js';
import type { BothLooks, ReadPhoto } from '../../workers/photo.worker.js';

export const WAYS = [
  { id: 'beside', label: 'Side by side' },
  { id: 'slider', label: 'Slider' },
  { id: 'blink', label: 'Blink' },
  { id: 'difference', label: 'Lighter, darker' },
] as const;
export type WayToLook = (typeof WAYS)[number]['id'];

export interface HowToLook {
  readonly way: WayToLook;
  readonly grey: boolean;
  readonly squinted: boolean;
  readonly trueSize: boolean;
}

/** CSS millimetres: what the screen takes for one. */
const CSS_PX_PER_MM = 96 / 25.4;
/** One minute of arc at half a metre is blurred away by a squint of so many mm on the miniature. */
const SQUINT_MM = 0.6;
const BLINK_MS = 650;

/** Where a finding is, by its number in the list. */
interface Mark {
  readonly n: number;
  readonly x: number;
  readonly y: number;
}

interface PictureProps {
  readonly bitmap: ImageBitmap;
  readonly label: string;
  readonly read: ReadPhoto;
  readonly how: HowToLook;
  readonly marks?: readonly Mark[];
}

/** How large a canvas is shown, and how far blurred. */
function useShown(canvas: RefObject<HTMLCanvasElement | null>, read: ReadPhoto, how: HowToLook) {
  const [shownPx, setShownPx] = useState(read.width);
  useEffect(() => {
    const c = canvas.current;
    if (!c) return;
    const watch = new ResizeObserver(() => setShownPx(c.clientWidth));
    watch.observe(c);
    return () => watch.disconnect();
  }, [canvas]);
  const blur = how.squinted ? (SQUINT_MM * read.pxPerMm * shownPx) / read.width : 0;
  return {
    size: how.trueSize ? { width: (read.width / read.pxPerMm) * CSS_PX_PER_MM, flex: 'none' } : {},
    filter: blur > 0 ? `blur(${blur.toFixed(1)}px)` : undefined,
  };
}

/** Draws a number in a disc, as it stands beside the finding in the list. */
function drawMark(context: CanvasRenderingContext2D, { n, x, y }: Mark, size: number): void {
  context.beginPath();
  context.arc(x, y, size, 0, 2 * Math.PI);
  context.fillStyle = '#111111';
  context.fill();
  context.lineWidth = size / 6;
  context.strokeStyle = '#f9f9f9';
  context.stroke();
  context.fillStyle = '#f9f9f9';
  context.font = `700 ${1.3 * size}px 'Archivo Variable', sans-serif`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.fillText(String(n), x, y + size / 12);
}

/** One picture of the piece, as large as there is room, or as large as it is. */
function Picture({ bitmap, label, read, how, marks }: PictureProps) {
  const canvas = useBitmap(bitmap);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !marks) return;
    context.drawImage(bitmap, 0, 0);
    for (const mark of marks) drawMark(context, mark, bitmap.height / 55);
  }, [canvas, bitmap, marks]);
  const { size, filter } = useShown(canvas, read, how);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className={`block min-h-0 object-contain ${how.trueSize ? '' : 'max-h-full max-w-full'}`}
      style={{ ...size, filter }}
    />
  );
}

interface NamedProps {
  readonly name: string;
  readonly glancing: Glancing;
  readonly children: ReactNode;
}

function Named({ name, glancing, children }: NamedProps) {
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col items-center gap-1">
      <figcaption className="text-label text-g98">{name}</figcaption>
      <LookInto glancing={glancing} drag className="min-h-0 w-full flex-1">
        <div className="flex size-full items-center justify-center">{children}</div>
      </LookInto>
    </figure>
  );
}

/** A third picture beside plan and photo. */
export interface ThirdLook {
  readonly name: string;
  /** What it shows, where its name does not say it. */
  readonly says?: string;
  readonly looks: BothLooks;
}

interface LooksProps {
  readonly read: ReadPhoto;
  readonly photo: BothLooks;
  /** What stands beside the photo; null for nothing. */
  readonly third: ThirdLook | null;
  readonly how: HowToLook;
  /** Plan and photo are looked into at the same place. */
  readonly glancing: Glancing;
}

/** The plan to the left of a bar, the photo to the right of it. */
function Slider({ read, photo, how, glancing }: LooksProps) {
  const [at, setAt] = useState(0.5);
  const look = how.grey ? 'value' : 'colour';
  const [plan, seen] = [read.plan[look], photo[look]];
  const canvas = useRef<HTMLCanvasElement>(null);
  const { size, filter } = useShown(canvas, read, how);
  useEffect(() => {
    const c = canvas.current;
    if (!c) return;
    const bar = Math.round(at * plan.width);
    [c.width, c.height] = [plan.width, plan.height];
    const context = c.getContext('2d')!;
    context.drawImage(plan, 0, 0);
    context.drawImage(seen, bar, 0, plan.width - bar, plan.height, bar, 0, plan.width - bar, plan.height);
    context.fillStyle = '#f9f9f9';
    context.fillRect(bar - 1, 0, 2, plan.height);
  }, [at, plan, seen]);
  const follow = (x: number) => {
    const { left, width } = canvas.current!.getBoundingClientRect();
    setAt(Math.min(1, Math.max(0, (x - left) / width)));
  };
  return (
    <div className="flex h-full flex-col items-center gap-2">
      <LookInto glancing={glancing} className="min-h-0 w-full flex-1">
        <canvas
          ref={canvas}
          role="img"
          aria-label="The plan to the left of the bar, the photo to the right"
          className="mx-auto block h-full max-w-full cursor-ew-resize touch-none object-contain"
          style={{ ...size, filter }}
          onPointerDown={(e) => {
            follow(e.clientX);
            followPointer(
              e,
              (m) => follow(m.clientX),
              () => undefined,
            );
          }}
        />
      </LookInto>
      <label className="flex w-72 items-center gap-3 text-label text-g98">
        photo
        <input
          type="range"
          aria-label="How much of the photo the plan covers"
          min={0}
          max={100}
          value={Math.round(100 * at)}
          className="min-w-0 flex-1 accent-g98"
          onChange={(e) => setAt(Number(e.target.value) / 100)}
        />
        plan
      </label>
    </div>
  );
}

/** Plan and photo in turn, in one place; held still on request. */
function Blink({ read, photo, how, glancing }: LooksProps) {
  const [shown, setShown] = useState<'plan' | 'photo'>('photo');
  const [held, setHeld] = useState(() => matchMedia('(prefers-reduced-motion: reduce)').matches);
  const look = how.grey ? 'value' : 'colour';
  useEffect(() => {
    if (held) return;
    const timer = setInterval(() => setShown((s) => (s === 'plan' ? 'photo' : 'plan')), BLINK_MS);
    return () => clearInterval(timer);
  }, [held]);
  return (
    <div className="flex h-full flex-col items-center gap-2">
      <Named name={shown === 'plan' ? 'Plan' : 'Photo'} glancing={glancing}>
        <Picture
          key={shown}
          bitmap={shown === 'plan' ? read.plan[look] : photo[look]}
          label={shown === 'plan' ? 'The plan' : 'The photo'}
          read={read}
          how={how}
        />
      </Named>
      <div className="flex gap-2">
        <button
          type="button"
          className="min-h-9 bg-g28 px-4 text-label text-g98"
          onClick={() => setHeld(!held)}
        >
          {held ? 'Go on blinking' : 'Hold still'}
        </button>
        {held && (
          <button
            type="button"
            className="min-h-9 bg-g28 px-4 text-label text-g98"
            onClick={() => setShown(shown === 'plan' ? 'photo' : 'plan')}
          >
            Show the {shown === 'plan' ? 'photo' : 'plan'}
          </button>
        )}
      </div>
    </div>
  );
}

/** Plan and photo, held against each other. */
export function Looks(props: LooksProps) {
  const { read, photo, third, how, glancing } = props;
  const marks = useMemo(() => read.findings.map(({ at: [x, y] }, i) => ({ n: i + 1, x, y })), [read]);
  const look = how.grey ? 'value' : 'colour';
  if (how.way === 'slider') return <Slider {...props} />;
  if (how.way === 'blink') return <Blink {...props} />;
  if (how.way === 'difference')
    return (
      <div className="flex h-full gap-3">
        <Named name="Lighter or darker than planned" glancing={glancing}>
          {read.difference && (
            <Picture
              bitmap={read.difference}
              label="Where the photo is lighter or darker"
              read={read}
              how={how}
            />
          )}
        </Named>
        <Named name="Photo" glancing={glancing}>
          <Picture bitmap={photo[look]} label="The photo" read={read} how={how} />
        </Named>
      </div>
    );
  return (
    <div className="flex h-full gap-3">
      <Named name="Plan" glancing={glancing}>
        <Picture bitmap={read.plan[look]} label="The plan" read={read} how={how} />
      </Named>
      <Named name="Photo" glancing={glancing}>
        <Picture bitmap={photo[look]} label="The photo" read={read} how={how} marks={marks} />
      </Named>
      {third && (
        <Named name={third.name} glancing={glancing}>
          <Picture bitmap={third.looks[look]} label={third.says ?? third.name} read={read} how={how} />
        </Named>
      )}
    </div>
  );
}
