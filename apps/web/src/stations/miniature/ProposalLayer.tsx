import { counted, plain, regionPath } from '@pale-glint/core';
import { Button } from '../../ui/Button.js';
import type { Proposal } from './useProposal.js';

/** The proposed regions on the picture, numbered; those that are left are thin. */
export function ProposalLayer({
  proposal: { sculpt, regions, taken },
  px,
  onToggle,
}: {
  readonly proposal: Proposal;
  readonly px: number;
  readonly onToggle: (i: number) => void;
}) {
  return (
    <g transform={`translate(${sculpt.xMm} ${-sculpt.yMm})`} data-testid="proposal">
      {regions.map(({ outline }, i) => {
        const [x, y] = outline
          .reduce<[number, number]>(([a, b], p) => [a + p[0], b + p[1]], [0, 0])
          .map((v) => v / outline.length);
        const path = regionPath([outline]);
        return (
          <g key={i} className="pointer-events-auto cursor-pointer" onPointerDown={() => onToggle(i)}>
            <path
              d={path}
              className={taken.has(i) ? 'fill-g98/25 stroke-g05' : 'fill-transparent stroke-g05'}
              strokeWidth={(taken.has(i) ? 3 : 1) / px}
            />
            {taken.has(i) && <path d={path} fill="none" className="stroke-g98" strokeWidth={1.4 / px} />}
            <g transform={`translate(${x} ${-y}) scale(${1 / px})`}>
              <circle r="9" className={taken.has(i) ? 'fill-g98 stroke-g05' : 'fill-g38'} />
              <text
                textAnchor="middle"
                y="4.2"
                fontSize="12"
                fontWeight="700"
                className={taken.has(i) ? 'fill-g05' : 'fill-g98'}
              >
                {i + 1}
              </text>
            </g>
          </g>
        );
      })}
    </g>
  );
}

/** The proposed regions by name, each to be taken or left, and the ways on and out. */
export function ProposalBar({
  proposal: { sculpt, regions, taken },
  onToggle,
  onTake,
  onLeave,
}: {
  readonly proposal: Proposal;
  readonly onToggle: (i: number) => void;
  readonly onTake: () => void;
  readonly onLeave: () => void;
}) {
  return (
    <section
      aria-label="Proposed parts"
      className="flex h-34 shrink-0 items-center gap-4 bg-g05 px-6 text-g98 max-md:h-auto max-md:flex-wrap max-md:px-3 max-md:py-2"
    >
      <div className="min-w-0 flex-1 max-md:basis-full">
        <p className="text-label text-g72">
          Smooth regions of {sculpt.name} larger than 2 mm². Press what you do not want; all can be named and
          changed afterwards.
        </p>
        <ul className="mt-1 flex max-h-22 flex-wrap gap-1.5 overflow-y-auto">
          {regions.map(({ name, areaMm2 }, i) => (
            <li key={i}>
              <button
                type="button"
                aria-pressed={taken.has(i)}
                onClick={() => onToggle(i)}
                className="min-h-8 rounded-sm bg-g28 px-2 text-label text-g82 aria-pressed:bg-g98 aria-pressed:font-semibold aria-pressed:text-g05"
              >
                {i + 1} {name}, {plain(areaMm2, 0)} mm²
              </button>
            </li>
          ))}
        </ul>
      </div>
      <Button look="plain" disabled={taken.size === 0} onClick={onTake}>
        Take {counted(taken.size, 'part')}
      </Button>
      <Button look="dark" onClick={onLeave}>
        Leave
      </Button>
    </section>
  );
}
