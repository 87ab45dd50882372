import {
  inside,
  linePath,
  numberPlace,
  regionPath,
  type Part,
  type Picture,
  type Piece,
  type Point,
} from '@pale-glint/core';
import { useMemo } from 'react';
import { ringsOf } from './outline.js';
import type { MapView, SheetMessage } from '../workers/protocol.js';

interface MapOverlayProps {
  readonly piece: Piece;
  readonly picture: Picture;
  readonly view: MapView;
  readonly selected: string | null;
  readonly byPart: ReadonlyMap<string, SheetMessage>;
}

const transformOf = ({ place }: Part) => `translate(${place.xMm} ${-place.yMm}) rotate(${-place.rollDeg})`;
/** Hatching wider than this hides the zones it should explain; the full width is told in the step. */
const WIDEST_HATCH_MM = 0.7;

function ZoneBorders({ news, part, px }: { news: SheetMessage; part: Part; px: number }) {
  return (
    <g fill="none" clipPath="url(#chosen)">
      <clipPath id="chosen">
        <path d={regionPath(ringsOf(part.form))} clipRule="evenodd" />
      </clipPath>
      {news.sheet.zones.borders.map((b) => (
        <g key={b.below}>
          {b.soft.map((line, i) => (
            <path
              key={`s${i}`}
              d={linePath(line)}
              stroke="url(#soft)"
              strokeWidth={Math.min(WIDEST_HATCH_MM, b.blendMm)}
              strokeLinecap="butt"
              opacity={0.6}
            />
          ))}
          {b.hard.map((line, i) => (
            <path
              key={`h${i}`}
              d={linePath(line)}
              className="stroke-g98"
              strokeWidth={1.5 / px}
              strokeLinejoin="round"
            />
          ))}
        </g>
      ))}
    </g>
  );
}

/** Numbers closer than this many screen points to one already placed are left out. */
const NUMBER_GAP = 19;

function ZoneNumbers({ news, px, roll }: { news: SheetMessage; px: number; roll: number }) {
  const places = useMemo(() => {
    const { zones } = news.sheet.zones;
    return zones.map((z, k) => (z.ownShare > 0.004 ? numberPlace(z.cover, zones[k + 1]?.cover ?? []) : null));
  }, [news]);
  const shown: { step: number; at: Point }[] = [];
  // The lights matter most and are smallest: they are numbered first.
  for (let k = places.length - 1; k >= 0; k--) {
    const at = places[k];
    if (at && shown.every((s) => Math.hypot(s.at[0] - at[0], s.at[1] - at[1]) * px > NUMBER_GAP))
      shown.push({ step: k + 1, at });
  }
  return (
    <>
      {shown.map(({ step, at }) => (
        <g key={step} transform={`translate(${at[0]} ${-at[1]}) rotate(${roll}) scale(${1 / px})`}>
          <circle r="8.5" className="fill-g98 stroke-g05" strokeWidth="1" />
          <text textAnchor="middle" y="4.3" fontSize="12" fontWeight="700" className="fill-g05">
            {step}
          </text>
        </g>
      ))}
    </>
  );
}

/** Stops of the light path closer than this many screen points are counted without a number of their own. */
const STOP_GAP = 22;

/** The path of the brightest dots over the piece, numbered from the top: shown, not enforced. */
function LightPath({
  piece,
  byPart,
  px,
}: {
  piece: Piece;
  byPart: ReadonlyMap<string, SheetMessage>;
  px: number;
}) {
  const dots = piece.parts.flatMap((part) => {
    const g = byPart.get(part.id)?.glints[0];
    if (!g) return [];
    const a = (part.place.rollDeg * Math.PI) / 180;
    const [c, s] = [Math.cos(a), Math.sin(a)];
    return [
      [part.place.xMm + g.at[0] * c - g.at[1] * s, part.place.yMm + g.at[0] * s + g.at[1] * c] as const,
    ];
  });
  const path = [...dots].sort((p, q) => q[1] - p[1]);
  const stops = path.reduce<{ n: number; at: readonly [number, number] }[]>(
    (all, at, i) =>
      all.every((s) => Math.hypot(s.at[0] - at[0], s.at[1] - at[1]) * px > STOP_GAP)
        ? [...all, { n: i + 1, at }]
        : all,
    [],
  );
  return path.length > 1 ? (
    <>
      <path
        d={linePath(path)}
        fill="none"
        className="stroke-g98"
        strokeWidth={1.4 / px}
        strokeDasharray={`${1.5 / px} ${5 / px}`}
        strokeLinecap="round"
      />
      {stops.map(({ n, at }) => (
        <g key={n} transform={`translate(${at[0]} ${-at[1]}) scale(${1 / px})`} data-testid="light-stop">
          <circle cx="13" cy="-11" r="8.5" className="fill-g05" />
          <text x="13" y="-6.8" textAnchor="middle" fontSize="12" fontWeight="700" className="fill-g98">
            {n}
          </text>
        </g>
      ))}
    </>
  ) : null;
}

/** What is drawn over the computed picture: the chosen part's outline, borders and numbers, the light path. */
export function MapOverlay({ piece, picture, view, selected, byPart }: MapOverlayProps) {
  const scale = Math.min(2, window.devicePixelRatio || 1);
  const px = picture.pxPerMm / scale;
  const part = piece.parts.find((p) => p.id === selected);
  const news = part && byPart.get(part.id);
  return (
    <g aria-hidden>
      <defs>
        <pattern
          id="soft"
          width={6 / px}
          height={6 / px}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={1.4 / px} height={6 / px} className="fill-g98" />
        </pattern>
      </defs>
      {view === 'lines' && <LightPath piece={piece} byPart={byPart} px={px} />}
      {part && (
        <g transform={transformOf(part)}>
          <path
            d={regionPath(ringsOf(part.form))}
            fill="none"
            className="stroke-g05"
            strokeWidth={3 / px}
            opacity={0.55}
          />
          <path
            d={regionPath(ringsOf(part.form))}
            fill="none"
            className="stroke-g98"
            strokeWidth={1.2 / px}
          />
          {view === 'zones' && news && (
            <>
              <ZoneBorders news={news} part={part} px={px} />
              <ZoneNumbers news={news} px={px} roll={part.place.rollDeg} />
            </>
          )}
        </g>
      )}
    </g>
  );
}

/** The nearest part to the eye at a place of the piece, in mm. */
export function partAt(piece: Piece, x: number, y: number): Part | null {
  for (const part of [...piece.parts].reverse()) {
    const a = (-part.place.rollDeg * Math.PI) / 180;
    const [dx, dy] = [x - part.place.xMm, y - part.place.yMm];
    if (inside(ringsOf(part.form), dx * Math.cos(a) - dy * Math.sin(a), dx * Math.sin(a) + dy * Math.cos(a)))
      return part;
  }
  return null;
}
