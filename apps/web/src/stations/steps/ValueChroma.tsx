import { labToHex, metalAt, type Lab, type Metal } from '@pale-glint/core';
import { scaleLinear } from 'd3-scale';
import { curveMonotoneX, line } from 'd3-shape';
import { useMemo } from 'react';

const [WIDTH, HEIGHT] = [300, 190];
const EDGE = { left: 34, right: 10, top: 10, bottom: 28 };
const STEP = 2;

interface ValueChromaProps {
  readonly colours: readonly Lab[];
  readonly metal: Metal | null;
  readonly label: string;
}

const chromaOf = ({ a, b }: Lab) => Math.hypot(a, b);

/** How vivid the steps are over their value, beside what the metal asks for. */
export function ValueChroma({ colours, metal, label }: ValueChromaProps) {
  const path = useMemo(
    () => (metal ? Array.from({ length: 100 / STEP + 1 }, (_, i) => metalAt(metal, i * STEP)) : []),
    [metal],
  );
  const most = Math.max(30, ...[...colours, ...path].map(chromaOf));
  const x = scaleLinear([0, 100], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([0, most], [HEIGHT - EDGE.bottom, EDGE.top]).nice(3);
  const drawn = line<Lab>()
    .x((c) => x(c.l))
    .y((c) => y(chromaOf(c)))
    .curve(curveMonotoneX);
  return (
    <figure className="w-fit">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={label}
        className="bg-g96"
      >
        {x.ticks(5).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={EDGE.top} y2={HEIGHT - EDGE.bottom} className="stroke-g88" />
            <text x={x(t)} y={HEIGHT - EDGE.bottom + 14} textAnchor="middle" className="fill-g28 text-[12px]">
              {t}
            </text>
          </g>
        ))}
        {y.ticks(3).map((t) => (
          <g key={t}>
            <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(t)} y2={y(t)} className="stroke-g88" />
            <text x={EDGE.left - 6} y={y(t) + 4} textAnchor="end" className="fill-g28 text-[12px]">
              {t}
            </text>
          </g>
        ))}
        {metal && <path d={drawn(path) ?? ''} fill="none" className="stroke-g50" strokeWidth={1.5} />}
        {colours.map((c, k) => (
          <g key={k}>
            <circle
              cx={x(c.l)}
              cy={y(chromaOf(c))}
              r={8}
              fill={labToHex(c)}
              className="stroke-g10"
              strokeWidth={1.2}
            />
            <text
              x={x(c.l)}
              y={y(chromaOf(c)) + 4}
              textAnchor="middle"
              className="text-[11px] font-semibold"
              fill={c.l > 55 ? '#111111' : '#f9f9f9'}
            >
              {k + 1}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="pt-1 text-label text-g10">
        Chroma, how vivid, over value{metal ? `; the line is ${metal.label.toLowerCase()}` : ''}
      </figcaption>
    </figure>
  );
}
