import {
  labToHex,
  layerColour,
  eveningAsSet,
  type EveningLine,
  type OrderLayer,
  type Piece,
  type Schedule,
} from '@pale-glint/core';
import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { clockOfDay, copiesText, dayText } from './words.js';

const ROW = 46;
const LEFT = 104;
const RIGHT = 16;
const BAR = 22;
const WIDTH = 860;
/** Room beyond the longest evening, to pull one longer. */
const BEYOND = 1.25;
const ROUND = 30;
/** So many evenings are shown at first; one more than that is no reason to hide it. */
const FIRST = 4;
const ALL_SHOWN = FIRST + 1;
/** A strip narrower than this has no room for its number. */
const LEAST_TEXT = 16;

interface EveningChartProps {
  readonly schedule: Schedule;
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
  /** An evening is made so many minutes long. */
  readonly onLength: (evening: number, minutes: number) => void;
}

/** Strip of one line: mixing and picking up hatched before it, its drying under it. */
function Strip({
  line,
  layer,
  piece,
  x,
  end,
}: {
  readonly line: EveningLine;
  readonly layer: OrderLayer;
  readonly piece: Piece;
  readonly x: (minute: number) => number;
  readonly end: number;
}) {
  const lab = layerColour(layer, piece);
  const [from, begun, to] = [x(line.fromMin), x(line.fromMin + line.setupMin), x(line.toMin)];
  const dry = Math.min(x(line.toMin + layer.dryMin), end);
  const light = (lab?.l ?? 60) > 55;
  return (
    <g>
      <title>
        {`${layer.title}${line.coat > 1 ? `, coat ${line.coat}` : ''}, ${clockOfDay(line.fromMin)} to ${clockOfDay(line.toMin)}`}
        {copiesText(line.copies, piece.copies) && `, ${copiesText(line.copies, piece.copies)}`}
      </title>
      <rect x={to} y={BAR + 3} width={Math.max(0, dry - to)} height={4} className="fill-g62" />
      <rect x={from} y={0} width={Math.max(0, begun - from)} height={BAR} className="fill-g82" />
      <rect
        x={begun}
        y={0}
        width={Math.max(1, to - begun - 1)}
        height={BAR}
        fill={lab ? labToHex(lab) : '#969696'}
        stroke="#1b1b1b"
        strokeWidth={0.75}
      />
      {to - begun > LEAST_TEXT && (
        <text x={begun + 4} y={15} className="text-[12px] font-semibold" fill={light ? '#111111' : '#f9f9f9'}>
          {line.layer + 1}
        </text>
      )}
    </g>
  );
}

/** Evenings as rows: painting as strips with the number of their layer, what dries as lines under them. */
export function EveningChart({ schedule, order, piece, onLength }: EveningChartProps) {
  const longest =
    ROUND * Math.ceil((BEYOND * Math.max(60, ...schedule.evenings.map((e) => e.minutes))) / ROUND);
  const [all, setAll] = useState(false);
  const hides = schedule.evenings.length > ALL_SHOWN;
  const shown = all || !hides ? schedule.evenings : schedule.evenings.slice(0, FIRST);
  const scale = scaleLinear()
    .domain([0, longest])
    .range([LEFT, WIDTH - RIGHT]);
  return (
    <div className="space-y-1">
      <div className="overflow-x-auto">
        <ol aria-label="Evenings" className="min-w-160 space-y-px">
          {shown.map((e, k) => {
            const x = (minute: number) => scale(minute - e.startMin);
            return (
              <li key={`${e.date}/${e.startMin}`} className="relative bg-g96">
                <svg
                  viewBox={`0 0 ${WIDTH} ${ROW}`}
                  role="img"
                  aria-label={`${dayText(e.date)}: ${e.lines.map((l) => order[l.layer].title).join(', ')}`}
                  className="block w-full"
                >
                  <text x={8} y={20} className={`fill-g05 text-[13px] ${e.set ? 'font-bold' : ''}`}>
                    {dayText(e.date)}
                  </text>
                  <text x={8} y={36} className="fill-g38 text-[11px]">
                    {clockOfDay(e.startMin)}, {Math.round(e.minutes)} min
                  </text>
                  <rect
                    x={scale(0)}
                    y={6}
                    width={scale(e.minutes) - scale(0)}
                    height={34}
                    className="fill-g93"
                  />
                  <g transform="translate(0 8)">
                    {e.lines.map((l, i) => (
                      <Strip
                        key={i}
                        line={l}
                        layer={order[l.layer]}
                        piece={piece}
                        x={x}
                        end={scale(longest)}
                      />
                    ))}
                  </g>
                </svg>
                <input
                  type="range"
                  aria-label={`Length of ${dayText(e.date)} in minutes`}
                  title="Pull to make the evening longer or shorter"
                  className="length-handle absolute inset-y-0"
                  style={{
                    left: `calc(${(100 * LEFT) / WIDTH}% - 7px)`,
                    width: `calc(${(100 * (WIDTH - RIGHT - LEFT)) / WIDTH}% + 14px)`,
                  }}
                  min={0}
                  max={longest}
                  step={5}
                  // What is pulled stands at once; the plan follows, and one that was begun before is no answer.
                  value={eveningAsSet(piece.table, e)?.minutes ?? Math.round(e.minutes)}
                  onChange={(event) => onLength(k, Math.max(15, Number(event.target.value)))}
                />
              </li>
            );
          })}
        </ol>
      </div>
      {hides && (
        <button
          type="button"
          className="text-label font-semibold underline underline-offset-2"
          onClick={() => setAll(!all)}
        >
          {all ? `Show the first ${FIRST} alone` : `Show all ${schedule.evenings.length}`}
        </button>
      )}
      <p className="text-label text-g28">
        Strips are painting, with the number of their layer; pale before them: mixing and picking up; the thin
        line under them: drying. Pull the dark end of an evening to make it longer or shorter.
      </p>
    </div>
  );
}
