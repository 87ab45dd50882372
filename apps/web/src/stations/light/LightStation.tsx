import {
  clockText,
  LAMPS,
  lamps,
  lightPresets,
  presetOf,
  PURPOSES,
  sizeOf,
  type LightPreset,
  type Piece,
  type Rig,
} from '@pale-glint/core';
import { useMemo } from 'react';
import { moveLight } from '../../map/moveLight.js';
import { MapStage } from '../../map/MapStage.js';
import { boundsOfPiece } from '../../map/usePicture.js';
import { useDebouncedPiece } from '../../store/useDebouncedPiece.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import { ColourField } from '../../ui/ColourField.js';
import { NumberField } from '../../ui/NumberField.js';
import { Thumb } from '../../ui/Thumb.js';
import { ViewSwitch } from '../../ui/ViewSwitch.js';
import { whyOf } from '../../ui/whys.js';
import { useStation } from '../stationState.js';
import { SquintPanel } from '../SquintPanel.js';
import { Approach } from './Approach.js';
import { NeighbourHandles, NeighbourList, newNeighbour } from './Neighbours.js';
import { Section } from './Section.js';

const PURPOSE_LABEL: Record<(typeof PURPOSES)[number], string> = {
  table: 'the table, all round',
  display: 'display, one side',
  competition: 'competition',
};

function Preset({
  preset,
  piece,
  on,
  onTake,
}: {
  preset: LightPreset;
  piece: Piece;
  on: boolean;
  onTake: () => void;
}) {
  const shown = useMemo(() => {
    const shownPart = piece.parts.find((p) => p.id === piece.rig.focalPart) ?? largestMetal(piece);
    // Under its own light alone: what stands before it would have to be measured too.
    return {
      ...piece,
      rig: { ...piece.rig, ...preset.rig },
      parts: shownPart ? [shownPart] : [],
    };
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

/** The metal part that shows most; a light is tried on it where nothing is to be seen first. */
const largestMetal = ({ parts }: Piece) =>
  parts
    .filter((p) => p.finish.kind === 'metal')
    .map((p) => ({ p, mm: Math.min(...sizeOf(p.form)) }))
    .sort((a, b) => b.mm - a.mm)[0]?.p;

/** Where the light comes from, what is around, and what should be seen first. */
export function LightStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, after } = useStation();
  const { rig } = piece;
  const change = (recipe: (rig: Rig) => void, gesture: string) =>
    store.change((d) => recipe(d.rig), `rig/${gesture}`);
  const end = () => store.endGesture();
  const changePiece = (recipe: (d: Piece) => void, gesture: string) => store.change(recipe, gesture);
  const preset = presetOf(rig);
  const calm = useDebouncedPiece(piece);
  const number = (
    key: 'keyClockHours' | 'keyHeightDeg' | 'leanDeg' | 'tint' | 'fallOff',
    label: string,
    unit: string,
    min: number,
    max: number,
    step: number,
    scale = 1,
  ) => (
    <NumberField
      key={key}
      label={label}
      why={whyOf(key)}
      unit={unit}
      value={rig[key]}
      min={min}
      max={max}
      step={step}
      scale={scale}
      onChange={(v) => change((r) => void (r[key] = v), key)}
      onEnd={end}
    />
  );
  return (
    <div className="flex h-full">
      <section
        aria-label="Lights to start from"
        className="w-64 shrink-0 overflow-y-auto bg-g93 py-3 max-xl:w-52"
      >
        <h2 className="px-3 pb-1 text-label text-g28">Lights to start from</h2>
        <ul>
          {lightPresets.map((p) => (
            <Preset
              key={p.id}
              preset={p}
              piece={calm}
              on={preset?.id === p.id}
              onTake={() => store.change((d) => void Object.assign(d.rig, p.rig))}
            />
          ))}
        </ul>
        <p className="px-3 pt-2 text-label text-g28">
          {preset ? '' : 'The light is your own now. '}Each sets light, view and surroundings; neighbours and
          focal part stay.
        </p>
      </section>
      <MapStage
        piece={piece}
        view={view}
        after={after}
        sheets={sheets}
        selected={null}
        closeUp={null}
        {...moveLight(store)}
        handles={(picture, px) => (
          <NeighbourHandles piece={piece} picture={picture} px={px} change={changePiece} end={end} />
        )}
      >
        <div className="absolute top-3 left-4">
          <ViewSwitch value={view} onChange={setView} />
        </div>
        {view === 'squint' && <SquintPanel />}
        {piece.parts.length === 0 && (
          <p className="absolute inset-x-0 top-1/2 mx-auto w-fit rounded-sm bg-g96 px-4 py-2">
            The light is set; the piece has no part yet to show it.
          </p>
        )}
      </MapStage>
      <aside
        aria-label="Light and surroundings"
        className="w-80 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3 max-xl:w-74"
      >
        <Section rig={rig} change={change} end={end} />
        <section aria-label="Light">
          <Choice
            label="Painted for"
            value={rig.purpose}
            options={PURPOSES.map((p) => ({ value: p, label: PURPOSE_LABEL[p] }))}
            onChange={(p) => change((r) => void (r.purpose = p), 'purpose')}
          />
          <Choice
            label="Seen first"
            why={whyOf('focalPart')}
            value={rig.focalPart ?? ''}
            options={[
              { value: '', label: 'nothing in particular' },
              ...[...piece.parts].reverse().map((p) => ({ value: p.id, label: p.name })),
            ]}
            onChange={(id) => change((r) => void (r.focalPart = id || null), 'focalPart')}
          />
          {number('fallOff', 'Falls off by', 'steps', 0, 3, 0.25)}
          {number('keyClockHours', `Main light at ${clockText(rig.keyClockHours)}`, 'h', 0, 12, 0.25)}
          {number('keyHeightDeg', 'Light toward you', '°', 0, 90, 1)}
          <Choice
            label="Shows in shiny metal as"
            why={`${whyOf('lamp')} ${lamps[rig.lamp].suits}`}
            value={rig.lamp}
            options={LAMPS.map((lamp) => ({ value: lamp, label: lamps[lamp].label }))}
            onChange={(lamp) => change((r) => void (r.lamp = lamp), 'lamp')}
          />
          <NumberField
            label="You look down by"
            why={whyOf('viewElevationDeg')}
            unit="°"
            value={rig.viewElevationDeg}
            min={0}
            max={60}
            step={1}
            onChange={(v) => change((r) => void (r.viewElevationDeg = v), 'viewElevationDeg')}
            onEnd={end}
          />
          <NumberField
            label="Horizon"
            why={whyOf('horizonDeg')}
            unit="°"
            value={rig.horizonDeg}
            min={-40}
            max={40}
            step={1}
            onChange={(v) => change((r) => void (r.horizonDeg = v), 'horizonDeg')}
            onEnd={end}
          />
          {number('leanDeg', 'The piece leans', '°', -90, 90, 1)}
          <ColourField
            label="Sky"
            why={whyOf('skyHex')}
            value={rig.skyHex}
            onChange={(hex) => change((r) => void (r.skyHex = hex), 'skyHex')}
            onEnd={end}
          />
          <ColourField
            label="Ground"
            why={whyOf('groundHex')}
            value={rig.groundHex}
            onChange={(hex) => change((r) => void (r.groundHex = hex), 'groundHex')}
            onEnd={end}
          />
          {number('tint', 'Tint', '%', 0, 1, 0.05, 100)}
        </section>
        <Approach piece={piece} />
        <NeighbourList
          piece={piece}
          change={changePiece}
          end={end}
          onAdd={() => {
            const b = boundsOfPiece(piece, null);
            store.change(
              (d) =>
                void d.rig.neighbours.push(
                  newNeighbour(piece, b.right + 2, b.bottom + (b.top - b.bottom) * 0.3),
                ),
            );
          }}
        />
      </aside>
    </div>
  );
}
