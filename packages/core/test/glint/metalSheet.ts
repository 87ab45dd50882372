import {
  colourAt,
  forms,
  labToHex,
  metalById,
  newPart,
  newPiece,
  NOTHING,
  preparePart,
  stepShares,
  targetsOf,
  valuesOn,
  type Form,
  type Ladder,
  type Paint,
  type Piece,
  type Place,
  type Polish,
  type PreparedPart,
} from '../../src/index.js';

const STEPS = 7;

/** A ladder that meets its metal's own colours, and the paints it takes. */
interface Ideal {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
}
const ideals = new Map<string, Ideal>();

/** Made once for each metal: its films are computed once too. */
function idealLadder(id: string): Ideal {
  const known = ideals.get(id);
  if (known) return known;
  const made = newIdeal(id);
  ideals.set(id, made);
  return made;
}

function newIdeal(id: string): Ideal {
  const metal = metalById(id);
  const paints = targetsOf(metal, { steps: STEPS }).map((lab, k): Paint => ({
    id: `${id}-${k + 1}`,
    name: `${metal.label} ${k + 1}`,
    hex: labToHex(lab),
    kind: 'paint',
    opacity: 'opaque',
    tint: 'normal',
    finish: 'matt',
    dryMin: null,
    contrast: null,
    strength: null,
  }));
  const shares = stepShares(STEPS, metal.coverShares);
  const steps = paints.map((p, k): Ladder['steps'][number] => ({
    id: p.id,
    mix: [{ paint: p.id, parts: 1 }],
    water: 1,
    aimedShare: shares[k],
    value: null,
    settled: 'no',
  }));
  return {
    paints,
    ladder: {
      id,
      name: metal.label,
      metal: id,
      school: 'dark-first',
      undercoat: 'black-primer',
      recipe: [],
      steps,
    },
  };
}

export interface Setting {
  readonly metal?: string;
  readonly polish?: Polish;
  readonly place?: Partial<Place>;
  readonly rig?: Partial<Piece['rig']>;
}

/** One part in a metal's own colours, alone under a light. */
export function prepared(
  form: Form,
  { metal = 'cold-steel', polish = 'polished', place = {}, rig = {} }: Setting = {},
): PreparedPart {
  const base = newPart('it', form);
  const { ladder, paints } = idealLadder(metal);
  const piece = newPiece('sheet', 'Sheet', [
    {
      ...base,
      place: { ...base.place, ...place },
      finish: { kind: 'metal', ladder: ladder.id, polish, steps: STEPS, composition: 0 },
    },
  ]);
  return preparePart(piece.parts[0], {
    ...piece,
    ladders: [ladder],
    paints: [...piece.paints, ...paints],
    rig: { ...piece.rig, fallOff: 0, tint: 0, ...rig },
  });
}

/** Values 0..1 of a part's canonical points with the bounce, before edges and dots, rising. */
export function valuesOf(p: PreparedPart): Float64Array {
  const s = p.shape.canonical;
  const { value } = valuesOn(s, p);
  const kept: number[] = [];
  for (let i = 0; i < value.length; i++) if (s.patch[i] !== NOTHING && s.alpha[i] >= 0.5) kept.push(value[i]);
  return Float64Array.from(kept).sort();
}

/** The same as lightness, L*. */
export const lightnessOf = (p: PreparedPart): Float64Array =>
  valuesOf(p).map((v) => colourAt(p.palette.colours, v).l);

export const quantile = (rising: Float64Array, share: number): number =>
  rising[Math.round(share * (rising.length - 1))];

export const shareBelow = (values: Float64Array, limit: number): number =>
  values.filter((v) => v < limit).length / values.length;

/** Twelve lights round the clock, low to high, seen from two heights. */
export const twelveLights: readonly Partial<Piece['rig']>[] = Array.from({ length: 12 }, (_, hour) => ({
  keyClockHours: hour,
  keyHeightDeg: [12, 27, 45, 60][hour % 4],
  viewElevationDeg: [20, 35][hour % 2],
}));

export const defaultsOf = (kind: keyof typeof forms): Form => forms[kind].defaults;
