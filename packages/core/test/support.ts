import {
  faceFull,
  forms,
  lockKeepersArm,
  newPart,
  newPiece,
  paintingOrder,
  partSheet,
  preparePart,
  SAMPLE,
  shapeIn,
  valuesOn,
  zonesOf,
  type Form,
  type FormOf,
  type OrderLayer,
  type Part,
  type PartSheet,
  type Piece,
  type Place,
  type Polish,
} from '../src/index.js';

/** Whether as much is tried as an evening allows (`npm run soak`), or what a developer waits for. */
export const LONG = process.env.PALE_GLINT_SEED === 'new';
/** How often a property is tried: so often in the soak, a third of it while a developer waits. */
export const runs = (inSoak: number): number => (LONG ? inSoak : Math.ceil(inSoak / 3));

const measured = new WeakMap<Piece, ReadonlyMap<string, PartSheet>>();
/** Zones are drawn from so many points: what is read of them here is the same at twelve times as many. */
const POINTS = 2000;
/** Zones and figures of every part of a piece; measured once for the suites that stand in one file. */
export function sheetsOf(piece: Piece): ReadonlyMap<string, PartSheet> {
  let sheets = measured.get(piece);
  if (!sheets) {
    sheets = new Map(
      piece.parts.map((part) => {
        const shape = shapeIn(part, piece);
        const p = preparePart(part, piece, shape);
        return [part.id, partSheet(part, piece, shape, p, zonesOf(p, { points: POINTS }))];
      }),
    );
    measured.set(piece, sheets);
  }
  return sheets;
}
/** The painting order of a piece. */
export const orderOf = (piece: Piece): readonly OrderLayer[] => paintingOrder(piece, sheetsOf(piece));

/** The flat faces of a part alone in its piece: how fully each stands in a light, and its value in the mean. */
export function facesUnder(own: Part, keyClockHours: number): { lit: number; mean: number }[] {
  const piece = newPiece('x', 'X', [own]);
  const p = preparePart(own, { ...piece, rig: { ...piece.rig, keyClockHours, fallOff: 0 } });
  const { canonical, model } = p.shape;
  const { body } = valuesOn(canonical, p);
  const out = new Float64Array(SAMPLE.size);
  return model.patches.map((patch, k) => {
    patch.at(0, 0, out);
    let [sum, n] = [0, 0];
    canonical.patch.forEach((of, i) => of === k && ((sum += body[i]), n++));
    const normal = [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] as const;
    return { lit: faceFull(normal, p.light), mean: n > 0 ? sum / n : NaN };
  });
}

/** The demo's ladders and paints under a light of one's own. */
export function rigged(over: Partial<Piece['rig']> = {}): Piece {
  return { ...lockKeepersArm, rig: { ...lockKeepersArm.rig, ...over } };
}

export function part(
  form: Form,
  over: { place?: Partial<Place>; polish?: Polish; steps?: number | null; id?: string } = {},
): Part {
  const base = newPart(over.id ?? 'test', form);
  return {
    ...base,
    place: { ...base.place, ...over.place },
    finish: {
      kind: 'metal',
      ladder: 'cold-steel',
      polish: over.polish ?? 'polished',
      steps: over.steps ?? null,
      composition: 0,
    },
  };
}

export const dome = (widthMm = 10, heightMm = widthMm, side: 'convex' | 'scoop' = 'convex'): Form => ({
  kind: 'dome',
  widthMm,
  heightMm,
  side,
  fullness: 1,
  ridgeDeg: 0,
  rimMm: 0,
});
export const tube = (startWidthMm = 6, endWidthMm = startWidthMm, lengthMm = 16, endCurve = 0): Form => ({
  kind: 'tube',
  lengthMm,
  startWidthMm,
  endWidthMm,
  endCurve,
  section: 'round',
  bowMm: 0,
  swell: 0,
  swellAt: 0.5,
});
export const blade: FormOf<'blade'> = {
  ...forms.blade.defaults,
  kind: 'blade',
  lengthMm: 34,
  widthMm: 6,
  shoulderWidthMm: 6.4,
  pointMm: 7,
  ridge: 0,
  bevelDeg: 28,
};

/** Paints as a painter types them who knows no code. */
export const TEN_BY_NAME: readonly string[] = [
  'deep violet',
  'strong yellow',
  'dark ochre',
  'warm yellow',
  'pale yellow',
  'white',
  'black',
  'dark red-brown',
  'blue-green',
  'ivory',
];
