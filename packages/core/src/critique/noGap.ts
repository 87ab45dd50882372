import { boundsOf, gridAround, NOTHING, surfaceOf, type Point } from '../form/index.js';
import { valuesOn } from '../glint/index.js';
import { percent, plain } from '../units/index.js';
import { adjustmentName, adjustmentAtFault, VALUE_KINDS } from './adjustmentAtFault.js';
import type { FindingDefinition } from './definition.js';
import { release, setAdjustment, type Fix } from './fix.js';
import { inPiece, type Scene, type PartInView } from './scene.js';

const SAMPLES = 160;
/** A bounce weaker than this cannot be taken for a light. */
const WEAK = 0.2;
/** The gap is what lies below this share of the bounce. */
const DARK = 0.72;
/** The bounce's crest lies past this share of the profile, the middle of its gap at that one. */
const CREST_FROM = 0.84;
const MIDDLE = 0.78;
/** The gap's depth that a repair gives back. */
const DEPTH = 0.6;

/** Values along the chord through the middle of a form, from the rim toward the light to the rim away from it. */
function profile(s: PartInView): { values: number[]; at: Point[] } {
  const { model } = s.p.shape;
  const [lx, ly] = s.p.light.key;
  const long = Math.hypot(lx, ly);
  // A tube's profile runs across it.
  const grain = model.patches[0].grain;
  let [dx, dy] = [-lx / long, -ly / long];
  if (grain) [dx, dy] = [Math.sign(dx) || 1, 0];
  const b = boundsOf(model.rings);
  const [cx, cy] = [(b.left + b.right) / 2, (b.bottom + b.top) / 2];
  const reach = Math.min(
    (b.right - b.left) / 2 / Math.max(1e-6, Math.abs(dx)),
    (b.top - b.bottom) / 2 / Math.max(1e-6, Math.abs(dy)),
  );
  const at = Array.from({ length: SAMPLES }, (_, i): Point => {
    const t = (2 * (i + 0.5)) / SAMPLES - 1;
    return [cx + dx * reach * t * 1.02, cy + dy * reach * t * 1.02];
  });
  const grid = gridAround(model.rings, SAMPLES / (2 * reach), 1);
  const surface = surfaceOf(model, grid);
  const { value } = valuesOn(surface, s.p);
  const kept: Point[] = [];
  const values: number[] = [];
  for (const p of at) {
    const [col, row] = [
      Math.floor((p[0] - grid.leftMm) * grid.pxPerMm),
      Math.floor((grid.topMm - p[1]) * grid.pxPerMm),
    ];
    const i = row * grid.width + col;
    if (
      col < 0 ||
      row < 0 ||
      col >= grid.width ||
      row >= grid.height ||
      surface.patch[i] === NOTHING ||
      surface.alpha[i] < 0.9
    )
      continue;
    kept.push(p);
    values.push(value[i]);
  }
  return { values, at: kept };
}

/** The dark between main light and bounce as a share of the profile, and where it should be; null where no bounce shows. */
function gapOf(s: PartInView): { share: number; at: Point } | null {
  const { values, at } = profile(s);
  if (values.length < SAMPLES / 3) return null;
  // The bounce stands where it is computed, near the rim away from the light.
  const far = Math.floor(values.length * CREST_FROM);
  let crest = far;
  for (let i = far; i < values.length; i++) if (values[i] > values[crest]) crest = i;
  if (values[crest] < WEAK) return null;
  let main = 0;
  for (let i = 0; i < far; i++) if (values[i] > values[main]) main = i;
  let dark = 0;
  for (let i = main; i < crest; i++) if (values[i] < DARK * values[crest]) dark++;
  return { share: dark / values.length, at: at[Math.floor(values.length * MIDDLE)] };
}

function fixFor(scene: Scene, s: PartInView): Fix | null {
  const own = s.p.overrides.bounce;
  if (own && own.gap < DEPTH - 1e-6) return setAdjustment('put the dark gap back', own.id, 'gap', DEPTH);
  const a = adjustmentAtFault(scene, s, VALUE_KINDS, (t) => gapOf(t)?.share ?? 1);
  return a ? release(`let the ${adjustmentName(a)} go`, a.id) : null;
}

export const noGap: FindingDefinition = {
  id: 'no-gap',
  label: 'No dark gap',
  why: 'A dark band between main light and bounce turns the form. Without it the two run together and it goes flat.',
  limit: 0.08,
  unit: 'share of the profile',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('no-gap', s.part);
      const { form } = s.part;
      const round =
        (form.kind === 'dome' && form.side === 'convex') ||
        (form.kind === 'tube' && form.section === 'round');
      if (
        limit === null ||
        !round ||
        s.p.shape.model.narrowestMm < 3 ||
        Math.hypot(s.p.light.key[0], s.p.light.key[1]) < 0.3
      )
        return [];
      // Only what a painter did by hand can fill the gap that is computed.
      if (s.p.overrides.all.length === 0) return [];
      const gap = gapOf(s);
      if (!gap || gap.share >= limit) return [];
      const mm = s.p.shape.model.narrowestMm;
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, gap.at),
          measured: gap.share,
          wanted: { from: limit, to: null },
          message:
            `only ${percent(gap.share)} of the way across is dark between light and bounce; keep a dark ` +
            `band of ${plain(limit * mm)} mm or more`,
          fix: fixFor(scene, s),
        },
      ];
    }),
};
