import {
  aimsOf,
  closeness,
  deltaE,
  labToHex,
  MOST_STEPS,
  mixText,
  paintsById,
  pigmentOf,
  plain,
  schools,
  stepLab,
  thinning,
  wetAndDry,
  type FoundStep,
  type HalfStep,
  type Lab,
  type Ladder,
  type Paint,
} from '@pale-glint/core';
import { Popover } from 'radix-ui';
import { useMemo, useRef, useState, type PointerEvent, type ReactNode } from 'react';

const SHARING: Record<FoundStep['sharing'], string> = {
  first: 'a fresh pile',
  add: 'add to the pile before',
  share: 'a pile that shares a paint',
  fresh: 'a fresh pile',
};
/** A gap between steps above this shows as a band. */
const WIDE_GAP = 18;
/** So much value a number stands high over its swatch. */
const LABEL = 12;

/** A drop of paint, as it is counted out beside the palette. */
function Drops({ mix, hexOf }: { mix: Ladder['steps'][number]['mix']; hexOf: (paint: string) => string }) {
  return (
    <span className="flex flex-wrap gap-0.5" aria-hidden>
      {mix.flatMap((m) =>
        Array.from({ length: m.parts }, (_, i) => (
          <span
            key={`${m.paint}${i}`}
            className="size-3 rotate-45 rounded-full rounded-tl-none ring-1 ring-g62"
            style={{ background: hexOf(m.paint) }}
          />
        )),
      )}
    </span>
  );
}

interface AimProps {
  readonly label: string;
  readonly value: number;
  readonly colour: string;
  readonly low: number;
  readonly high: number;
  /** The swatch stands at another value. */
  readonly off: boolean;
  readonly onAim: (value: number) => void;
}

/** The value a step aims at, as a line over its swatch that hand and arrow keys move. */
function Aim({ label, value, colour, low, high, off, onAim }: AimProps) {
  const line = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const shown = held ?? value;
  const within = (v: number) => Math.round(Math.min(high, Math.max(low, v)));
  const at = (e: PointerEvent) => {
    const box = line.current!.parentElement!.getBoundingClientRect();
    return within((100 * (box.bottom - e.clientY)) / box.height);
  };
  return (
    <div
      ref={line}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={Math.round(shown)}
      className="group absolute inset-x-0 z-10 flex h-5 translate-y-1/2 cursor-ns-resize touch-none items-center"
      style={{ bottom: `${shown}%` }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
      }}
      onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && setHeld(at(e))}
      onPointerUp={() => {
        if (held !== null) onAim(held);
        setHeld(null);
      }}
      onPointerCancel={() => setHeld(null)}
      onKeyDown={(e) => {
        const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 5, PageDown: -5 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        onAim(within(value + by));
      }}
    >
      <span className="h-0.5 flex-1 bg-g98" />
      {/* The swatch tells its value already: the aim is told where it is another, or while it is held. */}
      <span
        className={
          'flex h-5 min-w-9 items-center justify-center rounded-sm px-1 text-label font-semibold ring-1 ' +
          'ring-g98 group-hover:opacity-100 group-focus:opacity-100 ' +
          `${held !== null || off ? '' : 'opacity-0'}`
        }
        style={{ background: colour, color: shown > 55 ? '#111111' : '#f9f9f9' }}
      >
        {Math.round(shown)}
      </span>
      <span className="h-1.5 w-5 rounded-full bg-g98 ring-1 ring-g38" />
    </div>
  );
}

export interface Half extends HalfStep {
  readonly text: string;
}

interface GapProps {
  readonly gap: number;
  /** The lighter of the two steps. */
  readonly index: number;
  /** Finds the mix midway; null where none is asked for. */
  readonly half: ((then: (half: Half | null) => void) => void) | null;
  /** Puts the mix in as a step; null where the ladder is full. */
  readonly onSplit: ((half: Half) => void) | null;
}

const gapLook = (gap: number) =>
  'absolute -bottom-3 -left-4 z-10 grid min-h-6 min-w-6 place-items-center rounded-sm px-1.5 ' +
  `text-label ${gap > WIDE_GAP ? 'bg-g05 font-bold text-g98' : 'bg-g96 text-g10'}`;

/** The value gap between two steps; pressed, the mix that lies midway, for soft borders. */
function Gap({ gap, index, half, onSplit }: GapProps) {
  const [found, setFound] = useState<Half | null | undefined>(undefined);
  const text = `${gap < 0 ? '−' : '+'}${plain(Math.abs(gap), 0)}`;
  if (!half)
    return (
      <span className={gapLook(gap)} title="value gap to the step before">
        {text}
      </span>
    );
  return (
    <Popover.Root
      onOpenChange={(open) => {
        setFound(undefined);
        if (open) half(setFound);
      }}
    >
      <Popover.Trigger
        aria-label={`Value gap ${text} to step ${index + 1}: the mix midway`}
        title="value gap; press for the mix midway"
        className={`${gapLook(gap)} ring-g10 hover:ring-1`}
      >
        {text}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          sideOffset={8}
          collisionPadding={12}
          aria-label={`Between step ${index} and step ${index + 1}`}
          className="z-20 w-72 space-y-1 rounded-sm bg-g96 p-3 text-label shadow-lg ring-1 ring-g50 outline-none"
        >
          {found ? (
            <>
              <span className="block h-10" style={{ background: labToHex(found.lab) }} />
              <p className="font-semibold">{found.text}</p>
              <p>
                Value {plain(found.lab.l, 0)}, midway between steps {index} and {index + 1}:{' '}
                {closeness(deltaE(found.lab, found.aim))}. For soft borders; equal parts of the two piles come
                out darker.
              </p>
              {onSplit && (
                <Popover.Close
                  className="font-semibold underline underline-offset-2"
                  onClick={() => onSplit(found)}
                >
                  Put it in as a step
                </Popover.Close>
              )}
            </>
          ) : (
            <p>{found === null ? 'Neither step holds a paint to mix it from.' : 'Looking.'}</p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface LadderColumnsProps {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  /** How each step came out of a search; null where none was made. */
  readonly found: readonly FoundStep[] | null;
  readonly label: string;
  /** What is said of a step beyond its mix: coats and area. */
  readonly notes?: (step: string) => readonly string[];
  /** The mix midway between a step, from 0, and the next, with its words. */
  readonly onHalf?: undefined | ((index: number, then: (half: Half | null) => void) => void);
  readonly onSplit?: undefined | ((index: number, half: Half) => void);
  readonly onRemove?: undefined | ((index: number) => void);
  readonly onAim?: undefined | ((index: number, value: number) => void);
  readonly onSettle?: (index: number, settled: boolean) => void;
  /** The way to another mix of a step. */
  readonly mixOf?: (index: number) => ReactNode;
}

/** A step as tall as its value: dry, and beside it wet on the palette. */
interface SwatchProps {
  readonly dry: Lab;
  readonly wet: Lab;
  /** The value it aims at; its own is told above the line of one that is little higher. */
  readonly aim: number;
}

const Swatch = ({ dry, wet, aim }: SwatchProps) => (
  <div className="relative flex w-full" style={{ height: `${dry.l}%` }}>
    <span
      className="absolute left-2 text-lead leading-7 font-semibold"
      style={{ bottom: `${(100 * (aim > dry.l && aim < dry.l + LABEL ? aim : dry.l)) / dry.l}%` }}
    >
      {plain(dry.l, 0)}
    </span>
    <span className="h-full w-2/3" style={{ background: labToHex(dry) }} title="dry" />
    <span className="h-full w-1/3" style={{ background: labToHex(wet) }} title="wet on the palette, about" />
  </div>
);

/** The steps of a ladder as swatches as tall as their value, dry beside wet, with their mixes. */
export function LadderColumns({
  ladder,
  paints: shelf,
  found,
  label,
  notes,
  onHalf,
  onSplit,
  onRemove,
  onAim,
  onSettle,
  mixOf,
}: LadderColumnsProps) {
  const paints = useMemo(() => paintsById(shelf), [shelf]);
  const colours = useMemo(() => ladder.steps.map((s) => stepLab(s, paints)), [ladder, paints]);
  const aims = useMemo(() => aimsOf(ladder, shelf), [ladder, shelf]);
  const wet = useMemo(
    () =>
      ladder.steps.map(
        (s) => wetAndDry(pigmentOf(s.mix, paints), paints.get(s.mix[0].paint)?.finish ?? 'matt').wet,
      ),
    [ladder, paints],
  );
  const hexOf = (id: string) => paints.get(id)?.hex ?? '#777777';
  return (
    <ol className="flex max-md:overflow-x-auto max-md:pt-7" aria-label={label}>
      {ladder.steps.map((step, k) => {
        const gap = k > 0 ? colours[k].l - colours[k - 1].l : null;
        const off = step.value === null ? null : deltaE(colours[k], aims[k]);
        return (
          <li key={step.id} className="flex min-w-0 flex-1 flex-col max-md:min-w-36">
            <div className="relative flex h-62 items-end max-md:h-40">
              <Swatch dry={colours[k]} wet={wet[k]} aim={onAim && step.value !== null ? step.value : 0} />
              {gap !== null && (
                <Gap
                  gap={gap}
                  index={k}
                  half={onHalf ? (then) => onHalf(k - 1, then) : null}
                  onSplit={
                    onSplit && ladder.steps.length < MOST_STEPS ? (half) => onSplit(k - 1, half) : null
                  }
                />
              )}
              {onAim && (
                <Aim
                  label={`Value step ${k + 1} aims at`}
                  value={step.value ?? colours[k].l}
                  colour={labToHex(aims[k])}
                  low={k === 0 ? 0 : Math.ceil(aims[k - 1].l) + 1}
                  high={k === aims.length - 1 ? 100 : Math.floor(aims[k + 1].l) - 1}
                  off={Math.abs((step.value ?? colours[k].l) - colours[k].l) >= 1.5}
                  onAim={(value) => onAim(k, value)}
                />
              )}
            </div>
            <div className="min-h-44 flex-1 space-y-1.5 border-r border-g82 bg-g96 p-3 text-label">
              <p className="text-g38">Step {k + 1}</p>
              <p className="font-semibold">{mixText(step.mix, paints)}</p>
              <Drops mix={step.mix} hexOf={hexOf} />
              {off !== null && <p title={`difference ${plain(off, 1)}`}>{closeness(off)}</p>}
              {found && <p className="text-g38">{SHARING[found[k].sharing]}</p>}
              <p>{thinning(step.water, schools[ladder.school].metal === 'flake' ? 'medium' : 'water')}</p>
              {notes?.(step.id).map((n) => (
                <p key={n} className="text-g38">
                  {n}
                </p>
              ))}
              {mixOf?.(k)}
              {onRemove && ladder.steps.length > 2 && (
                <button
                  type="button"
                  aria-label={`take it out: step ${k + 1}`}
                  className="block underline underline-offset-2"
                  onClick={() => onRemove(k)}
                >
                  take it out
                </button>
              )}
              {onSettle && (
                <label className="flex items-center gap-1.5 pt-0.5">
                  <input
                    type="checkbox"
                    aria-label={`Step ${k + 1} is settled`}
                    className="size-4 accent-g10"
                    checked={step.settled === 'yes'}
                    onChange={(e) => onSettle(k, e.target.checked)}
                  />
                  settled
                </label>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
