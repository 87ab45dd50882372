import { FINISHED, type PreparedPart, type Stage } from '../glint/index.js';
import type { LadderStep, Piece, Role } from '../piece/index.js';

const AFTER_VALUES: readonly Role[] = ['smoothing', 'bounce', 'tint', 'lining', 'edges', 'glints'];

/**
 * How a part with these steps looks once a layer of the order is done: all its own value steps up to that layer, and
 * every later kind of step up to it.
 * @param tints step ids of the tint glazes, in their order
 */
export function stageAfter(
  role: Role,
  step: string,
  ladder: readonly LadderStep[],
  own: readonly LadderStep[],
  tints: readonly string[] = [],
): Stage {
  if (role === 'matte') return FINISHED;
  if (role === 'undercoat')
    return {
      ...FINISHED,
      laid: 0,
      smoothed: false,
      bounce: false,
      tints: 0,
      lining: false,
      edges: false,
      glints: false,
    };
  const passed = AFTER_VALUES.indexOf(role);
  const reached = (r: Role) => passed >= AFTER_VALUES.indexOf(r);
  const upTo = ladder.findIndex((s) => s.id === step);
  const laid =
    role === 'value' ? own.filter((s) => ladder.findIndex((l) => l.id === s.id) <= upTo).length : own.length;
  return {
    laid,
    smoothed: role !== 'value' && reached('smoothing'),
    bounce: role !== 'value' && reached('bounce'),
    tints: role === 'tint' ? tints.indexOf(step) + 1 : role !== 'value' && reached('tint') ? Infinity : 0,
    lining: role !== 'value' && reached('lining'),
    edges: role !== 'value' && reached('edges'),
    glints: role !== 'value' && reached('glints'),
  };
}

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
 * How far a part has come once a layer of the order is done. The order takes one ladder after the other: parts of an
 * earlier one are finished by then, parts of a later one only undercoated.
 */
export function stageOfPart(
  p: Pick<PreparedPart, 'palette' | 'metal'>,
  after: LayerId | null,
  piece: Pick<Piece, 'ladders'>,
): Stage {
  const { ladder } = p.palette;
  if (!after || !ladder) return FINISHED;
  const mine = piece.ladders.findIndex((l) => l.id === ladder.id);
  const theirs = piece.ladders.findIndex((l) => l.id === after.ladder);
  const waiting = after.role === 'undercoat' || (theirs >= 0 && theirs < mine);
  if (waiting) return stageAfter('undercoat', 'undercoat', ladder.steps, p.palette.steps);
  if (theirs !== mine) return FINISHED;
  const tints = p.metal?.tints.map((t) => t.id) ?? [];
  return stageAfter(after.role, after.step, ladder.steps, p.palette.steps, tints);
}
