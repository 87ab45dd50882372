import {
  counted,
  approaches,
  lightApproachOf,
  lightAs,
  type ApproachKind,
  type LightOption,
  type Piece,
} from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';

const FINISHES = [
  'edges',
  'bounce',
  'blade',
  'glints',
  'surroundings',
] as const satisfies readonly ApproachKind[];
const LABELS: Record<(typeof FINISHES)[number], string> = {
  edges: 'Edges',
  bounce: 'Bounce',
  blade: 'Blades',
  glints: 'Last dots',
  surroundings: 'Colour',
};
const OWN = 'own';

/** Where painters disagree: how this piece is lit and finished, with what each way suits. Parts may differ. */
export function Approach({ piece }: { piece: Piece }) {
  const store = usePieceStore();
  const light = lightApproachOf(piece.rig);
  const differing = piece.parts.filter((p) => Object.values(p.approach).some((v) => v !== null)).length;
  return (
    <section aria-label="Approach" className="space-y-1">
      <h2 className="font-semibold">Approach</h2>
      <Choice
        label="Main light stands"
        value={light?.value ?? OWN}
        options={[
          ...(light ? [] : [{ value: OWN, label: 'where you put it' }]),
          ...approaches.light.map((l) => ({ value: l.value as string, label: l.label.toLowerCase() })),
        ]}
        onChange={(v) => {
          const l = approaches.light.find((o) => o.value === v);
          if (l && 'clockHours' in l)
            store.change(
              (d) => void Object.assign(d.rig, lightAs(l as Parameters<typeof lightAs>[0], d.rig)),
            );
        }}
      />
      <p className="narrow text-label text-g38">
        {light?.suits ?? 'A light of your own, near none of the three that have a name.'}
      </p>
      {FINISHES.map((kind) => {
        const options = approaches[kind] as readonly LightOption[];
        const chosen = options.find((o) => o.value === piece.approach[kind])!;
        return (
          <div key={kind}>
            <Choice
              label={LABELS[kind]}
              value={chosen.value as string}
              options={options.map((o) => ({ value: o.value as string, label: o.label.toLowerCase() }))}
              onChange={(v) =>
                store.change(
                  (d) => void ((d.approach as Record<string, string>)[kind] = v),
                  `approach/${kind}`,
                )
              }
            />
            <p className="narrow pt-0.5 pb-1 text-label text-g38">{chosen.suits}</p>
          </div>
        );
      })}
      {differing > 0 && (
        <p className="text-label text-g28">
          {counted(differing, 'part differs', 'parts differ')}: see By hand on the glint map.
        </p>
      )}
    </section>
  );
}
