import {
  followsHeat,
  isExposureView,
  percent,
  WEAR_PASSES,
  wearKinds,
  wearLimit,
  wearOf,
  withNextPattern,
  withoutWear,
  withWear,
  withWearChanged,
  withWearOnGroup,
  withoutWearPlaces,
  type Part,
  type Piece,
  type Wear,
  type WearKind,
  type WearPlace,
} from '@pale-glint/core';
import { useEffect, useRef } from 'react';
import { EXPOSURES } from '../../map/ViewSwitch.js';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { SliderField } from '../../ui/SliderField.js';
import { useStation } from '../stationState.js';

const KINDS = Object.values(wearKinds);
const NONE = '';

/** What a press on the picture does to a layer of wear. */
export interface WearHand {
  readonly layer: string;
  readonly way: WearPlace['way'];
}

interface HandProps {
  readonly hand: WearHand | null;
  readonly onHand: (hand: WearHand | null) => void;
}

/** More of it, or none, where the painter presses on the picture. */
function ByPress({ layer, hand, onHand }: HandProps & { readonly layer: Wear }) {
  const store = usePieceStore();
  const on = hand?.layer === layer.id ? hand.way : null;
  const count = layer.places.length;
  return (
    <div className="pt-1">
      <div className="flex flex-wrap gap-2">
        {(['more', 'none'] as const).map((way) => (
          <button
            key={way}
            type="button"
            aria-pressed={on === way}
            onClick={() => onHand(on === way ? null : { layer: layer.id, way })}
            className={`min-h-8 rounded-sm px-3 text-label font-semibold ${on === way ? 'bg-g10 text-g98' : 'bg-g82 hover:bg-g72'}`}
          >
            {way === 'more' ? 'More here' : 'None here'}
          </button>
        ))}
        {count > 0 && (
          <button
            type="button"
            className="text-label underline underline-offset-2"
            onClick={() => store.edit((p) => withoutWearPlaces(p, layer.id))}
          >
            let {count === 1 ? 'the place' : `${count} places`} go
          </button>
        )}
      </div>
      {on && (
        <p role="status" className="pt-1 text-label text-g28">
          Press on the part where you want {on === 'more' ? 'more of it' : 'none of it'}. It covers as much as
          before.
        </p>
      )}
    </div>
  );
}

/** One layer of wear: how much, how strongly, which pattern. */
function OneLayer({ layer, hand, onHand }: HandProps & { readonly layer: Wear }) {
  const store = usePieceStore();
  const { label, description, usual, most, caution, ages } = wearKinds[layer.kind];
  const limit = wearLimit(layer);
  const isCold = !usePiece().rig.neighbours.some((n) => n.where.kind === 'near');
  const change = (over: Partial<Pick<Wear, 'share' | 'strength'>>) =>
    store.edit((p) => withWearChanged(p, layer.id, over), `${layer.id}/wear`);
  return (
    <section aria-label={label} className="space-y-1 bg-g93 px-3 py-2">
      <h3 className="font-semibold">{label}</h3>
      <p className="text-label text-g28 first-letter:uppercase">{description}.</p>
      <NumberField
        label="Covers"
        unit="%"
        value={layer.share}
        min={0.002}
        max={0.98}
        step={0.005}
        scale={100}
        onChange={(share) => change({ share })}
        onEnd={() => store.endGesture()}
      />
      <SliderField
        label="Strength"
        value={layer.strength}
        onChange={(v) => change({ strength: Math.max(0.1, v) })}
        onEnd={() => store.endGesture()}
      />
      <p className="text-label text-g28">
        Usual {percent(usual)}, at most about {percent(most)}.
        {ages && ' A part this old bears no clean white dots: they are left out.'}
      </p>
      {limit && (
        <p role="note" className="border-l-4 border-g10 pl-2 text-label font-semibold">
          {limit}
        </p>
      )}
      {followsHeat(layer.kind) && isCold && (
        <p role="note" className="border-l-4 border-g10 pl-2 text-label">
          Nothing glows beside this piece: it runs from lower ends. Put a glow where it is hot on the Light
          station, or press More here.
        </p>
      )}
      {caution && <p className="border-l-4 border-g10 bg-g88 px-2 py-1 text-label">Take care: {caution}</p>}
      <ByPress {...{ layer, hand, onHand }} />
      <div className="flex flex-wrap gap-2 pt-1">
        <Button look="plain" onClick={() => store.edit((p) => withNextPattern(p, layer.id))}>
          Another pattern
        </Button>
        <Button look="plain" onClick={() => store.edit((p) => withoutWear(p, [layer.id]))}>
          Clean it off
        </Button>
      </div>
    </section>
  );
}

/** What the wear of a part comes to, measured. */
function Measured({ part, own }: { readonly part: Part; readonly own: readonly Wear[] }) {
  const { sheets } = useStation();
  const worn = sheets.sheets.get(part.id)?.worn ?? [];
  if (own.length === 0 || worn.length === 0) return null;
  return (
    <section aria-label="What it covers">
      <h3 className="text-label font-semibold">What each pass covers</h3>
      <ul className="text-label">
        {worn.map(({ step, share }) => (
          <li key={step} className="flex justify-between gap-3 border-b border-g82 py-1">
            {WEAR_PASSES.find((p) => p.step === step)?.pass.title}
            <span className="font-semibold">{percent(share)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The map as what wear follows, while one chooses where it should lie. */
function FollowedBy() {
  const { view, setView } = useStation();
  const shown = isExposureView(view) ? view : NONE;
  // Left behind with this side of the map.
  const last = useRef(view);
  useEffect(() => {
    last.current = view;
  }, [view]);
  useEffect(() => () => void (isExposureView(last.current) && setView('painted')), [setView]);
  const shows = EXPOSURES.find((e) => e.view === shown)?.shows;
  return (
    <div>
      <Choice
        label="Show on the map"
        value={shown}
        options={[
          { value: NONE, label: 'how it looks' },
          ...EXPOSURES.map(({ view: value, label }) => ({ value, label })),
        ]}
        onChange={(value) => setView(isExposureView(value) ? value : 'painted')}
      />
      {shows && <p className="pt-1 text-label text-g28">Light is {shows}. Metal alone is judged.</p>}
    </div>
  );
}

/** How a part is aged or damaged: kinds laid on it, each with its share; where they lie is computed. */
export function WearSide({
  part,
  piece,
  hand,
  onHand,
}: HandProps & { readonly part: Part; readonly piece: Piece }) {
  const store = usePieceStore();
  const own = wearOf(piece, part.id);
  if (part.finish.kind !== 'metal')
    return <p className="p-4 text-g28">This part is no metal. Wear is laid on what is painted as metal.</p>;
  const left = KINDS.filter((k) => !own.some((w) => w.kind === k.id));
  return (
    <div className="space-y-3 px-4 py-3">
      <Choice
        label="Lay on it"
        value={NONE}
        options={[
          { value: NONE, label: own.length > 0 ? 'something more' : 'nothing yet' },
          ...left.map((k) => ({ value: k.id, label: k.label })),
        ]}
        onChange={(kind) => kind !== NONE && store.edit((p) => withWear(p, part.id, kind as WearKind))}
      />
      <FollowedBy />
      {own.length === 0 && (
        <p className="text-label text-g28">
          Rust, chips, scratches, grime, verdigris, heat: where each lies follows from the form, from what is
          rubbed and where water runs. It comes after all else in the painting order.
        </p>
      )}
      {own.map((layer) => (
        <OneLayer key={layer.id} {...{ layer, hand, onHand }} />
      ))}
      {own.length > 0 && part.group !== null && (
        <Button look="plain" onClick={() => store.edit((p) => withWearOnGroup(p, part.id))}>
          The same on all of its group
        </Button>
      )}
      <Measured part={part} own={own} />
    </div>
  );
}
