import { FINISHED, type Palette, type PreparedPart, type Stage } from '../glint/index.js';
import type { Piece, Role } from '../piece/index.js';
import { glowUpTo } from './glowPassesOf.js';
import { wornUpTo } from './wear.js';

/** A layer of the order, named. */
export interface LayerId {
  readonly ladder: string | null;
  readonly role: Role;
  readonly step: string;
}

/** Text that tells layers apart: two ladders may both have edges. */
export const layerKey = ({ ladder, role, step }: LayerId): string => `${ladder ?? '-'}/${role}/${step}`;

/** The name of a layer, without all it says. */
export const layerOf = ({ ladder, role, step }: LayerId): LayerId => ({ ladder, role, step });

/**
 * How a part looks once its approach has come so far.
 * @param done passes of the approach that are laid, from the first
 * @param tints how many sources of colour are glazed on
 */
function stageUpTo({ approach }: Palette, done: number, tints: number): Stage {
  const { school, passes, body } = approach!;
  const laid = passes.slice(0, done);
  const has = (...roles: Role[]) => laid.some((p) => roles.includes(p.role));
  return {
    laid: body.filter((b) => laid.includes(b.pass)).length,
    smoothed: school.smooth === 'while-laying' || has('smoothing'),
    bounce: has('bounce'),
    tints,
    lining: has('lining'),
    edges: has('edges'),
    glints: has('glints'),
    worn: 0,
    glow: 0,
  };
}

/** A part with all passes of its approach, so many of wear and so many of glows; matte parts need none of the first. */
export const finishedStage = (palette: Palette, worn = Infinity, glow = Infinity): Stage => ({
  ...(palette.approach ? stageUpTo(palette, palette.approach.passes.length, Infinity) : FINISHED),
  worn,
  glow,
});

/**
 * How a part looks once a layer of its own ladder's order is done.
 * @param tints step ids of the tint glazes, in their order
 */
export function stageAfter(role: Role, step: string, palette: Palette, tints: readonly string[] = []): Stage {
  const { passes } = palette.approach!;
  // Tints and pale dots are one pass in several layers; a step laid in another role is still that step.
  let at = passes.findIndex(
    (p) => p.role === role && (p.step === step || role === 'tint' || role === 'glints'),
  );
  if (at < 0) at = passes.findIndex((p) => p.step === step);
  const tinted = passes.findIndex((p) => p.role === 'tint');
  const glazed = role === 'tint' ? tints.indexOf(step) + 1 : tinted >= 0 && at > tinted ? Infinity : 0;
  return stageUpTo(palette, at + 1, glazed);
}

/**
 * How far a part has come once a layer of the order is done; finished where none is named. The order takes one ladder
 * after the other: parts of an earlier one are finished by then, parts of a later one only undercoated.
 */
export function stageOfPart(
  p: Pick<PreparedPart, 'palette' | 'metal' | 'wear'>,
  after: LayerId | null,
  piece: Pick<Piece, 'ladders' | 'rig'>,
): Stage {
  const { ladder } = p.palette;
  if (!after) return finishedStage(p.palette);
  if (after.role === 'glow') return finishedStage(p.palette, Infinity, glowUpTo(piece, after.step));
  if (!ladder || after.role === 'matte') return finishedStage(p.palette, 0, 0);
  if (after.role === 'wear') return finishedStage(p.palette, wornUpTo(p.wear, after.step), 0);
  const mine = piece.ladders.findIndex((l) => l.id === ladder.id);
  const theirs = piece.ladders.findIndex((l) => l.id === after.ladder);
  if (after.role === 'undercoat' || (theirs >= 0 && theirs < mine)) return stageUpTo(p.palette, 1, 0);
  if (theirs !== mine) return finishedStage(p.palette, 0, 0);
  return stageAfter(after.role, after.step, p.palette, p.metal?.tints.map((t) => t.id) ?? []);
}
