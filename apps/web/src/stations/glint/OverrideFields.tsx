import { adjustmentsOf, facesOf, widthOf, type Adjustment, type Part, type Piece } from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { handEdits } from './handEdits.js';
import type { BandInHand, HandMode } from './overrideModes.js';

/** The band in hand in numbers. */
export function BandFields({
  part,
  piece,
  band,
  steps,
}: {
  part: Part;
  piece: Piece;
  band: BandInHand;
  steps: number;
}) {
  const store = usePieceStore();
  const faces = facesOf(part, piece);
  const face = faces?.composition.facets[band.facet];
  const b = face?.bands.find((q) => q.number === band.band);
  if (!faces || !b) return null;
  const { lengthMm } = faces.facets[band.facet].facet;
  const own = adjustmentsOf(part, piece);
  const added = own.find((a) => a.kind === 'band-add' && b.by?.[0] === a.id);
  const gesture = `${part.id}/band-fields`;
  const end = () => store.endGesture();
  const ends = own.find((a) => a.kind === 'band-ends' && a.facet === band.facet && a.band === band.band);
  const factors = ends?.kind === 'band-ends' ? ends : { ridge: 1, edge: 1 };
  const width = widthOf(b) * lengthMm;
  const widen = (mm: number) => {
    const by = mm / width;
    if (added)
      handEdits.change(
        store,
        added.id,
        (a) => void (a.kind === 'band-add' && (a.width = mm / lengthMm)),
        gesture,
      );
    else
      handEdits.put(
        store,
        part.id,
        { kind: 'band-ends', ...band, ridge: factors.ridge * by, edge: factors.edge * by },
        gesture,
      );
  };
  const peak = (to: number) => {
    if (added)
      handEdits.change(store, added.id, (a) => void (a.kind === 'band-add' && (a.peak = to)), gesture);
    else handEdits.put(store, part.id, { kind: 'band-peak', ...band, to }, gesture);
  };
  return (
    <fieldset className="border-t border-g82 pt-1">
      <legend className="sr-only">Band in hand</legend>
      <p className="pt-1 text-label font-semibold">
        {b.number === 0 ? 'Main band' : added ? 'Added band' : `Band ${b.number + 1}`}
        {faces.facets.length > 1 ? (band.facet === 0 ? ', left face' : ', right face') : ''}
      </p>
      <NumberField
        label="Its width"
        unit="mm"
        value={Math.round(width * 10) / 10}
        min={0.1}
        max={Math.max(1, lengthMm)}
        step={0.1}
        onChange={widen}
        onEnd={end}
      />
      <NumberField
        label="Its value, in steps"
        unit=""
        value={Math.round((b.peak * (steps - 1) + 1) * 10) / 10}
        min={1}
        max={steps}
        step={0.1}
        onChange={(v) => peak((v - 1) / (steps - 1))}
        onEnd={end}
      />
      <div className="pt-2">
        <Button
          look="plain"
          onClick={() =>
            added
              ? handEdits.release(store, [added.id])
              : handEdits.put(store, part.id, { kind: 'band-remove', ...band })
          }
        >
          Take this band away
        </Button>
      </div>
    </fieldset>
  );
}

/** The fields of the places that a mode is about. */
export function PlaceFields({
  own,
  mode,
  steps,
}: {
  own: readonly Adjustment[];
  mode: HandMode;
  steps: number;
}) {
  const store = usePieceStore();
  const end = () => store.endGesture();
  const field = (
    a: Adjustment,
    label: string,
    unit: string,
    value: number,
    min: number,
    max: number,
    step: number,
    set: (d: Adjustment, v: number) => void,
  ) => (
    <NumberField
      key={`${a.id}/${label}`}
      label={label}
      unit={unit}
      value={value}
      min={min}
      max={max}
      step={step}
      onChange={(v) => handEdits.change(store, a.id, (d) => set(d, v), `${a.id}/${label}`)}
      onEnd={end}
    />
  );
  const nth = (a: Adjustment) => own.filter((o) => o.kind === a.kind).indexOf(a) + 1;
  return own.flatMap((a) => {
    if (mode === 'hold' && a.kind === 'zone-hold')
      return [
        field(
          a,
          `Place ${nth(a)}: value, in steps`,
          '',
          Math.round((a.value * (steps - 1) + 1) * 10) / 10,
          1,
          steps,
          0.1,
          (d, v) => void (d.kind === 'zone-hold' && (d.value = (v - 1) / (steps - 1))),
        ),
        field(
          a,
          `Place ${nth(a)}: round it`,
          'mm',
          a.radiusMm,
          0.1,
          200,
          0.1,
          (d, v) => void (d.kind === 'zone-hold' && (d.radiusMm = v)),
        ),
      ];
    if (mode === 'borders' && a.kind === 'border-pull')
      return [
        field(
          a,
          `Pull ${nth(a)}: takes along`,
          'mm',
          a.reachMm,
          0.1,
          100,
          0.1,
          (d, v) => void (d.kind === 'border-pull' && (d.reachMm = v)),
        ),
      ];
    if (mode === 'cuts' && a.kind === 'cut')
      return [
        field(
          a,
          `Cut ${nth(a)}: width`,
          'mm',
          a.widthMm,
          0.05,
          5,
          0.05,
          (d, v) => void (d.kind === 'cut' && (d.widthMm = v)),
        ),
        <Choice
          key={`${a.id}/mark`}
          label={`Cut ${nth(a)}: it is`}
          value={a.mark}
          options={[
            { value: 'cut', label: 'a sharp cut' },
            { value: 'dent', label: 'a soft dent' },
          ]}
          onChange={(mark) =>
            handEdits.change(store, a.id, (d) => void (d.kind === 'cut' && (d.mark = mark)), `${a.id}/mark`)
          }
        />,
        <Choice
          key={`${a.id}/lip`}
          label={`Cut ${nth(a)}: lit lip`}
          value={a.lip}
          options={[
            { value: 'by-light', label: 'by the light' },
            { value: 'left', label: 'left of the stroke' },
            { value: 'right', label: 'right of the stroke' },
            { value: 'both', label: 'both' },
          ]}
          onChange={(lip) =>
            handEdits.change(store, a.id, (d) => void (d.kind === 'cut' && (d.lip = lip)), `${a.id}/lip`)
          }
        />,
      ];
    return [];
  });
}
