import {
  colouredMetal,
  hexToLab,
  lackingText,
  metalFromColours,
  metalOfLadder,
  metals,
  paintsById,
  stepLab,
  ladderFromSpec,
  type Lacking,
  type Ladder,
  type Metal,
  type Paint,
  type LadderSearchResult,
} from '@pale-glint/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { MetalPhoto } from './MetalPhoto.js';
import type { useMixSearch } from '../../workers/useMixSearch.js';

const COLOURED = 'coloured';
/** Metals that are no list's: from a photo, and after the steps as they are. */
const PHOTO = 'photo';
const OWN = 'own';
const SPACINGS = { even: 0, lights: 0.6, darks: -0.6 } as const;
type Spacing = keyof typeof SPACINGS;

interface LadderSpecFormProps {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  readonly out: readonly string[];
  /** Where the paints come from, in words. */
  readonly from: ReactNode;
  readonly search: ReturnType<typeof useMixSearch>;
  readonly onFound: (found: LadderSearchResult | null, meant: Metal) => void;
}

/** Asks for a metal in so many steps: finds its mixes, or the one paint that is lacking to it. */
export function LadderSpecForm({
  ladder,
  paints,
  out,
  from,
  search: { state, search, stop },
  onFound,
}: LadderSpecFormProps) {
  const metal = metalOfLadder(ladder);
  const [spec, setSpec] = useState({
    metal: metal?.id.startsWith(COLOURED)
      ? COLOURED
      : metal?.id.startsWith('path')
        ? OWN
        : (metal?.id ?? metals[0].id),
    hue: 250,
    steps: ladder.steps.length,
    spacing: 'even' as Spacing,
    from: null as number | null,
    to: null as number | null,
  });
  const [lacking, setLacking] = useState<Lacking | null | undefined>(undefined);
  const [seen, setSeen] = useState<Metal | null>(null);
  const wanted = useMemo((): Metal => {
    if (spec.metal === COLOURED) return colouredMetal(spec.hue);
    if (spec.metal === PHOTO && seen) return seen;
    const listed = metals.find((m) => m.id === spec.metal);
    if (listed) return listed;
    const byId = paintsById(paints);
    const own = metal?.id.startsWith('path')
      ? metal
      : metalFromColours(ladder.steps.map((s) => stepLab(s, byId)));
    return { ...own, label: ladder.name };
  }, [spec, seen, metal, ladder, paints]);
  const ends = [wanted.path[0], wanted.path[wanted.path.length - 1]].map((hex) =>
    Math.round(hexToLab(hex).l),
  );
  const [low, high] = [spec.from ?? ends[0], spec.to ?? ends[1]];
  const waiting = spec.metal === PHOTO && !seen;
  const wishOf = () =>
    ladderFromSpec(ladder, {
      metal: wanted,
      steps: spec.steps,
      crowd: SPACINGS[spec.spacing],
      from: spec.from,
      to: spec.to,
    });
  const lost = ladder.steps.length !== spec.steps && ladder.steps.some((s) => s.settled === 'yes');
  return (
    <div className="w-64 space-y-1">
      <h2 className="text-label font-semibold">Other mixes, or another metal</h2>
      <Choice
        label="It shall look like"
        value={spec.metal}
        options={[
          ...metals.map((m) => ({ value: m.id, label: m.label })),
          { value: COLOURED, label: 'coloured metal' },
          { value: PHOTO, label: 'a metal in a photo' },
          { value: OWN, label: 'these steps as they are' },
        ]}
        onChange={(m) => setSpec({ ...spec, metal: m, from: null, to: null })}
      />
      {spec.metal === COLOURED && (
        <NumberField
          label="Hue (0 red, 90 yellow, 250 blue)"
          unit="°"
          value={spec.hue}
          min={0}
          max={359}
          step={1}
          onChange={(hue) => setSpec({ ...spec, hue })}
        />
      )}
      {spec.metal === PHOTO && <MetalPhoto onMetal={setSeen} />}
      <NumberField
        label="Value steps"
        unit=""
        value={spec.steps}
        min={2}
        max={12}
        step={1}
        onChange={(steps) => setSpec({ ...spec, steps: Math.round(steps) })}
      />
      <NumberField
        label="Darkest at value"
        unit=""
        value={low}
        min={0}
        max={high - spec.steps}
        step={1}
        onChange={(v) => setSpec({ ...spec, from: v })}
      />
      <NumberField
        label="Lightest at value"
        unit=""
        value={high}
        min={low + spec.steps}
        max={100}
        step={1}
        onChange={(v) => setSpec({ ...spec, to: v })}
      />
      <Choice<Spacing>
        label="Spaced"
        value={spec.spacing}
        options={[
          { value: 'even', label: 'evenly' },
          { value: 'lights', label: 'closer in the lights' },
          { value: 'darks', label: 'closer in the darks' },
        ]}
        onChange={(spacing) => setSpec({ ...spec, spacing })}
      />
      {!waiting && (
        <p className="py-1 text-label text-g28">
          {wanted.label}: {wanted.description}.
        </p>
      )}
      <p className="text-label text-g28">{from}</p>
      {lost && <p className="text-label text-g10">With another number of steps none stays settled.</p>}
      {state.kind === 'busy' ? (
        <div className="flex items-center gap-3">
          <progress
            aria-label="Looking for mixes"
            value={state.share}
            max={1}
            className="h-2 flex-1 accent-g10"
          />
          <Button look="plain" onClick={stop}>
            Stop
          </Button>
        </div>
      ) : (
        <span className="flex flex-wrap gap-2">
          <Button
            disabled={waiting}
            onClick={() => {
              onFound(null, wanted);
              search({ kind: 'ladder', ladder: wishOf(), paints, out, only: null }, (found) =>
                onFound(found, wanted),
              );
            }}
          >
            Find the mixes
          </Button>
          <Button
            look="plain"
            disabled={waiting}
            onClick={() => {
              setLacking(undefined);
              search({ kind: 'lacking', ladder: wishOf(), paints, out }, (r) => setLacking(r.lacking));
            }}
          >
            What one paint would help?
          </Button>
        </span>
      )}
      {lacking !== undefined && state.kind === 'idle' && (
        <p role="status" className="flex items-start gap-2 text-label">
          {lacking && <span className="size-9 shrink-0" style={{ background: lacking.hex }} />}
          <span>{lackingText(lacking, wanted)}</span>
        </p>
      )}
      {state.kind === 'failed' && (
        <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">
          {state.message}
        </p>
      )}
    </div>
  );
}
