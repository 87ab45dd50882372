import type { DrillAnswer } from '@pale-glint/core';
import { scaleLinear } from 'd3-scale';

const [WIDE, HIGH] = [264, 104];
const [LEFT, FOOT] = [26, 10];
/** So many answers are drawn, the last. */
const SHOWN = 60;
const ROOM = 1.15;

interface MissChartProps {
  /** To one drill, the oldest first. */
  readonly answers: readonly DrillAnswer[];
  readonly within: number;
  readonly unit: string;
}

/** How far the last answers were off, one dot each, and how far is close. */
export function MissChart({ answers, within, unit }: MissChartProps) {
  const shown = answers.slice(-SHOWN);
  const most = Math.max(2 * within, ...shown.map((a) => a.miss)) * ROOM;
  const x = scaleLinear([0, Math.max(10, shown.length) - 1], [LEFT + 6, WIDE - 6]);
  const y = scaleLinear([0, most], [HIGH - FOOT, 4]);
  const ticks = y.ticks(3);
  return (
    <figure>
      <figcaption className="text-label text-g28">Off by, in {unit}; the last on the right</figcaption>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full"
        role="img"
        aria-label={`How far the last ${shown.length} answers were off, in ${unit}`}
      >
        <rect x={LEFT} y={y(within)} width={WIDE - LEFT} height={y(0) - y(within)} className="fill-g82" />
        {ticks.map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDE} y1={y(t)} y2={y(t)} className="stroke-g72" />
            <text x={LEFT - 4} y={y(t) + 4} textAnchor="end" className="fill-g28 text-[12px]">
              {t}
            </text>
          </g>
        ))}
        {shown.map((a, i) => (
          <circle
            key={a.id}
            cx={x(i)}
            cy={y(a.miss)}
            r="3.5"
            className={a.miss <= within ? 'fill-g05' : 'fill-g98 stroke-g05'}
            strokeWidth="1.5"
          />
        ))}
      </svg>
    </figure>
  );
}
