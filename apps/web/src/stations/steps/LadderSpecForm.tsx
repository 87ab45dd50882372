import {
  lackingText,
  metals,
  type Lacking,
  type LadderSearchResult,
  type Metal,
  type Paint,
} from '@pale-glint/core';
import { useState, type ReactNode } from 'react';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import type { useMixSearch } from '../../workers/useMixSearch.js';
import { MetalPhoto } from './MetalPhoto.js';
import { COLOURED, OWN, PHOTO, type LadderSpecState, type Spacing } from './useLadderSpec.js';

/** What the ladder shall look like, in how many steps, between which values. */
function SpecFields({ choice, change, onSeen, low, high }: LadderSpecState) {
  return (
    <>
      <Choice
        label="It shall look like"
        value={choice.metal}
        options={[
          ...metals.map((m) => ({ value: m.id, label: m.label })),
          { value: COLOURED, label: 'coloured metal' },
          { value: PHOTO, label: 'a metal in a photo' },
          { value: OWN, label: 'these steps as they are' },
        ]}
        onChange={(metal) => change({ metal, from: null, to: null })}
      />
      {choice.metal === COLOURED && (
        <NumberField
          label="Hue (0 red, 90 yellow, 250 blue)"
          unit="°"
          value={choice.hue}
          min={0}
          max={359}
          step={1}
          onChange={(hue) => change({ hue })}
        />
      )}
      {choice.metal === PHOTO && <MetalPhoto onMetal={onSeen} />}
      <NumberField
        label="Value steps"
        unit=""
        value={choice.steps}
        min={2}
        max={12}
        step={1}
        onChange={(steps) => change({ steps: Math.round(steps) })}
      />
      <NumberField
        label="Darkest at value"
        unit=""
        value={low}
        min={0}
        max={high - choice.steps}
        step={1}
        onChange={(from) => change({ from })}
      />
      <NumberField
        label="Lightest at value"
        unit=""
        value={high}
        min={low + choice.steps}
        max={100}
        step={1}
        onChange={(to) => change({ to })}
      />
      <Choice<Spacing>
        label="Spaced"
        value={choice.spacing}
        options={[
          { value: 'even', label: 'evenly' },
          { value: 'lights', label: 'closer in the lights' },
          { value: 'darks', label: 'closer in the darks' },
        ]}
        onChange={(spacing) => change({ spacing })}
      />
    </>
  );
}

/** How far a search has come, and the way to end it. */
function SearchProgress({ share, onStop }: { share: number; onStop: () => void }) {
  return (
    <div className="flex items-center gap-3">
      <progress aria-label="Looking for mixes" value={share} max={1} className="h-2 flex-1" />
      <Button look="plain" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}

interface LadderSpecFormProps {
  readonly spec: LadderSpecState;
  readonly paints: readonly Paint[];
  readonly out: readonly string[];
  /** Where the paints come from, in words. */
  readonly from: ReactNode;
  readonly search: ReturnType<typeof useMixSearch>;
  readonly onFound: (found: LadderSearchResult | null, meant: Metal) => void;
}

/** Asks for a metal in so many steps: finds its mixes, or the one paint that is lacking to it. */
export function LadderSpecForm(props: LadderSpecFormProps) {
  const { spec, paints, out, from, onFound } = props;
  const { state, search, stop } = props.search;
  const { wanted, waiting } = spec;
  const [lacking, setLacking] = useState<Lacking | null | undefined>(undefined);
  const findMixes = () => {
    onFound(null, wanted);
    void search('ladder', { ladder: spec.ladder(), paints, out, only: null }, (found) =>
      onFound(found, wanted),
    );
  };
  const findLacking = () => {
    setLacking(undefined);
    void search('lacking', { ladder: spec.ladder(), paints, out }, setLacking);
  };
  return (
    <div className="w-64 space-y-1">
      <h2 className="text-label font-semibold">Other mixes, or another metal</h2>
      <SpecFields {...spec} />
      {!waiting && (
        <p className="py-1 text-label text-g28">
          {wanted.label}: {wanted.description}.
        </p>
      )}
      <p className="text-label text-g28">{from}</p>
      {spec.losesSettled && (
        <p className="text-label text-g10">With another number of steps none stays settled.</p>
      )}
      {state.kind === 'busy' ? (
        <SearchProgress share={state.share} onStop={stop} />
      ) : (
        <span className="flex flex-wrap gap-2">
          <Button disabled={waiting} onClick={findMixes}>
            Find the mixes
          </Button>
          <Button look="plain" disabled={waiting} onClick={findLacking}>
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
      {state.kind === 'failed' && <Alert>{state.message}</Alert>}
    </div>
  );
}
