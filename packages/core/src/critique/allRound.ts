import type { PieceAtHand } from '../sculpt/index.js';
import { NOTHING } from '../form/index.js';
import { preparePart, valuesOn, type PreparedPart, shapeIn } from '../glint/index.js';
import { stepOf } from '../ladder/index.js';
import type { Part, Piece, Rig } from '../piece/index.js';
import { lightApproaches, lightAs } from '../rig/index.js';
import { clockOf, deg, percent, rad } from '../units/index.js';

/** A lamp in a room stands this high above the table. */
const LAMP_ALTITUDE_DEG = 50;
/** Steps between painted and asked that still read as right. */
const WITHIN = 1;

/** A light and a view under which a painted piece may be seen. */
export interface Seat {
  /** From which side of the piece the lamp comes, as its viewer sees it. */
  readonly lamp: 'front' | 'right' | 'behind' | 'left';
  readonly viewElevationDeg: number;
}

const LAMPS = { front: 0, right: 90, behind: 180, left: 270 } as const;
/** Sitting before it, and standing over the table. */
export const ROUND_VIEWS = [20, 45] as const;
export const SEATS: readonly Seat[] = ROUND_VIEWS.flatMap((viewElevationDeg) =>
  (Object.keys(LAMPS) as Seat['lamp'][]).map((lamp) => ({ lamp, viewElevationDeg })),
);

/** The rig of a seat: lamp and view turned, all else as it was. The lamp may stand behind the picture plane. */
export function rigAt(rig: Rig, { lamp, viewElevationDeg }: Seat): Rig {
  const [a, phi, alt] = [rad(viewElevationDeg), rad(LAMPS[lamp]), rad(LAMP_ALTITUDE_DEG)];
  const [side, front, up] = [Math.cos(alt) * Math.sin(phi), Math.cos(alt) * Math.cos(phi), Math.sin(alt)];
  const x = side;
  const y = -front * Math.sin(a) + up * Math.cos(a);
  const z = front * Math.cos(a) + up * Math.sin(a);
  return {
    ...rig,
    viewElevationDeg,
    keyClockHours: clockOf(x, y),
    keyHeightDeg: deg(Math.asin(Math.max(-1, Math.min(1, z)))),
  };
}

/** How much of a reading survives. */
export interface Survival {
  /** Share of the metal within one step of what each light would ask, over all seats, 0..1. */
  readonly share: number;
  readonly bySeat: readonly { readonly seat: Seat; readonly share: number }[];
}

/** Value steps of a part's canonical points; -1 where none is. */
function stepsOn(p: PreparedPart): Int8Array {
  const { canonical } = p.shape;
  const { value } = valuesOn(canonical, p);
  return Int8Array.from(value, (v, i) =>
    canonical.patch[i] === NOTHING || canonical.alpha[i] < 0.5 ? -1 : stepOf(v, p.steps),
  );
}

/** One part judged at every seat: points within a step of what is asked, and points in all. */
export function partAllRound(part: Part, piece: PieceAtHand): { right: number[]; points: number } {
  const shape = shapeIn(part, piece);
  const painted = stepsOn(preparePart(part, piece, shape));
  const points = painted.reduce((n, s) => n + (s >= 0 ? 1 : 0), 0);
  // Seats are told by sides of the figure: a view's own light is not among them.
  const views = piece.views.map((v) => ({ ...v, light: null }));
  const right = SEATS.map((seat) => {
    const asked = stepsOn(preparePart(part, { ...piece, views, rig: rigAt(piece.rig, seat) }, shape));
    return painted.reduce((n, s, i) => n + (s >= 0 && Math.abs(s - asked[i]) <= WITHIN ? 1 : 0), 0);
  });
  return { right, points };
}

const isMetal = (part: Part) => part.finish.kind === 'metal';

/** Sums up parts, each by its area in mm2. */
export function survivalOf(
  parts: readonly { readonly right: readonly number[]; readonly points: number; readonly areaMm2: number }[],
): Survival {
  const area = parts.reduce((n, p) => n + p.areaMm2, 0) || 1;
  const bySeat = SEATS.map((seat, k) => ({
    seat,
    share: parts.reduce((n, p) => n + (p.points ? (p.right[k] / p.points) * p.areaMm2 : 0), 0) / area,
  }));
  return { share: bySeat.reduce((n, s) => n + s.share, 0) / SEATS.length, bySeat };
}

/** Something that would let more of the reading survive, tried out. */
export interface Remedy {
  readonly label: string;
  readonly piece: Piece;
}

/** Changes worth trying for a piece that is seen all round. */
export function remediesFor(piece: Piece): Remedy[] {
  const duller = piece.parts.some(
    (p) => p.finish.kind === 'metal' && (p.finish.polish === 'mirror' || p.finish.polish === 'polished'),
  );
  const overhead = lightApproaches.find((l) => l.value === 'overhead')!;
  const light = lightAs(overhead, piece.rig);
  const isOverhead =
    light.keyClockHours === piece.rig.keyClockHours && light.keyHeightDeg === piece.rig.keyHeightDeg;
  return [
    ...(isOverhead
      ? []
      : [{ label: 'light it from overhead', piece: { ...piece, rig: { ...piece.rig, ...light } } }]),
    ...(duller
      ? [
          {
            label: 'paint it satin: broad, soft lights stay right longer',
            piece: {
              ...piece,
              parts: piece.parts.map((p) =>
                p.finish.kind === 'metal' ? { ...p, finish: { ...p.finish, polish: 'satin' as const } } : p,
              ),
            },
          },
        ]
      : []),
    ...(piece.approach.bounce === 'gap'
      ? [
          {
            label: 'leave the bounce out',
            piece: { ...piece, approach: { ...piece.approach, bounce: 'none' as const } },
          },
        ]
      : []),
  ];
}

/** How much of a whole piece's reading survives when it is turned under a lamp. */
export const allRound = (piece: PieceAtHand, areaOf: (part: Part) => number): Survival =>
  survivalOf(
    piece.parts.filter(isMetal).map((part) => ({ ...partAllRound(part, piece), areaMm2: areaOf(part) })),
  );

/** The same in words. */
export const survivalText = ({ share }: Survival): string =>
  `${percent(share)} of the metal still reads when the piece is turned under a lamp`;
