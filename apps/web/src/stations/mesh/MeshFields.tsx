import type { MeshView } from '@pale-glint/core/mesh';
import type { OpenedMesh } from '../../workers/mesh.worker.js';
import { Choice } from '../../ui/Choice.js';
import { FieldRow, type NumberFieldSpec } from '../../ui/FieldRow.js';
import { NumberField } from '../../ui/NumberField.js';

const SIDES = [
  { label: 'From the front', yawDeg: 0, pitchDeg: 0 },
  { label: 'Its left', yawDeg: -90, pitchDeg: 0 },
  { label: 'Its right', yawDeg: 90, pitchDeg: 0 },
  { label: 'The back', yawDeg: 180, pitchDeg: 0 },
  { label: 'From above', yawDeg: 0, pitchDeg: 35 },
] as const;

type Angle = 'yawDeg' | 'pitchDeg' | 'rollDeg';
const ANGLES: readonly NumberFieldSpec<Angle>[] = [
  { key: 'yawDeg', label: 'Turned to the right', unit: '°', min: -180, max: 180, step: 1 },
  { key: 'pitchDeg', label: 'Looked at from above', unit: '°', min: -90, max: 90, step: 1 },
  { key: 'rollDeg', label: 'Leans', unit: '°', min: -180, max: 180, step: 1 },
];

/** Millimetres that a miniature can be; other numbers are asked about. */
const likely = (mm: number) => mm >= 5 && mm <= 400;

/** How tall a shape is unless the painter says: as its file has it, or as the piece where that is no miniature in mm. */
export const heightUntold = (tall: number, heightMm: number): number =>
  likely(tall) ? Number(tall.toFixed(2)) : heightMm;
/** Heights that differ by less are one. */
const SAME_MM = 0.5;

interface MeshFieldsProps {
  readonly opened: OpenedMesh;
  readonly view: MeshView;
  /** Height of the piece, for a view that has none of its own. */
  readonly heightMm: number;
  readonly onChange: (over: Partial<MeshView>) => void;
}

/** From which side the shape is seen. */
export function SideFields({ view, onChange }: Pick<MeshFieldsProps, 'view' | 'onChange'>) {
  return (
    <section aria-label="Side" className="space-y-1.5">
      <h2 className="text-label font-semibold">Seen from</h2>
      <div className="flex flex-wrap gap-1.5">
        {SIDES.map(({ label, ...side }) => (
          <button
            key={label}
            type="button"
            onClick={() => onChange(side)}
            className="min-h-8 rounded-sm bg-g98 px-2.5 text-label font-semibold ring-1 ring-g72 hover:bg-g10 hover:text-g98"
          >
            {label}
          </button>
        ))}
      </div>
      <Choice
        label="In its file it stands along"
        value={view.up}
        options={[
          { value: 'z', label: 'z' },
          { value: 'y', label: 'y' },
        ]}
        onChange={(up) => onChange({ up })}
      />
      {ANGLES.map((field) => (
        <FieldRow
          key={field.key}
          field={field}
          value={view[field.key]}
          onChange={(key, v) => onChange({ [key]: v })}
          onEnd={() => undefined}
        />
      ))}
    </section>
  );
}

/** How tall the shape is, and what its file says of that. */
export function SizeField({ opened, view, heightMm, onChange }: MeshFieldsProps) {
  const tall = opened.tall[view.up];
  const told = Number(tall.toPrecision(3));
  const asIs = Math.abs(tall - (view.heightMm ?? tall)) < SAME_MM;
  return (
    <section aria-label="Size" className="space-y-1.5">
      <h2 className="text-label font-semibold">Size</h2>
      <NumberField
        label="As tall as"
        unit="mm"
        value={view.heightMm ?? heightMm}
        min={1}
        max={1000}
        step={0.5}
        onChange={(v) => onChange({ heightMm: v })}
      />
      <p className="text-label text-g28">
        {likely(tall)
          ? `In its file it is ${told} tall, ${asIs ? 'the same' : 'which may be mm'}.`
          : `In its file it is ${told.toLocaleString('en')} tall: no miniature in mm. Say above how tall it is.`}
        {likely(tall) && !asIs && (
          <button
            type="button"
            className="ml-1 underline underline-offset-2"
            onClick={() => onChange({ heightMm: Number(tall.toFixed(2)) })}
          >
            Take that
          </button>
        )}
      </p>
    </section>
  );
}
