import { counted } from '@pale-glint/core';
import type { DotRead, DotUse, Paint } from '@pale-glint/core';
import type { DotPlan } from '../workers/swatch.worker.js';

/** What a dot can be, as one would say it; the number of coats and parts stand in the words. */
const USES = [
  ['its colour', { kind: 'colour' }],
  ['1 part with 4 of white', { kind: 'mix', drops: 1, with: '', withDrops: 4 }],
  ...([1, 2, 3] as const).flatMap((coats) =>
    (['black', 'white'] as const).map(
      (over) => [`${counted(coats, 'coat')} over ${over}`, { kind: 'coats', coats, over }] as const,
    ),
  ),
] as const satisfies readonly (readonly [string, DotUse])[];

const wordsOf = (use: DotUse): string =>
  USES.find(([, u]) =>
    use.kind === 'coats'
      ? u.kind === 'coats' && u.coats === use.coats && u.over === use.over
      : u.kind === use.kind,
  )![0];

interface DotPlanRowProps {
  readonly number: number;
  readonly plan: DotPlan;
  readonly read: DotRead | null;
  readonly paints: readonly Paint[];
  /** The pot that test mixes are made with. */
  readonly white: Paint | null;
  readonly onPlan: (plan: DotPlan) => void;
  readonly onRemove: () => void;
}

/** One dot: which pot, what it is, and what was read. */
export function DotPlanRow({ number, plan, read, paints, white, onPlan, onRemove }: DotPlanRowProps) {
  return (
    <li className="grid grid-cols-[1.5rem_2.25rem_1fr_auto] items-center gap-2 py-1 text-label">
      <span className="font-bold">{number}</span>
      <span className="size-9 ring-1 ring-g72" style={{ background: read?.hex }} title={read?.hex} />
      <span className="min-w-0">
        <select
          aria-label={`Dot ${number} is of`}
          className="block min-h-6 w-full bg-transparent font-semibold outline-none focus:bg-g98"
          value={plan.paint}
          onChange={(e) => onPlan({ ...plan, paint: e.target.value })}
        >
          {paints.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
        <select
          aria-label={`Dot ${number} shows`}
          className="block min-h-6 w-full bg-transparent outline-none focus:bg-g98"
          value={wordsOf(plan.use)}
          onChange={(e) => {
            const use = USES.find(([words]) => words === e.target.value)![1];
            onPlan({ ...plan, use: use.kind === 'mix' ? { ...use, with: white?.id ?? plan.paint } : use });
          }}
        >
          {USES.filter(([, u]) => u.kind !== 'mix' || white !== null).map(([words]) => (
            <option key={words} value={words}>
              {words}
            </option>
          ))}
        </select>
        {read?.message && <span className="font-semibold">{read.message}</span>}
      </span>
      <button
        type="button"
        className="underline underline-offset-2"
        aria-label={`Take out dot ${number}`}
        onClick={onRemove}
      >
        out
      </button>
    </li>
  );
}
