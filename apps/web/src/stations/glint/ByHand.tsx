import {
  adjustmentName,
  adjustmentsOf,
  anchorAt,
  facesOf,
  midValue,
  modelOf,
  MOST_ADDED,
  plain,
  pose,
  type Adjustment,
  type UnresolvedOverride,
  type Part,
  type Piece,
} from '@pale-glint/core';
import { ToggleGroup } from 'radix-ui';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/NumberField.js';
import { handEdits } from './handEdits.js';
import { BandFields, PlaceFields } from './OverrideFields.js';
import { CUT, HELD, radiusOf, reachOf } from './overridePress.js';
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

/** What the painter changes by hand on a part: everything computed is a start, and each change can be let go singly. */
export function ByHand({ part, piece, steps, unresolved, mode, onMode, band }: ByHandProps) {
  const store = usePieceStore();
  const own = adjustmentsOf(part, piece);
  const faces = facesOf(part, piece);
  const end = () => store.endGesture();
  if (part.finish.kind !== 'metal')
    return (
      <p className="px-4 py-3 text-g28">
        Matte parts are painted your own way: nothing is computed that could be changed.
      </p>
    );
  const toStep = (v: number) => Math.round((v * (steps - 1) + 1) * 10) / 10;
  const fromStep = (s: number) => (s - 1) / (steps - 1);
  const edge = own.find((a) => a.kind === 'edge');
  const bounce = own.find((a) => a.kind === 'bounce');
  const added = own.filter((a) => a.kind === 'glint-add').length;
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
      <div className="flex flex-wrap gap-1.5">
        {mode === 'bands' && faces && (
          <>
            <Button onClick={() => handEdits.another(store, part.id)}>Another composition</Button>
            {faces.composition.facets.map(
              (f, i) =>
                f.gradient === null && (
                  <Button
                    key={i}
                    look="plain"
                    onClick={() =>
                      handEdits.put(store, part.id, {
                        kind: 'band-add',
                        facet: i,
                        at: 0.5,
                        width: 0.06,
                        peak: 0.7,
                      })
                    }
                  >
                    Add a band{faces.facets.length > 1 ? `, ${i === 0 ? 'left' : 'right'}` : ''}
                  </Button>
                ),
            )}
          </>
        )}
        {mode === 'bands' && (
          <Button
            look="plain"
            disabled={added >= MOST_ADDED}
            title={added >= MOST_ADDED ? `At most ${MOST_ADDED}: more read as grain` : undefined}
            onClick={() =>
              handEdits.put(store, part.id, { kind: 'glint-add', ...middleOf(part), radiusMm: 0.15 })
            }
          >
            Add a dot
          </Button>
        )}
        {mode === 'borders' && (
          <Button
            look="plain"
            onClick={() =>
              handEdits.put(store, part.id, {
                kind: 'border-pull',
                ...middleOf(part),
                by: { u: 0, v: 0.02 },
                reachMm: reachOf(part),
              })
            }
          >
            Pull from the middle
          </Button>
        )}
        {mode === 'hold' && (
          <Button
            look="plain"
            onClick={() =>
              handEdits.put(store, part.id, {
                kind: 'zone-hold',
                ...middleOf(part),
                radiusMm: radiusOf(part),
                value: HELD,
              })
            }
          >
            Hold the middle
          </Button>
        )}
        {mode === 'cuts' && (
          <Button
            look="plain"
            onClick={() => {
              const { patch, anchor } = middleOf(part);
              handEdits.put(store, part.id, {
                ...CUT,
                patch,
                points: [
                  { ...anchor, u: Math.max(0, anchor.u - 0.15) },
                  { ...anchor, u: Math.min(1, anchor.u + 0.15) },
                ],
              });
            }}
          >
            Cut in the middle
          </Button>
        )}
      </div>
      {mode === 'bands' && band && <BandFields part={part} piece={piece} band={band} steps={steps} />}
      <PlaceFields own={own} mode={mode} steps={steps} />
      <section aria-label="Edges and bounce">
        <NumberField
          label={edge ? 'All edges at step' : 'Graded edges; hold at'}
          unit="step"
          value={edge?.kind === 'edge' ? toStep(edge.value) : steps - 1}
          min={1}
          max={steps}
          step={0.5}
          onChange={(v) =>
            handEdits.put(store, part.id, { kind: 'edge', value: fromStep(v) }, `${part.id}/edge`)
          }
          onEnd={end}
        />
        <NumberField
          label={bounce ? 'Bounce at step' : 'Computed bounce; set to'}
          unit="step"
          value={bounce?.kind === 'bounce' ? toStep(bounce.peak) : toStep(midValue(steps))}
          min={1}
          max={steps}
          step={0.5}
          onChange={(v) =>
            handEdits.put(
              store,
              part.id,
              { kind: 'bounce', peak: fromStep(v), gap: bounce?.kind === 'bounce' ? bounce.gap : 0.6 },
              `${part.id}/bounce`,
            )
          }
          onEnd={end}
        />
        <NumberField
          label="Its dark gap"
          unit="%"
          value={bounce?.kind === 'bounce' ? bounce.gap : 0.6}
          scale={100}
          min={0}
          max={1}
          step={0.05}
          onChange={(gap) =>
            handEdits.put(
              store,
              part.id,
              { kind: 'bounce', peak: bounce?.kind === 'bounce' ? bounce.peak : midValue(steps), gap },
              `${part.id}/bounce`,
            )
          }
          onEnd={end}
        />
      </section>
      <section aria-label="Changed by hand">
        <div className="flex items-center">
          <h3 className="mr-auto text-label font-semibold">
            {own.length === 0 ? 'Nothing changed by hand' : `${own.length} changed by hand`}
          </h3>
          {own.length > 1 && (
            <button
              type="button"
              className="min-h-6 text-label font-semibold underline"
              onClick={() =>
                handEdits.release(
                  store,
                  own.map((a) => a.id),
                )
              }
            >
              Let all go
            </button>
          )}
        </div>
        <ul>
          {own.map((a) => {
            const sleeps = unresolved.find((s) => s.id === a.id);
            return (
              <li
                key={a.id}
                className="flex items-baseline gap-2 border-b border-g82 py-1 text-label"
                data-adjustment={a.kind}
              >
                <span className="min-w-0 flex-1">
                  <span className="first-letter:uppercase inline-block">{adjustmentName(a)}</span>{' '}
                  <span className="text-g38">{figureOf(a, steps)}</span>
                  {sleeps && (
                    <span className="block font-semibold">Asleep: {sleeps.reason}. To place again.</span>
                  )}
                </span>
                <button
                  type="button"
                  className="min-h-6 font-semibold underline"
                  aria-label={`Let go: ${adjustmentName(a)}`}
                  onClick={() => handEdits.release(store, [a.id])}
                >
                  Let go
                </button>
              </li>
            );
          })}
        </ul>
      </section>
      <PartApproach part={part} piece={piece} faces={faces !== null} />
    </div>
  );
}
