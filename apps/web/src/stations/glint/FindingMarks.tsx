import type { Bounds, Finding, Picture } from '@pale-glint/core';
import { findingKey } from '../stationState.js';

interface FindingMarksProps {
  /** In the order of the list beside the map, numbered as there. */
  readonly findings: readonly Finding[];
  readonly numbers: ReadonlyMap<string, number>;
  /** What is shown, in the piece's mm: the numbers stand beside it. */
  readonly bounds: Bounds;
  readonly picture: Picture;
  readonly px: number;
  readonly looked: string | null;
  readonly onLook: (finding: Finding) => void;
}

/** Numbers stand this far beside what is shown and this far apart, in screen points. */
const ASIDE = 34;
const APART = 26;
const HALF = 10;

interface Callout {
  readonly finding: Finding;
  readonly x: number;
  readonly y: number;
}

/** The views' switch and the light's dial stand over the map's upper corners, in screen points. */
const UNDER_SWITCH = 66;
const DIAL = { width: 170, height: 216 } as const;
const MARGIN = 18;

/** One number for each finding, left or right of what is shown, level with its place where there is room. */
function calloutsOf(findings: readonly Finding[], b: Bounds, picture: Picture, px: number): Callout[] {
  const middle = (b.left + b.right) / 2;
  const [from, top] = [picture.leftMm, -picture.topMm];
  const to = from + picture.width / picture.pxPerMm;
  return [-1, 1].flatMap((side) => {
    const x =
      side < 0
        ? Math.max(from + MARGIN / px, b.left - ASIDE / px)
        : Math.min(to - MARGIN / px, b.right + ASIDE / px);
    const clear = side > 0 && x > to - DIAL.width / px ? DIAL.height : UNDER_SWITCH;
    const mine = findings.filter((f) => f.at.xMm < middle === side < 0).sort((p, q) => q.at.yMm - p.at.yMm);
    let free = top + clear / px;
    return mine.map((finding): Callout => {
      const y = Math.max(-finding.at.yMm, free);
      free = y + APART / px;
      return { finding, x, y };
    });
  });
}

/** Where something is to look at: numbers beside the piece, each with a line to its place. */
export function FindingMarks(props: FindingMarksProps) {
  const { findings, numbers, bounds, picture, px, looked, onLook } = props;
  return calloutsOf(findings, bounds, picture, px).map(({ finding, x, y }) => {
    const key = findingKey(finding);
    const on = key === looked;
    const [px2, py2] = [finding.at.xMm, -finding.at.yMm];
    const half = HALF / px;
    return (
      <g
        key={key}
        role="button"
        tabIndex={0}
        aria-label={`${numbers.get(key)}: ${finding.message}`}
        aria-pressed={on}
        data-testid="finding-mark"
        className="pointer-events-auto cursor-pointer"
        onPointerDown={(e) => e.stopPropagation()}
        onClick={() => onLook(finding)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== ' ') return;
          e.preventDefault();
          onLook(finding);
        }}
      >
        <title>{finding.message}</title>
        <line x1={x} y1={y} x2={px2} y2={py2} className="stroke-g05" strokeWidth={(on ? 4 : 3) / px} />
        <line x1={x} y1={y} x2={px2} y2={py2} className="stroke-g98" strokeWidth={(on ? 2 : 1.2) / px} />
        <circle
          cx={px2}
          cy={py2}
          r={(on ? 5 : 3.5) / px}
          className="fill-g98 stroke-g05"
          strokeWidth={1.5 / px}
        />
        <rect
          x={x - half}
          y={y - half}
          width={2 * half}
          height={2 * half}
          className={on ? 'fill-g98 stroke-g05' : 'fill-g05 stroke-g98'}
          strokeWidth={1.4 / px}
        />
        <text
          transform={`translate(${x} ${y + 4.5 / px}) scale(${1 / px})`}
          textAnchor="middle"
          fontSize="12.5"
          fontWeight="700"
          className={on ? 'fill-g05' : 'fill-g98'}
        >
          {numbers.get(key)}
        </text>
      </g>
    );
  });
}
