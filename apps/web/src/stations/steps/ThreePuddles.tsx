import {
  closeness,
  labToHex,
  midStep,
  mixText,
  paintsById,
  threePuddles,
  type Ladder,
  type Paint,
} from '@pale-glint/core';
import { useMemo } from 'react';

/** Another way to mix the same steps: three puddles, the others drawn between them. */
export function ThreePuddles({ ladder, paints }: { ladder: Ladder; paints: readonly Paint[] }) {
  const drawn = useMemo(() => threePuddles(ladder, paints), [ladder, paints]);
  const byId = useMemo(() => paintsById(paints), [paints]);
  if (!drawn) return null;
  const mid = midStep(ladder.steps.length);
  const last = ladder.steps.length - 1;
  return (
    <details className="min-w-64 flex-1">
      <summary className="cursor-pointer text-label font-semibold">Three puddles instead</summary>
      <p className="py-1 text-label text-g28">
        Put out {mixText(ladder.steps[0].mix, byId)} for the dark, {mixText(ladder.steps[mid].mix, byId)} for
        the middle and {mixText(ladder.steps[last].mix, byId)} for the light, side by side, and draw the
        others together:
      </p>
      <ul className="text-label">
        {drawn.map((d) => (
          <li key={d.index} className="flex items-center gap-2 py-0.5">
            <span className="size-6" style={{ background: labToHex(d.lab) }} />
            <span>
              <span className="font-semibold">Step {d.index + 1}</span>: {d.darker} of the{' '}
              {d.first ? 'dark' : 'middle'} to {d.lighter} of the {d.first ? 'middle' : 'light'},{' '}
              {closeness(d.off)}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
