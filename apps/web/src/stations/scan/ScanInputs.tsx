import { standInSculpts, type Spoilt } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import type { StandInRequest } from './useScan.js';

const SPOILT: readonly { value: Spoilt | ''; label: string }[] = [
  { value: '', label: 'none' },
  { value: 'moved', label: 'one moved' },
  { value: 'overexposed', label: 'one burnt out' },
  { value: 'glossy', label: 'one that shines' },
  { value: 'ball lost', label: 'one without highlight' },
  { value: 'other light', label: 'one lit otherwise' },
];

const FIRST_REQUEST: StandInRequest = { sculpt: 'breastplate', hard: false, spoilt: '' };

/** Photos of a made-up sculpt, for whoever has no camera at hand. */
export function StandInCamera({
  busy,
  onTake,
}: {
  busy: boolean;
  onTake: (request: StandInRequest) => void;
}) {
  const [request, setRequest] = useState(FIRST_REQUEST);
  return (
    <section aria-label="Stand-in camera" className="space-y-1">
      <h2 className="text-label font-semibold">Or the stand-in camera</h2>
      <Choice
        label="It looks at"
        value={request.sculpt}
        options={standInSculpts.map((s) => ({ value: s.id, label: s.label }))}
        onChange={(sculpt) => setRequest({ ...request, sculpt })}
      />
      <Choice
        label="Its bench"
        value={request.hard ? 'hard' : 'mild'}
        options={[
          { value: 'mild', label: 'a good one' },
          { value: 'hard', label: 'bright room, near lamp' },
        ]}
        onChange={(v) => setRequest({ ...request, hard: v === 'hard' })}
      />
      <Choice
        label="A spoilt photo"
        value={request.spoilt}
        options={SPOILT}
        onChange={(spoilt) => setRequest({ ...request, spoilt })}
      />
      <Button look="plain" disabled={busy} onClick={() => onTake(request)}>
        Take eight photos
      </Button>
    </section>
  );
}

/** How the lamp's distance is known. */
export type LampDistance = 'find' | 'typed' | 'far';

interface KnownFieldsProps {
  readonly ballMm: number;
  readonly onBall: (mm: number) => void;
  readonly lamp: LampDistance;
  readonly onLamp: (lamp: LampDistance) => void;
  readonly lampMm: number;
  readonly onLampMm: (mm: number) => void;
}

/** What the painter knows of bead and lamp. */
export function KnownFields({ ballMm, onBall, lamp, onLamp, lampMm, onLampMm }: KnownFieldsProps) {
  return (
    <section aria-label="What is known" className="space-y-1">
      <h2 className="text-label font-semibold">What you know</h2>
      <NumberField
        label="Bead across"
        unit="mm"
        value={ballMm}
        min={1}
        max={40}
        step={0.1}
        onChange={onBall}
      />
      <Choice<LampDistance>
        label="Lamp's distance"
        value={lamp}
        options={[
          { value: 'find', label: 'found from the card' },
          { value: 'typed', label: 'measured' },
          { value: 'far', label: 'far, over a metre' },
        ]}
        onChange={onLamp}
      />
      {lamp === 'typed' && (
        <NumberField
          label="Lamp to miniature"
          unit="mm"
          value={lampMm}
          min={80}
          max={3000}
          step={10}
          onChange={onLampMm}
        />
      )}
    </section>
  );
}
