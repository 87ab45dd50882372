import {
  faceFull,
  forms,
  lockKeepersArm,
  newPart,
  newPiece,
  preparePart,
  SAMPLE,
  valuesOn,
  type Form,
  type FormOf,
  type Part,
  type Piece,
  type Place,
  type Polish,
} from '../src/index.js';

/** Whether as much is tried as an evening allows (`npm run soak`), or what a developer waits for. */
export const LONG = process.env.PALE_GLINT_SEED === 'new';

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
