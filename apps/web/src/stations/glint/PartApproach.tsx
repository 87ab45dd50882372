import {
  APPROACH_KINDS,
  approaches,
  approachOf,
  type ApproachKind,
  type LightOption,
  type Part,
  type Piece,
} from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';

const KIND_LABELS: Record<ApproachKind, string> = {
  light: 'Lit from',
  edges: 'Edges',
  bounce: 'Bounce',
  blade: 'Blade',
  glints: 'Dots',
  surroundings: 'Colour',
};

/** How this part alone is lit and finished. */
export function PartApproach({ part, piece, faces }: { part: Part; piece: Piece; faces: boolean }) {
  const store = usePieceStore();
  const now = approachOf(part, piece);
  return (
    <section aria-label="Approach of this part">
      <h3 className="pt-2 text-label font-semibold">This part alone</h3>
      {APPROACH_KINDS.filter((k) => k !== 'blade' || faces).map((kind) => {
        const options = approaches[kind] as readonly LightOption[];
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
