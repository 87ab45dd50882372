import { paintId, plain, type Brush, type Shelf } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../ui/Button.js';
import { NumberField } from '../ui/NumberField.js';

interface BrushesProps {
  readonly shelf: Shelf;
  readonly onChange: (brushes: Brush[]) => void;
}

/** The brushes, by the finest line each draws: what the map says a place wants. */
export function Brushes({ shelf: { brushes }, onChange }: BrushesProps) {
  const [name, setName] = useState('');
  const [tipMm, setTip] = useState(0.5);
  const taken = brushes.some((b) => b.name.toLowerCase() === name.trim().toLowerCase());
  return (
    <section aria-label="Brushes" className="space-y-1 border-t border-g72 pt-4">
      <h2 className="text-lead font-semibold">Brushes</h2>
      <ul className="divide-y divide-g82">
        {[...brushes]
          .sort((a, b) => b.tipMm - a.tipMm)
          .map((b) => (
            <li key={b.id} className="flex items-center gap-2 py-1 text-label">
              <svg width="34" height="16" aria-hidden>
                <line x1="0" x2="34" y1="8" y2="8" className="stroke-g10" strokeWidth={b.tipMm * 6} />
              </svg>
              <span className="min-w-0 flex-1 font-semibold">{b.name}</span>
              <span>{plain(b.tipMm, 2)} mm</span>
              <button
                type="button"
                className="underline underline-offset-2"
                aria-label={`Take out ${b.name}`}
                onClick={() => onChange(brushes.filter((o) => o.id !== b.id))}
              >
                out
              </button>
            </li>
          ))}
      </ul>
      <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28 focus-within:border-g10">
        Name and size
        <input
          className="min-w-0 flex-1 bg-transparent text-right font-semibold text-g10 outline-none"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <NumberField
        label="Finest line"
        unit="mm"
        value={tipMm}
        min={0.05}
        max={30}
        step={0.05}
        onChange={setTip}
      />
      {taken && (
        <p role="alert" className="text-label font-semibold">
          Another brush has this name.
        </p>
      )}
      <Button
        look="plain"
        disabled={name.trim() === '' || taken}
        onClick={() => {
          onChange([
            ...brushes,
            { id: paintId(name, new Set(brushes.map((b) => b.id))), name: name.trim(), tipMm },
          ]);
          setName('');
        }}
      >
        Put the brush beside the pots
      </Button>
    </section>
  );
}
