import type { Neighbour, Piece } from '@pale-glint/core';
import { partAt } from '../../map/MapOverlay.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { ColourField } from '../../ui/ColourField.js';
import { NumberField } from '../../ui/NumberField.js';
import { whyOf } from '../../ui/whys.js';

type Where = Neighbour['where'];
export type ChangePiece = (recipe: (piece: Piece) => void, gesture: string) => void;

/** More than the rig of a piece may hold. */
const MOST = 24;

const freshId = (taken: readonly string[]) => {
  let n = taken.length + 1;
  while (taken.includes(`neighbour-${n}`)) n++;
  return `neighbour-${n}`;
};

/** A new glow is this large beside the piece, and at least so many mm: seen on what stands near it. */
const SIZE_SHARE = 0.13;
const LEAST_SIZE_MM = 4;

/** A glow at the piece's lower right, ready to be moved. */
export function newNeighbour(piece: Piece, xMm: number, yMm: number): Neighbour {
  return {
    id: freshId(piece.rig.neighbours.map((n) => n.id)),
    name: 'Glow',
    where: {
      kind: 'near',
      xMm,
      yMm,
      depthMm: 4,
      sizeMm: Math.max(LEAST_SIZE_MM, SIZE_SHARE * piece.heightMm),
    },
    hex: '#f2a63c',
    strength: 0.6,
  };
}

/** One number of where a neighbour stands. */
function whereFields(
  where: Where,
): { key: string; label: string; unit: string; min: number; max: number; step: number }[] {
  return where.kind === 'near'
    ? [
        { key: 'xMm', label: 'To the right', unit: 'mm', min: -2000, max: 2000, step: 0.5 },
        { key: 'yMm', label: 'Up', unit: 'mm', min: -2000, max: 2000, step: 0.5 },
        { key: 'depthMm', label: 'Nearer to you', unit: 'mm', min: -500, max: 500, step: 0.5 },
        { key: 'sizeMm', label: 'Across', unit: 'mm', min: 0.2, max: 400, step: 0.5 },
      ]
    : [
        { key: 'clockHours', label: 'On the clock', unit: 'h', min: 0, max: 12, step: 0.25 },
        { key: 'heightDeg', label: 'Toward you', unit: '°', min: -90, max: 90, step: 1 },
        { key: 'sizeDeg', label: 'Looks as large as', unit: '°', min: 1, max: 90, step: 1 },
      ];
}

type Edit = (recipe: (n: Neighbour) => void, what: string) => void;

function WhereFields({ n, edit, end }: { n: Neighbour; edit: Edit; end: () => void }) {
  const values = n.where as unknown as Record<string, number>;
  return whereFields(n.where).map((f) => (
    <NumberField
      key={f.key}
      label={f.label}
      why={whyOf(f.key)}
      unit={f.unit}
      value={values[f.key]}
      min={f.min}
      max={f.max}
      step={f.step}
      onChange={(v) => edit((m) => void ((m.where as unknown as Record<string, number>)[f.key] = v), f.key)}
      onEnd={end}
    />
  ));
}

function OneNeighbour({
  n,
  piece,
  change,
  end,
}: {
  n: Neighbour;
  piece: Piece;
  change: ChangePiece;
  end: () => void;
}) {
  const edit: Edit = (recipe, what) =>
    change((d) => recipe(d.rig.neighbours.find((m) => m.id === n.id)!), `${n.id}/${what}`);
  const inside = n.where.kind === 'near' ? partAt(piece, n.where.xMm, n.where.yMm) : null;
  return (
    <details className="bg-g93 px-3 py-1.5" open>
      <summary className="flex cursor-pointer items-center gap-2 font-semibold">
        <span className="size-3.5 rounded-full ring-1 ring-g50" style={{ background: n.hex }} />
        {n.name}
      </summary>
      <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28">
        Name
        <input
          className="min-w-0 bg-transparent text-right font-semibold text-g10 outline-none"
          value={n.name}
          maxLength={80}
          onChange={(e) => e.target.value && edit((m) => void (m.name = e.target.value), 'name')}
          onBlur={end}
        />
      </label>
      <ColourField
        label="Colour"
        value={n.hex}
        onChange={(hex) => edit((m) => void (m.hex = hex), 'hex')}
        onEnd={end}
      />
      <NumberField
        label="Strength"
        why={whyOf('strength')}
        unit="%"
        scale={100}
        value={n.strength}
        min={0}
        max={2}
        step={0.05}
        onChange={(v) => edit((m) => void (m.strength = v), 'strength')}
        onEnd={end}
      />
      {n.strength > 1 && (
        <p role="note" className="py-1 text-label text-g28">
          Brighter than the main light: it takes the piece over.
          {n.where.kind === 'near' && ' Its ground and white still end 3 mm from it.'}
        </p>
      )}
      <Choice
        label="Stands"
        value={n.where.kind}
        options={[
          { value: 'near', label: 'beside the piece' },
          { value: 'far', label: 'far off' },
        ]}
        onChange={(kind) =>
          edit((m) => {
            m.where =
              kind === 'near'
                ? { kind, xMm: 0, yMm: piece.heightMm / 2, depthMm: 6, sizeMm: 8 }
                : { kind, clockHours: 4, heightDeg: 15, sizeDeg: 20 };
          }, 'where')
        }
      />
      <WhereFields n={n} edit={edit} end={end} />
      {inside && (
        <p className="mt-1 bg-g88 px-2 py-1 text-label">
          It stands on {inside.name.toLowerCase()}. That part counts as touching it; the others see it from
          where they are.
        </p>
      )}
      <button
        type="button"
        className="py-1.5 text-label underline"
        onClick={() =>
          change(
            (d) => void (d.rig.neighbours = d.rig.neighbours.filter((m) => m.id !== n.id)),
            `${n.id}/gone`,
          )
        }
      >
        Take {n.name.toLowerCase()} away
      </button>
    </details>
  );
}

/** The things and glows around the piece. */
export function NeighbourList({
  piece,
  change,
  end,
  onAdd,
}: {
  piece: Piece;
  change: ChangePiece;
  end: () => void;
  onAdd: () => void;
}) {
  const { neighbours } = piece.rig;
  return (
    <section aria-label="Neighbours and glows" className="space-y-2">
      <h2 className="font-semibold">Neighbours and glows</h2>
      {neighbours.length === 0 && (
        <p className="text-label text-g28">
          A lantern, a cloak, a wall: what stands near shows in the metal. None yet.
        </p>
      )}
      {neighbours.map((n) => (
        <OneNeighbour key={n.id} n={n} piece={piece} change={change} end={end} />
      ))}
      <Button look="plain" disabled={neighbours.length >= MOST} onClick={onAdd}>
        Place one
      </Button>
    </section>
  );
}
