import {
  bronze,
  coldSteel,
  forms,
  metals,
  paintedIn,
  POLISHES,
  polishModels,
  type FormDefinition,
  type Form,
  type Part,
  type Piece,
  type Polish,
} from '@pale-glint/core';
import { Choice } from '../ui/Choice.js';
import { NotchFields } from './NotchFields.js';
import { NumberField } from '../ui/NumberField.js';
import { whyOf } from '../ui/whys.js';
import type { NewMetal } from './useNewMetal.js';

/** Begins the value of a choice that stands for a metal the piece has not yet. */
const NEW = 'new/';

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
          why={whyOf(n.key)}
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
          why={whyOf(c.key)}
          value={values[c.key] as string}
          options={c.options}
          onChange={(v) => set(c.key, v)}
        />
      ))}
      <NotchFields part={part} change={change} end={end} />
    </>
  );
}

const PLACES: readonly {
  key: keyof Part['place'];
  label: string;
  unit: string;
  limit: number;
  step: number;
}[] = [
  { key: 'xMm', label: 'To the right', unit: 'mm', limit: 2000, step: 0.1 },
  { key: 'yMm', label: 'Up', unit: 'mm', limit: 2000, step: 0.1 },
  { key: 'depthMm', label: 'Nearer to you', unit: 'mm', limit: 500, step: 0.1 },
  { key: 'rollDeg', label: 'Turned in the picture', unit: '°', limit: 360, step: 1 },
  { key: 'yawDeg', label: 'Front to the right', unit: '°', limit: 80, step: 1 },
  { key: 'pitchDeg', label: 'Front up', unit: '°', limit: 80, step: 1 },
];

/** Where a part stands and how it is turned. */
export function PlaceFields({ part, change, end }: PartFormProps) {
  return PLACES.map(({ key, label, unit, limit, step }) => (
    <NumberField
      key={key}
      label={label}
      why={whyOf(key)}
      unit={unit}
      value={part.place[key]}
      min={-limit}
      max={limit}
      step={step}
      onChange={(v) => change((p) => void (p.place[key] = v), `${part.id}/${key}`)}
      onEnd={end}
    />
  ));
}

/** Plain surfaces that stand beside the metal. */
const MATTES = [
  { value: 'matte/Cloth', label: 'Cloth, matte', hex: '#57302d' },
  { value: 'matte/Leather', label: 'Leather, matte', hex: '#3b2a22' },
  { value: 'matte/Wood', label: 'Wood, matte', hex: '#63452b' },
  { value: 'matte/Skin', label: 'Skin, matte', hex: '#b98566' },
] as const;
/** Ladders the program brings along, offered where the piece has them not yet. */
const BROUGHT = [coldSteel, bronze] as const;

type FinishFieldsProps = Omit<PartFormProps, 'end'> & {
  readonly ladders: Piece['ladders'];
  /** Changes the piece: a metal it did not have brings its ladder with it. */
  readonly changePiece: (recipe: (piece: Piece) => void, gesture: string) => void;
  /** Mixes a metal that the piece has not yet and paints the part in it; absent where only what is there is offered. */
  readonly newMetal?: NewMetal;
};

/** What a part is made of: metal or matte, polish and number of steps. */
export function FinishFields({ part, ladders: known, change, changePiece, newMetal }: FinishFieldsProps) {
  const { finish } = part;
  const ladders = [...known, ...BROUGHT.filter((b) => !known.some((l) => l.id === b.id))];
  const own = finish.kind === 'matte' ? `matte/${finish.name}` : finish.ladder;
  const options = [
    ...ladders.map((l) => ({ value: l.id, label: l.name })),
    ...(newMetal ? metals.filter((m) => !ladders.some((l) => l.metal === m.id)) : []).map((m) => ({
      value: `${NEW}${m.id}`,
      label: `${m.label}, to be mixed`,
    })),
    ...MATTES,
    ...(finish.kind === 'matte' && !MATTES.some((m) => m.value === own)
      ? [{ value: own, label: `${finish.name}, matte` }]
      : []),
  ];
  const choose = (value: string) => {
    const matte = MATTES.find((m) => m.value === value);
    if (matte) {
      change(
        (p) => void (p.finish = { kind: 'matte', name: matte.label.split(',')[0], hex: matte.hex }),
        `${part.id}/metal`,
      );
      return;
    }
    const another = metals.find((m) => `${NEW}${m.id}` === value);
    if (another) {
      newMetal?.take(another);
      return;
    }
    const ladder = ladders.find((l) => l.id === value);
    if (!ladder) return;
    changePiece((d) => {
      if (!d.ladders.some((l) => l.id === ladder.id)) d.ladders.push(ladder);
      const p = d.parts.find((q) => q.id === part.id)!;
      p.finish = paintedIn(p, ladder.id).finish;
    }, `${part.id}/metal`);
  };
  const metal = (
    <>
      <Choice label="Painted as" why={whyOf('metal')} value={own} options={options} onChange={choose} />
      {newMetal?.said && (
        <p role="status" className="border-l-4 border-g10 bg-g88 px-2 py-1 text-label">
          {newMetal.said}
        </p>
      )}
    </>
  );
  if (finish.kind === 'matte') return metal;
  const ladder = known.find((l) => l.id === finish.ladder);
  const counts = Array.from({ length: Math.max(0, (ladder?.steps.length ?? 2) - 1) }, (_, i) => i + 2);
  return (
    <>
      {metal}
      <Choice<Polish>
        label="Polish"
        why={whyOf('polish')}
        value={finish.polish}
        options={POLISHES.map((p) => ({ value: p, label: polishModels[p].label }))}
        onChange={(polish) =>
          change((p) => void (p.finish.kind === 'metal' && (p.finish.polish = polish)), `${part.id}/polish`)
        }
      />
      <Choice
        label="Value steps"
        why={whyOf('steps')}
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
