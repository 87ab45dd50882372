import type { FigureView, Neighbour, Part, Piece, Rig } from '../piece/index.js';
import { clockOf, clamp, deg, rad, turnAbout, type Vec3 } from '../units/index.js';
import { direction, keyDirection } from './light.js';

/** Clock hours and height of a direction in the view frame. */
function placeOf([x, y, z]: Vec3): { readonly clockHours: number; readonly heightDeg: number } {
  return { clockHours: clockOf(x, y), heightDeg: deg(Math.asin(clamp(z, -1, 1))) };
}

function neighbourSeen(n: Neighbour, turned: (v: Vec3) => Vec3): Neighbour {
  const { where } = n;
  if (where.kind === 'far')
    return { ...n, where: { ...where, ...placeOf(turned(direction(where.clockHours, where.heightDeg))) } };
  const [xMm, yMm, depthMm] = turned([where.xMm, where.yMm, where.depthMm]);
  return { ...n, where: { ...where, xMm, yMm, depthMm } };
}

/**
 * The rig as a view meets it. Light, neighbours and glows belong to the figure and turn with it about its upright axis;
 * the height it is looked at from stays. The main light may then stand behind the picture plane (a height below 0).
 * A view's own light takes the place of the figure's.
 */
export function rigSeen(rig: Rig, { turnDeg, light }: Pick<FigureView, 'turnDeg' | 'light'>): Rig {
  const own = light ? { keyClockHours: light.keyClockHours, keyHeightDeg: light.keyHeightDeg } : {};
  if (turnDeg === 0) return light ? { ...rig, ...own } : rig;
  const e = rad(rig.viewElevationDeg);
  const turned = (v: Vec3) => turnAbout(v, [0, Math.cos(e), Math.sin(e)], rad(turnDeg));
  const key = placeOf(turned(keyDirection(rig)));
  return {
    ...rig,
    keyClockHours: key.clockHours,
    keyHeightDeg: key.heightDeg,
    // A figure that leans to the left leans to the right from behind, and toward the eye from its side.
    leanDeg: rig.leanDeg * Math.cos(rad(turnDeg)),
    neighbours: rig.neighbours.map((n) => neighbourSeen(n, turned)),
    ...own,
  };
}

/** The rig as a part meets it, from the view that it is seen in. */
export function rigOf(part: Pick<Part, 'view'>, { rig, views }: Pick<Piece, 'rig' | 'views'>): Rig {
  const view = views.find((v) => v.id === part.view);
  return view ? rigSeen(rig, view) : rig;
}

/** Whether a view is lit by the figure's light, turned with it: that is set from the first view, and only shown here. */
export const isLitByTurn = ({ turnDeg, light }: Pick<FigureView, 'turnDeg' | 'light'>): boolean =>
  turnDeg !== 0 && light === null;

/** A light of its own for a view, to begin with: where the figure's light stands for it, brought before the picture plane. */
export function ownLightFor(
  rig: Rig,
  view: Pick<FigureView, 'turnDeg'>,
  why: string,
): NonNullable<FigureView['light']> {
  const { keyClockHours, keyHeightDeg } = rigSeen(rig, { ...view, light: null });
  return { keyClockHours, keyHeightDeg: Math.abs(keyHeightDeg), why };
}
