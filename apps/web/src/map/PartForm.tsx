import {
  forms,
  POLISHES,
  polishModels,
  type FormDefinition,
  type Form,
  type Part,
  type Piece,
  type Polish,
} from '@pale-glint/core';
import { Choice } from '../ui/Choice.js';
import { NumberField } from '../ui/NumberField.js';

interface PartFormProps {
  readonly part: Part;
  /** Changes this part; `gesture` names what is being changed, so that a run of it is undone at once. */
  readonly change: (recipe: (part: Part) => void, gesture: string) => void;
  readonly end: () => void;
}

/** Size and shape of a part: the numbers and words its form has. */
export function SizeFields({ part, change, end }: PartFormProps) {
  const definition = forms[part.form.kind] as unknown as FormDefinition;
  const values = part.form as unknown as Record<string, number | string>;
  const set = (key: string, value: number | string) =>
    change((p) => {
      p.form = { ...p.form, [key]: value } as Form;
    }, `${part.id}/${key}`);
  return (
    <>
      {definition.numbers.map((n) => (
        <NumberField
          key={n.key}
          label={n.label}
          unit={n.unit}
          value={values[n.key] as number}
          min={n.min}
          max={n.max}
          step={n.step}
          scale={n.unit === '%' ? 100 : 1}
          onChange={(v) => set(n.key, v)}
          onEnd={end}
        />
      ))}
      {definition.choices.map((c) => (
        <Choice
          key={c.key}
          label={c.label}
          value={values[c.key] as string}
          options={c.options}
          onChange={(v) => set(c.key, v)}
        />
      ))}
    </>
  );
}

/** Where a part stands and how it is turned. */
export function PlaceFields({ part, change, end }: PartFormProps) {
  const field = (key: keyof Part['place'], label: string, unit: string, limit: number, step: number) => (
    <NumberField
      key={key}
      label={label}
      unit={unit}
      value={part.place[key]}
      min={-limit}
      max={limit}
      step={step}
      onChange={(v) =>
        change((p) => {
          p.place[key] = v;
        }, `${part.id}/${key}`)
      }
      onEnd={end}
    />
  );
  return (
    <>
      {field('xMm', 'To the right', 'mm', 2000, 0.1)}
      {field('yMm', 'Up', 'mm', 2000, 0.1)}
      {field('rollDeg', 'Turned in the picture', '°', 360, 1)}
      {field('yawDeg', 'Front to the right', '°', 80, 1)}
      {field('pitchDeg', 'Front up', '°', 80, 1)}
    </>
  );
}

/** What a part is made of: polish and number of steps. */
export function FinishFields({ part, piece, change }: Omit<PartFormProps, 'end'> & { piece: Piece }) {
  const { finish } = part;
  if (finish.kind === 'matte')
    return <p className="py-1 text-label text-g28">{finish.name}: matte, lit without reflections.</p>;
  const ladder = piece.ladders.find((l) => l.id === finish.ladder);
  const counts = Array.from({ length: Math.max(0, (ladder?.steps.length ?? 2) - 1) }, (_, i) => i + 2);
  return (
    <>
      <Choice<Polish>
        label="Polish"
        value={finish.polish}
        options={POLISHES.map((p) => ({ value: p, label: polishModels[p].label }))}
        onChange={(polish) =>
          change((p) => void (p.finish.kind === 'metal' && (p.finish.polish = polish)), `${part.id}/polish`)
        }
      />
      <Choice
        label="Value steps"
        value={finish.steps === null ? 'size' : String(finish.steps)}
        options={[
          { value: 'size', label: 'By size' },
          ...counts.map((n) => ({ value: String(n), label: String(n) })),
        ]}
        onChange={(n) =>
          change(
            (p) => void (p.finish.kind === 'metal' && (p.finish.steps = n === 'size' ? null : Number(n))),
            `${part.id}/steps`,
          )
        }
      />
    </>
  );
}
