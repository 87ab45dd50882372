import {
  adjustmentName, adjustmentsOf, anchorAt, APPROACH_KINDS, approaches, approachOf, facesOf, midValue, modelOf, MOST_ADDED, plain, pose, widthOf,
  type Adjustment, type ApproachKind, type ApproachOption, type Asleep, type Part, type Piece,
} from '@pale-glint/core'; // prettier-ignore
import { ToggleGroup } from 'radix-ui';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { handEdits } from './handEdits.js';
import { CUT, HELD, radiusOf, reachOf } from './handPress.js';
import { HAND_MODES, type BandInHand, type HandMode } from './handState.js';

interface ByHandProps {
  readonly part: Part;
  readonly piece: Piece;
  readonly steps: number;
  readonly asleep: readonly Asleep[];
  readonly mode: HandMode;
  readonly onMode: (mode: HandMode) => void;
  readonly band: BandInHand | null;
}

/** What one change does, in figures. */
function figureOf(a: Adjustment, steps: number): string {
  switch (a.kind) {
    case 'band-centre':
    case 'band-lean':
      return `${a.by > 0 ? '+' : ''}${plain(a.by * 100, 0)} % of the length`;
    case 'band-ends':
      return `${plain(a.ridge, 2)} at the ridge, ${plain(a.edge, 2)} at the edge`;
    case 'band-peak':
      return `step ${plain(a.to * (steps - 1) + 1)}`;
    case 'zone-hold':
      return `step ${plain(a.value * (steps - 1) + 1)}, ${plain(a.radiusMm)} mm round`;
    case 'border-pull':
      return `${plain(a.reachMm)} mm round`;
    case 'edge':
      return `step ${plain(a.value * (steps - 1) + 1)}`;
    case 'bounce':
      return `step ${plain(a.peak * (steps - 1) + 1)}`;
    case 'cut':
      return `${a.mark === 'dent' ? 'soft' : 'sharp'}, ${plain(a.widthMm, 2)} mm`;
    default:
      return '';
  }
}

/** Where the place in the middle of a part lies on its form. */
function middleOf(part: Part): { patch: number; anchor: { u: number; v: number } } {
  const model = pose(modelOf(part.form), part.place);
  return (
    anchorAt(model, [0, 0]) ?? anchorAt(model, [0.12 * 4, 0.4]) ?? { patch: 0, anchor: { u: 0.5, v: 0.5 } }
  );
}

/** The band in hand in numbers. */
function BandFields({
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
function PlaceFields({ own, mode, steps }: { own: readonly Adjustment[]; mode: HandMode; steps: number }) {
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

const KIND_LABELS: Record<ApproachKind, string> = {
  light: 'Lit from',
  edges: 'Edges',
  bounce: 'Bounce',
  blade: 'Blade',
  glints: 'Dots',
  surroundings: 'Colour',
};

/** How this part alone is lit and finished. */
function PartApproach({ part, piece, faces }: { part: Part; piece: Piece; faces: boolean }) {
  const store = usePieceStore();
  const now = approachOf(part, piece);
  return (
    <section aria-label="Approach of this part">
      <h3 className="pt-2 text-label font-semibold">This part alone</h3>
      {APPROACH_KINDS.filter((k) => k !== 'blade' || faces).map((kind) => {
        const options = approaches[kind] as readonly ApproachOption[];
        const chosen = options.find((o) => o.value === now[kind]);
        return (
          <Choice
            key={kind}
            label={KIND_LABELS[kind]}
            why={chosen?.suits ?? 'It takes its light from where the rest of the piece does.'}
            value={part.approach[kind] ?? ''}
            options={[
              { value: '', label: 'as the piece' },
              ...options.map((o) => ({ value: o.value as string, label: o.label.toLowerCase() })),
            ]}
            onChange={(v) =>
              store.change((d) => {
                (d.parts.find((p) => p.id === part.id)!.approach as Record<string, string | null>)[kind] =
                  v || null;
              }, `${part.id}/approach/${kind}`)
            }
          />
        );
      })}
    </section>
  );
}

/** What the painter changes by hand on a part: everything computed is a start, and each change can be let go singly. */
export function ByHand({ part, piece, steps, asleep, mode, onMode, band }: ByHandProps) {
  const store = usePieceStore();
  const own = adjustmentsOf(part, piece);
  const faces = facesOf(part, piece);
  const end = () => store.endGesture();
  if (part.finish.kind !== 'metal') return <p className="px-4 py-3 text-g28">Matte parts are painted your own way: nothing is computed that could be changed.</p>;
  const toStep = (v: number) => Math.round((v * (steps - 1) + 1) * 10) / 10;
  const fromStep = (s: number) => (s - 1) / (steps - 1);
  const edge = own.find((a) => a.kind === 'edge');
  const bounce = own.find((a) => a.kind === 'bounce');
  const added = own.filter((a) => a.kind === 'glint-add').length;
  return (
    <div className="space-y-3 px-4 py-3">
      <ToggleGroup.Root type="single" value={mode} onValueChange={(v) => v && onMode(v as HandMode)} aria-label="What the hand does" className="flex rounded-sm bg-g88 p-0.5">
        {HAND_MODES.map((m) => (
          <ToggleGroup.Item key={m.value} value={m.value} className="narrow flex-1 rounded-[2px] px-1 py-1.5 text-label whitespace-nowrap hover:bg-g82 data-[state=on]:bg-g10 data-[state=on]:font-semibold data-[state=on]:text-g98">
            {m.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <p className="text-label text-g28">{HAND_MODES.find((m) => m.value === mode)!.says}</p>
      <div className="flex flex-wrap gap-1.5">
        {mode === 'bands' && faces && (
          <>
            <Button onClick={() => handEdits.another(store, part.id)}>Another composition</Button>
            {faces.composition.facets.map((f, i) => f.gradient === null && (
              <Button key={i} look="plain" onClick={() => handEdits.put(store, part.id, { kind: 'band-add', facet: i, at: 0.5, width: 0.06, peak: 0.7 })}>
                Add a band{faces.facets.length > 1 ? `, ${i === 0 ? 'left' : 'right'}` : ''}
              </Button>
            ))}
          </>
        )}
        {mode === 'bands' && (
          <Button look="plain" disabled={added >= MOST_ADDED} title={added >= MOST_ADDED ? `At most ${MOST_ADDED}: more read as grain` : undefined} onClick={() => handEdits.put(store, part.id, { kind: 'glint-add', ...middleOf(part), radiusMm: 0.15 })}>
            Add a dot
          </Button>
        )}
        {mode === 'borders' && <Button look="plain" onClick={() => handEdits.put(store, part.id, { kind: 'border-pull', ...middleOf(part), by: { u: 0, v: 0.02 }, reachMm: reachOf(part) })}>Pull from the middle</Button>}
        {mode === 'hold' && <Button look="plain" onClick={() => handEdits.put(store, part.id, { kind: 'zone-hold', ...middleOf(part), radiusMm: radiusOf(part), value: HELD })}>Hold the middle</Button>}
        {mode === 'cuts' && <Button look="plain" onClick={() => { const { patch, anchor } = middleOf(part); handEdits.put(store, part.id, { ...CUT, patch, points: [{ ...anchor, u: Math.max(0, anchor.u - 0.15) }, { ...anchor, u: Math.min(1, anchor.u + 0.15) }] }); }}>Cut in the middle</Button>}
      </div>
      {mode === 'bands' && band && <BandFields part={part} piece={piece} band={band} steps={steps} />}
      <PlaceFields own={own} mode={mode} steps={steps} />
      <section aria-label="Edges and bounce">
        <NumberField label={edge ? 'All edges at step' : 'Graded edges; hold at'} unit="step" value={edge?.kind === 'edge' ? toStep(edge.value) : steps - 1} min={1} max={steps} step={0.5} onChange={(v) => handEdits.put(store, part.id, { kind: 'edge', value: fromStep(v) }, `${part.id}/edge`)} onEnd={end} />
        <NumberField label={bounce ? 'Bounce at step' : 'Computed bounce; set to'} unit="step" value={bounce?.kind === 'bounce' ? toStep(bounce.peak) : toStep(midValue(steps))} min={1} max={steps} step={0.5} onChange={(v) => handEdits.put(store, part.id, { kind: 'bounce', peak: fromStep(v), gap: bounce?.kind === 'bounce' ? bounce.gap : 0.6 }, `${part.id}/bounce`)} onEnd={end} />
        <NumberField label="Its dark gap" unit="%" value={bounce?.kind === 'bounce' ? bounce.gap : 0.6} scale={100} min={0} max={1} step={0.05} onChange={(gap) => handEdits.put(store, part.id, { kind: 'bounce', peak: bounce?.kind === 'bounce' ? bounce.peak : midValue(steps), gap }, `${part.id}/bounce`)} onEnd={end} />
      </section>
      <section aria-label="Changed by hand">
        <div className="flex items-center">
          <h3 className="mr-auto text-label font-semibold">{own.length === 0 ? 'Nothing changed by hand' : `${own.length} changed by hand`}</h3>
          {own.length > 1 && <button type="button" className="min-h-6 text-label font-semibold underline" onClick={() => handEdits.release(store, own.map((a) => a.id))}>Let all go</button>}
        </div>
        <ul>
          {own.map((a) => {
            const sleeps = asleep.find((s) => s.id === a.id);
            return (
              <li key={a.id} className="flex items-baseline gap-2 border-b border-g82 py-1 text-label" data-adjustment={a.kind}>
                <span className="min-w-0 flex-1">
                  <span className="first-letter:uppercase inline-block">{adjustmentName(a)}</span> <span className="text-g38">{figureOf(a, steps)}</span>
                  {sleeps && <span className="block font-semibold">Asleep: {sleeps.says}. To place again.</span>}
                </span>
                <button type="button" className="min-h-6 font-semibold underline" aria-label={`Let go: ${adjustmentName(a)}`} onClick={() => handEdits.release(store, [a.id])}>Let go</button>
              </li>
            );
          })}
        </ul>
      </section>
      <PartApproach part={part} piece={piece} faces={faces !== null} />
    </div>
  );
} // prettier-ignore
