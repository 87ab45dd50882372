import {
  clamp,
  facesOf,
  placeAt,
  widthOf,
  type Adjustment,
  type Anchor,
  type Band,
  type Point,
} from '@pale-glint/core';
import { useMemo } from 'react';
import { Handle } from '../light/Handle.js';
import { handEdits } from './handEdits.js';
import { uvOn, type HandleProps } from './handleFrame.js';
import type { BandInHand } from './overrideModes.js';

/** Ends of a band are taken hold of this far out toward the ridge and the edge. */
const AT_RIDGE = 0.12;
const AT_EDGE = 0.92;
const held = (v: number) => clamp(v, 0.015, 0.985);

const findAdjustment = (own: readonly Adjustment[], kind: Adjustment['kind'], { facet, band }: BandInHand) =>
  own.find((a) => a.kind === kind && 'facet' in a && a.facet === facet && 'band' in a && a.band === band);

/** Handles of one face's bands. */
export function BandHandles(props: HandleProps) {
  const { part, piece, store, px, own, frame, band: taken, onBand } = props;
  const faces = useMemo(() => facesOf(part, piece), [part, piece]);
  if (!faces) return null;
  const r = 7 / px;
  const end = () => store.endGesture();
  return faces.facets.flatMap(({ p, facet }, f) => {
    const { bands, gradient } = faces.composition.facets[f];
    if (gradient !== null) return [];
    const patch = faces.model.patches[p];
    const at = (u: number, v: number) => {
      const place = placeAt(patch, { u, v: held(v) });
      return place && frame.seen(place);
    };
    const side = faces.facets.length < 2 ? '' : f === 0 ? ', left face' : ', right face';
    return bands
      .filter((b) => b.present > 0.2 && b.centre > -0.06 && b.centre < 1.06)
      .map((b) => {
        const me = { facet: f, band: b.number };
        const mine = taken?.facet === f && taken.band === b.number;
        const added = own.find((a) => a.kind === 'band-add' && b.by?.[0] === a.id);
        const name = `${b.number === 0 ? 'Main band' : added ? 'Added band' : `Band ${b.number + 1}`}${side}`;
        const gesture = `${part.id}/hand/${f}/${b.number}`;
        const shift = (by: number) => {
          onBand(me);
          if (added)
            handEdits.change(
              store,
              added.id,
              (a) => void (a.kind === 'band-add' && (a.at = clamp(a.at + by, 0, 1))),
              gesture,
            );
          else {
            const was = findAdjustment(own, 'band-centre', me);
            const from = was?.kind === 'band-centre' ? was.by : 0;
            handEdits.put(
              store,
              part.id,
              { kind: 'band-centre', ...me, by: clamp(from + by, -1, 1) },
              gesture,
            );
          }
        };
        const middle = at(0.5, b.centre);
        return (
          middle && (
            <g key={`${f}/${b.number}`} strokeWidth={1.6 / px} data-band={`${f}/${b.number}`}>
              <Handle
                label={name}
                x={middle[0]}
                y={middle[1]}
                r={mine ? r * 1.15 : r}
                value={Math.round(b.centre * 100)}
                min={-20}
                max={120}
                text={`${(widthOf(b) * facet.lengthMm).toFixed(1)} mm wide, ${Math.round(b.centre * 100)} percent from the heel`}
                className={mine ? 'fill-g05 stroke-g98' : 'fill-g98 stroke-g05'}
                onMove={(x, y) => {
                  const { u, v } = uvOn(faces.model, p, frame.own(x, y));
                  shift(v - b.lean * (u - 0.5) - b.centre);
                }}
                onStep={(by) => shift(by * 0.01)}
                onEnd={end}
                onTake={() => onBand(me)}
              />
              {mine && !added && (
                <BandEnds
                  {...props}
                  me={me}
                  b={b}
                  name={name}
                  lengthMm={facet.lengthMm}
                  at={at}
                  uv={(x, y) => uvOn(faces.model, p, frame.own(x, y))}
                />
              )}
            </g>
          )
        );
      });
  });
}

interface BandEndsProps extends HandleProps {
  readonly own: readonly Adjustment[];
  readonly me: BandInHand;
  readonly b: Band;
  readonly name: string;
  readonly lengthMm: number;
  readonly at: (u: number, v: number) => Point | null;
  readonly uv: (x: number, y: number) => Anchor;
}

/** Of the band in hand: its width at the ridge and at the edge, and how far it leans. */
function BandEnds({ part, store, px, own, me, b, name, lengthMm, at, uv }: BandEndsProps) {
  const gesture = `${part.id}/hand/${me.facet}/${me.band}/ends`;
  const r = 5.5 / px;
  const end = () => store.endGesture();
  const was = findAdjustment(own, 'band-ends', me);
  const factors = was?.kind === 'band-ends' ? was : { ridge: 1, edge: 1 };
  const halfAt = (u: number) => b.halfWidth * (1 + b.growth * (2 * u - 1));
  const lineAt = (u: number) => b.centre + b.lean * (u - 0.5);
  const widen = (which: 'ridge' | 'edge', by: number) =>
    handEdits.put(
      store,
      part.id,
      {
        kind: 'band-ends',
        ...me,
        ridge: factors.ridge,
        edge: factors.edge,
        [which]: clamp(factors[which] * by, 0.05, 8),
      } as Parameters<typeof handEdits.put>[2],
      gesture,
    );
  const leanBy = (by: number) => {
    const old = findAdjustment(own, 'band-lean', me);
    const from = old?.kind === 'band-lean' ? old.by : 0;
    handEdits.put(store, part.id, { kind: 'band-lean', ...me, by: clamp(from + by, -1, 1) }, gesture);
  };
  const ends = [
    { which: 'ridge' as const, u: AT_RIDGE, label: `${name}: width at the ridge` },
    { which: 'edge' as const, u: AT_EDGE, label: `${name}: width at the edge` },
  ];
  const leaning = at(AT_EDGE, lineAt(AT_EDGE));
  return (
    <>
      {ends.flatMap(({ which, u, label }) => {
        const mm = 2 * halfAt(u) * lengthMm;
        return [-1, 1].map((way) => {
          const v = lineAt(u) + way * halfAt(u);
          // Past the end of the face there is nothing to take hold of.
          const place = v > 0 && v < 1 ? at(u, v) : null;
          return (
            place && (
              <Handle
                key={`${which}${way}`}
                label={`${label}, ${way > 0 ? 'tip' : 'heel'} side`}
                x={place[0]}
                y={place[1]}
                r={r}
                value={Number(mm.toFixed(1))}
                min={0}
                max={400}
                text={`${mm.toFixed(1)} mm`}
                className="fill-g98 stroke-g05"
                onMove={(x, y) => {
                  const half = Math.abs(uv(x, y).v - lineAt(u));
                  if (half > 0.004) widen(which, half / Math.max(1e-4, halfAt(u)));
                }}
                onStep={(by) => widen(which, Math.max(0.2, (mm + by * 0.1) / mm))}
                onEnd={end}
              />
            )
          );
        });
      })}
      {leaning && (
        <Handle
          label={`${name}: lean`}
          x={leaning[0]}
          y={leaning[1]}
          r={r}
          value={Math.round(b.lean * 100)}
          min={-100}
          max={100}
          text={`${Math.round(b.lean * 100)} percent of the length`}
          className="fill-transparent stroke-g98"
          onMove={(x, y) => leanBy((uv(x, y).v - lineAt(AT_EDGE)) / (AT_EDGE - 0.5))}
          onStep={(by) => leanBy(by * 0.01)}
          onEnd={end}
        />
      )}
    </>
  );
}
