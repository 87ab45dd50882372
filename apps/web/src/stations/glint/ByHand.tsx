import { adjustmentsOf, facesOf, type Part, type Piece, type UnresolvedOverride } from '@pale-glint/core';
import { ToggleGroup } from 'radix-ui';
import { EdgeBounceFields } from './EdgeBounceFields.js';
import { BandFields, PlaceFields } from './OverrideFields.js';
import { OverrideList } from './OverrideList.js';
import { OverrideStarts } from './OverrideStarts.js';
import { PartApproach } from './PartApproach.js';
import { HAND_MODES, type BandInHand, type HandMode } from './overrideModes.js';

interface ByHandProps {
  readonly part: Part;
  readonly piece: Piece;
  readonly steps: number;
  readonly unresolved: readonly UnresolvedOverride[];
  readonly mode: HandMode;
  readonly onMode: (mode: HandMode) => void;
  readonly band: BandInHand | null;
}

/** What the painter changes by hand on a part: everything computed is a start, and each change can be let go singly. */
export function ByHand({ part, piece, steps, unresolved, mode, onMode, band }: ByHandProps) {
  if (part.finish.kind !== 'metal')
    return (
      <p className="px-4 py-3 text-g28">
        Matte parts are painted your own way: nothing is computed that could be changed.
      </p>
    );
  const own = adjustmentsOf(part, piece);
  return (
    <div className="space-y-3 px-4 py-3">
      <ToggleGroup.Root
        type="single"
        value={mode}
        onValueChange={(v) => v && onMode(v as HandMode)}
        aria-label="What the hand does"
        className="flex rounded-sm bg-g88 p-0.5"
      >
        {HAND_MODES.map((m) => (
          <ToggleGroup.Item
            key={m.value}
            value={m.value}
            className="narrow flex-1 rounded-[2px] px-1 py-1.5 text-label whitespace-nowrap hover:bg-g82 data-[state=on]:bg-g10 data-[state=on]:font-semibold data-[state=on]:text-g98"
          >
            {m.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <p className="text-label text-g28">{HAND_MODES.find((m) => m.value === mode)!.description}</p>
      <OverrideStarts
        part={part}
        piece={piece}
        mode={mode}
        added={own.filter((a) => a.kind === 'glint-add').length}
      />
      {mode === 'bands' && band && <BandFields part={part} piece={piece} band={band} steps={steps} />}
      <PlaceFields own={own} mode={mode} steps={steps} />
      <EdgeBounceFields part={part} own={own} steps={steps} />
      <OverrideList own={own} unresolved={unresolved} steps={steps} />
      <PartApproach part={part} piece={piece} faces={facesOf(part, piece) !== null} />
    </div>
  );
}
