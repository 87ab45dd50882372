import { adjustmentsOf, facesOf, widthOf, type Adjustment, type Part, type Piece } from '@pale-glint/core';
import { Fragment } from 'react';
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

type OfKind<K extends Adjustment['kind']> = Extract<Adjustment, { kind: K }>;

/** A number of an adjustment, described by data. */
interface AdjustmentNumber<A> {
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  read(a: A): number;
  write(a: A, value: number): void;
}

interface PlaceFieldProps<A> {
  readonly a: A;
  /** "Place 2" */
  readonly name: string;
}

function NumberOf<A extends Adjustment>({
  a,
  name,
  number: { label, unit, min, max, step, read, write },
}: PlaceFieldProps<A> & { number: AdjustmentNumber<A> }) {
  const store = usePieceStore();
  const gesture = `${a.id}/${label}`;
  return (
    <NumberField
      label={`${name}: ${label}`}
      {...{ unit, min, max, step }}
      value={read(a)}
      onChange={(v) => handEdits.change(store, a.id, (d) => write(d as A, v), gesture)}
      onEnd={() => store.endGesture()}
    />
  );
}

const heldValue = (steps: number): AdjustmentNumber<OfKind<'zone-hold'>> => ({
  label: 'value, in steps',
  unit: '',
  min: 1,
  max: steps,
  step: 0.1,
  read: (a) => Math.round((a.value * (steps - 1) + 1) * 10) / 10,
  write: (a, v) => void (a.value = (v - 1) / (steps - 1)),
});
const HELD_ROUND: AdjustmentNumber<OfKind<'zone-hold'>> = {
  label: 'round it',
  unit: 'mm',
  min: 0.1,
  max: 200,
  step: 0.1,
  read: (a) => a.radiusMm,
  write: (a, v) => void (a.radiusMm = v),
};
const PULL_REACH: AdjustmentNumber<OfKind<'border-pull'>> = {
  label: 'takes along',
  unit: 'mm',
  min: 0.1,
  max: 100,
  step: 0.1,
  read: (a) => a.reachMm,
  write: (a, v) => void (a.reachMm = v),
};
const CUT_WIDTH: AdjustmentNumber<OfKind<'cut'>> = {
  label: 'width',
  unit: 'mm',
  min: 0.05,
  max: 5,
  step: 0.05,
  read: (a) => a.widthMm,
  write: (a, v) => void (a.widthMm = v),
};

function CutFields({ a, name }: PlaceFieldProps<OfKind<'cut'>>) {
  const store = usePieceStore();
  const put = (over: Partial<OfKind<'cut'>>, what: string) =>
    handEdits.change(store, a.id, (d) => void Object.assign(d, over), `${a.id}/${what}`);
  return (
    <>
      <NumberOf a={a} name={name} number={CUT_WIDTH} />
      <Choice
        label={`${name}: it is`}
        value={a.mark}
        options={[
          { value: 'cut', label: 'a sharp cut' },
          { value: 'dent', label: 'a soft dent' },
        ]}
        onChange={(mark) => put({ mark }, 'mark')}
      />
      <Choice
        label={`${name}: lit lip`}
        value={a.lip}
        options={[
          { value: 'by-light', label: 'by the light' },
          { value: 'left', label: 'left of the stroke' },
          { value: 'right', label: 'right of the stroke' },
          { value: 'both', label: 'both' },
        ]}
        onChange={(lip) => put({ lip }, 'lip')}
      />
    </>
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
  const nth = (a: Adjustment) => own.filter((o) => o.kind === a.kind).indexOf(a) + 1;
  return own.map((a) => {
    if (mode === 'hold' && a.kind === 'zone-hold')
      return (
        <Fragment key={a.id}>
          <NumberOf a={a} name={`Place ${nth(a)}`} number={heldValue(steps)} />
          <NumberOf a={a} name={`Place ${nth(a)}`} number={HELD_ROUND} />
        </Fragment>
      );
    if (mode === 'borders' && a.kind === 'border-pull')
      return <NumberOf key={a.id} a={a} name={`Pull ${nth(a)}`} number={PULL_REACH} />;
    if (mode === 'cuts' && a.kind === 'cut') return <CutFields key={a.id} a={a} name={`Cut ${nth(a)}`} />;
    return null;
  });
}
