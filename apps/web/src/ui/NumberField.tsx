import { useId, useState } from 'react';
import { Why } from './Why.js';

/** How a number is written and read, where its digits are not what people call it. */
export interface Written {
  readonly show: (value: number) => string;
  /** Null for what cannot be read. */
  readonly read: (text: string) => number | null;
  /** What may be typed. */
  readonly accepts: string;
}

interface NumberFieldProps {
  readonly label: string;
  /** Why it is asked for, on demand. */
  readonly why?: string;
  readonly unit: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** Numbers shown per unit stored: 100 for shares shown in per cent. */
  readonly scale?: number;
  readonly written?: Written;
  readonly onChange: (value: number) => void;
  readonly onEnd?: () => void;
}

const shown = (value: number, step: number) =>
  String(Number(value.toFixed(step >= 1 ? 0 : Number.isInteger(Math.round(step * 100) / 10) ? 1 : 2)));

const inDigits = (low: number, high: number, step: number, unit: string): Written => ({
  show: (value) => shown(value, step),
  read: (text) => {
    const n = Number(text.replace(',', '.'));
    return text.trim() === '' || !Number.isFinite(n) ? null : n;
  },
  accepts: `${shown(low, step)} to ${shown(high, step)} ${unit}`,
});

/**
 * A number with its unit. Typing takes effect as soon as it is acceptable; what is not accepted is said at once and
 * changes nothing. Arrow keys step, with shift ten times as far.
 */
export function NumberField({
  label,
  why,
  unit,
  value,
  min,
  max,
  step,
  scale = 1,
  written,
  onChange,
  onEnd,
}: NumberFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [low, high, by] = [min * scale, max * scale, step * scale];
  const { show, read, accepts } = written ?? inDigits(low, high, by, unit);
  const text = typed ?? show(value * scale);
  const accepted = (n: number | null): n is number => n !== null && n >= low - 1e-9 && n <= high + 1e-9;
  const bad = !accepted(read(text));

  const take = (next: string) => {
    setTyped(next);
    const n = read(next);
    if (accepted(n)) onChange(Math.min(high, Math.max(low, n)) / scale);
  };
  const nudge = (by10: number) => {
    const n = Math.min(high, Math.max(low, Math.round((value * scale + by10) / by) * by));
    setTyped(null);
    onChange(n / scale);
  };

  return (
    <div>
      <div className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 focus-within:border-g10">
        <span className="whitespace-nowrap">
          <label htmlFor={id} className="text-label text-g28">
            {label}
          </label>
          {why && <Why of={label} text={why} />}
        </span>
        <span className="flex min-w-0 shrink items-baseline justify-end gap-1">
          <input
            id={id}
            inputMode={written ? 'text' : 'decimal'}
            className="w-16 min-w-8 shrink bg-transparent text-right font-semibold outline-none"
            value={text}
            aria-invalid={bad}
            aria-describedby={bad ? `${id}-says` : undefined}
            onChange={(e) => take(e.target.value)}
            onBlur={() => {
              setTyped(null);
              onEnd?.();
            }}
            onKeyDown={(e) => {
              const far = e.shiftKey ? 10 : 1;
              if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
                e.preventDefault();
                nudge((e.key === 'ArrowUp' ? by : -by) * far);
              } else if (e.key === 'Enter') e.currentTarget.blur();
            }}
          />
          <span className="min-w-4 text-label text-g38">{unit}</span>
        </span>
      </div>
      {bad && (
        <p id={`${id}-says`} role="alert" className="bg-g10 px-2 py-1 text-label text-g98">
          Accepted: {accepts}
        </p>
      )}
    </div>
  );
}
