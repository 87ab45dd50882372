import { clockOf, clockText, rad, type Neighbour, type Picture, type Piece } from '@pale-glint/core';
import { Handle } from './Handle.js';
import type { ChangePiece } from './Neighbours.js';

type Near = Extract<Neighbour['where'], { kind: 'near' }>;
type Far = Extract<Neighbour['where'], { kind: 'far' }>;

interface OneHandleProps<W> {
  readonly n: Neighbour;
  readonly where: W;
  /** Points of the page for a mm of the piece. */
  readonly px: number;
  readonly onMove: (recipe: (where: W) => void) => void;
  readonly onEnd: () => void;
}

const tenth = (mm: number) => Math.round(mm * 10) / 10;

/** A near one, where it stands and as large as it is. */
function NearHandle({ n, where, px, onMove, onEnd }: OneHandleProps<Near>) {
  const [x, y] = [where.xMm, -where.yMm];
  return (
    <g>
      <circle
        cx={x}
        cy={y}
        r={where.sizeMm / 2}
        fill="none"
        className="stroke-g98"
        strokeWidth={1.4 / px}
        strokeDasharray={`${4 / px} ${3 / px}`}
      />
      <circle cx={x} cy={y} r={7 / px} fill={n.hex} className="pointer-events-none" />
      <Handle
        label={`${n.name}, near`}
        x={x}
        y={y}
        r={11 / px}
        value={Number(where.xMm.toFixed(1))}
        min={-2000}
        max={2000}
        text={`${where.xMm.toFixed(1)} mm to the right, ${where.yMm.toFixed(1)} mm up`}
        className="fill-transparent stroke-g98"
        command={`neighbour-${n.id}`}
        onMove={(toX, toY) => onMove((m) => void ((m.xMm = tenth(toX)), (m.yMm = tenth(-toY))))}
        onStep={(by, across) => onMove((m) => void (across ? (m.xMm += by * 0.5) : (m.yMm += by * 0.5)))}
        onEnd={onEnd}
      />
    </g>
  );
}

/** The round on which far ones stand. */
interface Round {
  readonly cx: number;
  readonly cy: number;
  readonly radius: number;
}

/** A twentieth of an hour is as fine as a hand sets it. */
const onClock = (hours: number) => Math.min(11.99, Math.round(hours * 20) / 20);

/** A far one, on the round about the piece. */
function FarHandle({ n, where, px, onMove, onEnd, round }: OneHandleProps<Far> & { round: Round }) {
  const { cx, cy, radius } = round;
  const angle = rad(30 * where.clockHours);
  const [x, y] = [cx + Math.sin(angle) * radius, cy - Math.cos(angle) * radius];
  return (
    <g>
      <circle cx={cx} cy={cy} r={radius} fill="none" className="stroke-g98/40" strokeWidth={1 / px} />
      <circle cx={x} cy={y} r={7 / px} fill={n.hex} className="pointer-events-none" />
      <Handle
        label={`${n.name}, far off`}
        x={x}
        y={y}
        r={11 / px}
        value={where.clockHours}
        min={0}
        max={12}
        text={clockText(where.clockHours)}
        className="fill-transparent stroke-g98"
        onMove={(toX, toY) => onMove((m) => void (m.clockHours = onClock(clockOf(toX - cx, cy - toY))))}
        onStep={(by) => onMove((m) => void (m.clockHours = (m.clockHours + by * 0.25 + 12) % 12))}
        onEnd={onEnd}
      />
    </g>
  );
}

/** How far from the piece's middle the marks of far neighbours stand, as a share of the picture. */
const FAR_AT = 0.44;

interface NeighbourHandlesProps {
  readonly piece: Piece;
  readonly picture: Picture;
  readonly px: number;
  readonly change: ChangePiece;
  readonly end: () => void;
}

/** Neighbours on the picture, to be moved by hand: near ones where they stand, far ones on a round. */
export function NeighbourHandles({ piece, picture, px, change, end }: NeighbourHandlesProps) {
  const [w, h] = [picture.width / picture.pxPerMm, picture.height / picture.pxPerMm];
  const round = { cx: picture.leftMm + w / 2, cy: -picture.topMm + h / 2, radius: Math.min(w, h) * FAR_AT };
  const moved =
    <W extends Neighbour['where']>(id: string) =>
    (recipe: (where: W) => void) =>
      change((d) => recipe(d.rig.neighbours.find((m) => m.id === id)!.where as W), `${id}/place`);
  return (
    <g strokeWidth={1.4 / px}>
      {piece.rig.neighbours.map((n) =>
        n.where.kind === 'near' ? (
          <NearHandle key={n.id} n={n} where={n.where} px={px} onMove={moved<Near>(n.id)} onEnd={end} />
        ) : (
          <FarHandle
            key={n.id}
            n={n}
            where={n.where}
            px={px}
            onMove={moved<Far>(n.id)}
            onEnd={end}
            round={round}
          />
        ),
      )}
    </g>
  );
}
