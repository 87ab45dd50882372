import {
  clamp,
  deg,
  dot,
  hexToLab,
  keyDirection,
  labToHex,
  rad,
  surroundings,
  type Rig,
  type Vec3,
} from '@pale-glint/core';
import { Handle } from './Handle.js';

interface SectionProps {
  readonly rig: Rig;
  readonly change: (recipe: (rig: Rig) => void, gesture: string) => void;
  readonly end: () => void;
}

const INNER = 58;
const OUTER = 84;
const PIECES = 96;
const HORIZON_AT = 94;
const EYE_AT = 104;

const point = (angleDeg: number, r: number) =>
  [Math.cos(rad(angleDeg)) * r, -Math.sin(rad(angleDeg)) * r] as const;

/** A piece of the ring of surroundings between two angles, seen from the side. */
function slice(from: number, to: number): string {
  const p = (a: number, r: number) =>
    point(a, r)
      .map((n) => n.toFixed(2))
      .join(' ');
  return `M${p(from, INNER)}L${p(from, OUTER)}L${p(to, OUTER)}L${p(to, INNER)}Z`;
}

/** Colour of what is around in a direction: as bright as the metal meets it, in the hue of sky or ground. */
function colourTo(s: number, rig: Rig): string {
  const s0 = Math.sin(rad(rig.horizonDeg));
  const base = hexToLab(s >= s0 ? rig.skyHex : rig.groundHex);
  const l = 100 * Math.cbrt(clamp(surroundings(s, s0), 0, 1)) - 8;
  return labToHex({ l: clamp(l, 2, 97), a: base.a, b: base.b });
}

/** Where the main light stands, seen from the side: the viewer is at the right, up is up. */
function lightFromTheSide(rig: Rig): readonly [number, number] {
  const a = rad(rig.viewElevationDeg);
  const up: Vec3 = [0, Math.cos(a), Math.sin(a)];
  const toward: Vec3 = [0, -Math.sin(a), Math.cos(a)];
  const key = keyDirection(rig);
  return [dot(key, toward) * (INNER - 8), -dot(key, up) * (INNER - 8)];
}

/** The surroundings cut through from the side: sky, horizon and ground as the metal mirrors them, and the eye. */
export function Section({ rig, change, end }: SectionProps) {
  const [lx, ly] = lightFromTheSide(rig);
  const [hx, hy] = point(180 - rig.horizonDeg, HORIZON_AT);
  const [fx, fy] = point(rig.horizonDeg, OUTER);
  const [bx, by] = point(180 - rig.horizonDeg, OUTER);
  const [ex, ey] = point(rig.viewElevationDeg, EYE_AT);
  const set = (key: 'horizonDeg' | 'viewElevationDeg', value: number, low: number, high: number) =>
    change((r) => void (r[key] = clamp(Math.round(value), low, high)), key);
  return (
    <figure>
      <svg
        viewBox="-116 -92 240 184"
        className="mx-auto w-full max-w-84"
        aria-label="The surroundings, seen from the side"
      >
        {Array.from({ length: PIECES }, (_, i) => {
          const from = (360 * i) / PIECES;
          return (
            <path
              key={i}
              d={slice(from, from + 360 / PIECES + 0.4)}
              fill={colourTo(Math.sin(rad(from + 180 / PIECES)), rig)}
            />
          );
        })}
        <line x1={bx} y1={by} x2={fx} y2={fy} className="stroke-g38" strokeWidth="1" strokeDasharray="3 3" />
        <line x1={ex} y1={ey} x2="0" y2="0" className="stroke-g10" strokeWidth="1" />
        {/* The miniature, from the side. */}
        <path
          d="M-13 30 H13 L9 34 H-9 Z M-5 30 L-6 4 Q-9 -8 -3 -12 A6 6.5 0 1 1 4 -12 Q8 -6 6 4 L5 30 Z"
          className="fill-g50"
        />
        <line x1={lx} y1={ly} x2="0" y2="0" className="stroke-g10" strokeWidth="3.5" />
        <line x1={lx} y1={ly} x2="0" y2="0" className="stroke-lamp" strokeWidth="2" />
        <circle cx={lx} cy={ly} r="5.5" className="fill-lamp stroke-g10" strokeWidth="1.5" />
        <text x="0" y={-INNER - 9} textAnchor="middle" className="fill-g05 text-[9px] font-semibold">
          sky
        </text>
        <text x="0" y={INNER + 16} textAnchor="middle" className="fill-g98 text-[9px] font-semibold">
          ground
        </text>
        <Handle
          label="Horizon"
          x={hx}
          y={hy}
          r={8}
          value={rig.horizonDeg}
          min={-40}
          max={40}
          text={`${rig.horizonDeg} degrees`}
          className="fill-g10 stroke-g98 stroke-2"
          onMove={(x, y) => set('horizonDeg', deg(Math.atan2(-y, -x)), -40, 40)}
          onStep={(by1) => set('horizonDeg', rig.horizonDeg + by1, -40, 40)}
          onEnd={end}
        />
        <Handle
          label="Your eye"
          x={ex}
          y={ey}
          r={9}
          value={rig.viewElevationDeg}
          min={0}
          max={60}
          text={`${rig.viewElevationDeg} degrees above the level`}
          className="fill-g98 stroke-g10 stroke-2"
          onMove={(x, y) => set('viewElevationDeg', deg(Math.atan2(-y, x)), 0, 60)}
          onStep={(by1) => set('viewElevationDeg', rig.viewElevationDeg + by1, 0, 60)}
          onEnd={end}
        />
        <circle cx={ex} cy={ey} r="3.6" className="pointer-events-none fill-g10" />
      </svg>
      <figcaption className="text-label text-g28">
        From the side: you stand at the right, {Math.round(rig.viewElevationDeg)}° above the level. The ring
        is what the metal mirrors, as bright as it meets it.
      </figcaption>
    </figure>
  );
}
