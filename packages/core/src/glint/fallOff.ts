import { midStep } from '../ladder/index.js';
import { turnBetween, type Part, type Piece } from '../piece/index.js';
import { keyDirection } from '../rig/index.js';
import { clamp, rad, smoothstep } from '../units/index.js';

/** On the side away from the light a part loses this many steps more. */
const FAR_SIDE = 0.5;
/** Share of the figure's height from the focal part at which a part stands wholly on one side. */
const SIDE_AT = 0.16;

/**
 * How many value steps a part's lightest step drops: the rig's fall-off for each third of the figure's height below the
 * focal part, half a step more on the side away from the light and in a view of the other side. The top never drops below
 * the mid step.
 * @param steps value steps of the part
 */
export function droppedSteps(
  part: Part,
  piece: Pick<Piece, 'rig' | 'views' | 'parts' | 'heightMm'>,
  steps: number,
): number {
  const { rig, heightMm } = piece;
  const focus = piece.parts.find((p) => p.id === rig.focalPart);
  if (!focus || focus.id === part.id || rig.fallOff === 0) return 0;
  const below = (focus.place.yMm - part.place.yMm) / (heightMm / 3);
  const [lx, ly] = keyDirection(rig);
  const aside = Math.hypot(lx, ly) > 1e-6 ? -(part.place.xMm - focus.place.xMm) * lx : 0;
  const far =
    FAR_SIDE *
    (part.view === focus.view ? smoothstep(0, SIDE_AT * heightMm, aside) : turnedAway(part, focus, piece));
  return clamp(rig.fallOff * (Math.max(0, below) + far), 0, steps - 1 - midStep(steps));
}

/** How far a part is turned away from the focal part by the views they are seen in: 0 beside it, 1 on the other side. */
function turnedAway(part: Part, focus: Part, piece: Pick<Piece, 'views'>): number {
  return (1 - Math.cos(rad(turnBetween(piece, focus, part)))) / 2;
}

/** A part painted in very few steps keeps at least this share of its range. */
const MOST_LOST = 0.6;

/** The share of its value that the lightest place of a part loses when `dropped` of its steps are lost. */
export const fallOffShare = (dropped: number, steps: number): number =>
  Math.min(MOST_LOST, dropped / Math.max(1, steps - 1));

/** Value after fall-off: the whole range shrinks toward the dark, so that the part is quieter as well as less bright. */
export const attenuated = (value: number, share: number): number => value * (1 - share);

/** The value before fall-off that becomes `value`; above 1 where none does. */
export const unattenuated = (value: number, share: number): number => value / (1 - share);
