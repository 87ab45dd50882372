import { cutFromSculpt } from '../form/index.js';
import type { FormOf, Part, Piece, PieceSculpt } from '../piece/index.js';
import type { ProposedRegion } from '../sculpt/index.js';
import { capital } from '../units/index.js';
import { withPartMade } from './parts.js';

/** A part lies where a region does when their middles are no farther apart than this share of the smaller side. */
const SAME_PLACE = 0.25;

type Cut = FormOf<'sculpt'>;

/** The part of a piece that was cut where a form is cut from the same surface; null where there is none. */
export const partCutThere = ({ parts }: Pick<Piece, 'parts'>, own: Cut): Part | null =>
  parts.find(({ form }) => {
    if (form.kind !== 'sculpt' || form.sculpt !== own.sculpt) return false;
    const apart = Math.hypot(form.fromXMm - own.fromXMm, form.fromYMm - own.fromYMm);
    return apart <= SAME_PLACE * Math.min(form.widthMm, form.heightMm, own.widthMm, own.heightMm);
  }) ?? null;

/** The regions of a sculpt where no part of a piece has been cut yet. */
export const uncutRegions = (
  piece: Pick<Piece, 'parts'>,
  surface: string,
  regions: readonly ProposedRegion[],
): ProposedRegion[] =>
  regions.filter(
    ({ outline }) => !partCutThere(piece, cutFromSculpt(outline, surface, [0, 0], 'as drawn').form),
  );

/** A piece with a part for each of some regions of a sculpt, named for where they lie; as many as there is room for. */
export const withRegionsTaken = (
  piece: Piece,
  sculpt: PieceSculpt,
  regions: readonly ProposedRegion[],
  view: string,
): Piece =>
  regions.reduce((taken, { name, outline }) => {
    const moved = outline.map(([x, y]) => [x + sculpt.xMm, y + sculpt.yMm] as const);
    const made = cutFromSculpt(moved, sculpt.surface, [sculpt.xMm, sculpt.yMm], 'as drawn');
    return withPartMade(taken, { ...made, view }, capital(name)).piece;
  }, piece);
