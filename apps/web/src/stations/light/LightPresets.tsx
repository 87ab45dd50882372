import { lightPresets, presetOf, sizeOf, type LightPreset, type Piece } from '@pale-glint/core';
import { useMemo } from 'react';
import { Thumb } from '../../map/Thumb.js';

/** The metal part that shows most; a light is tried on it where nothing is to be seen first. */
const largestMetal = ({ parts }: Piece) =>
  parts
    .filter((p) => p.finish.kind === 'metal')
    .map((p) => ({ p, mm: Math.min(...sizeOf(p.form)) }))
    .sort((a, b) => b.mm - a.mm)[0]?.p;

interface PresetRowProps {
  readonly preset: LightPreset;
  readonly piece: Piece;
  readonly on: boolean;
  readonly onTake: () => void;
}

function PresetRow({ preset, piece, on, onTake }: PresetRowProps) {
  const shown = useMemo(() => {
    const part = piece.parts.find((p) => p.id === piece.rig.focalPart) ?? largestMetal(piece);
    // Under its own light alone: what stands before it would have to be measured too.
    return { ...piece, rig: { ...piece.rig, ...preset.rig }, parts: part ? [part] : [] };
  }, [piece, preset]);
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        onClick={onTake}
        className={`flex w-full gap-3 px-3 py-2 text-left ${on ? 'bg-g10 text-g98' : 'hover:bg-g82'}`}
      >
        {shown.parts.length > 0 ? (
          <Thumb piece={shown} width={60} height={60} restMs={900} />
        ) : (
          <span className="size-15 shrink-0 rounded-sm bg-g50" />
        )}
        <span>
          <span className="block text-label leading-tight font-semibold">{preset.label}</span>
          <span className={`narrow block text-label leading-snug ${on ? 'text-g82' : 'text-g38'}`}>
            {preset.reason}
          </span>
        </span>
      </button>
    </li>
  );
}

interface LightPresetsProps {
  /** As it last rested: pictures do not follow a moving hand. */
  readonly piece: Piece;
  readonly rig: Piece['rig'];
  readonly onTake: (rig: LightPreset['rig']) => void;
}

/** Lights to start from, each tried on the part that matters. */
export function LightPresets({ piece, rig, onTake }: LightPresetsProps) {
  const present = presetOf(rig);
  return (
    <section
      aria-label="Lights to start from"
      className="w-64 shrink-0 relative overflow-y-auto bg-g93 py-3 max-xl:w-52 max-md:max-h-56 max-md:w-full"
    >
      <h2 className="px-3 pb-1 text-label text-g28">Lights to start from</h2>
      <ul>
        {lightPresets.map((p) => (
          <PresetRow
            key={p.id}
            preset={p}
            piece={piece}
            on={present?.id === p.id}
            onTake={() => onTake(p.rig)}
          />
        ))}
      </ul>
      <p className="px-3 pt-2 text-label text-g28">
        {present ? '' : 'The light is your own now. '}Each sets light, view and surroundings; neighbours and
        focal part stay.
      </p>
    </section>
  );
}
