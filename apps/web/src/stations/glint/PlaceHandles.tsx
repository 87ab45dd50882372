import { anchorAt, clamp, placeAt, type Adjustment, type Anchor, type Point } from '@pale-glint/core';
import { useState } from 'react';
import { Handle } from '../light/Handle.js';
import { handEdits } from './handEdits.js';
import { uvOn, type HandleProps } from './handleFrame.js';

/** Dots of the part: each can be moved; the added ones are where they were put. */
export function GlintHandles({ part, store, px, glints, own, frame, model }: HandleProps) {
  // The measured place follows when the map has settled; the hand must not wait for it.
  const [dragged, setDragged] = useState<{ key: string; at: Point } | null>(null);
  return glints.map((g, i) => {
    const added = own.find((a) => a.kind === 'glint-add' && a.id === g.key);
    const at = dragged?.key === g.key ? dragged.at : g.at;
    const [x, y] = frame.seen(at);
    const gesture = `${part.id}/dot/${g.key}`;
    const to = (next: Point) => {
      const from = anchorAt(model, at);
      const there = anchorAt(model, next);
      if (!from || !there || from.patch !== there.patch) return;
      setDragged({ key: g.key, at: next });
      if (added)
        handEdits.change(
          store,
          added.id,
          (a) => void (a.kind === 'glint-add' && Object.assign(a, there)),
          gesture,
        );
      else {
        const was = own.find((a) => a.kind === 'glint-move' && a.glint === g.key);
        const by = was?.kind === 'glint-move' ? was.by : { u: 0, v: 0 };
        handEdits.put(
          store,
          part.id,
          {
            kind: 'glint-move',
            glint: g.key,
            by: {
              u: clamp(by.u + there.anchor.u - from.anchor.u, -1, 1),
              v: clamp(by.v + there.anchor.v - from.anchor.v, -1, 1),
            },
          },
          gesture,
        );
      }
    };
    return (
      <Handle
        key={g.key}
        label={`Dot ${i + 1}${added ? ', added' : ''}`}
        x={x}
        y={y}
        r={6 / px}
        value={i + 1}
        min={1}
        max={glints.length}
        text={`${at[0].toFixed(1)} mm right, ${at[1].toFixed(1)} mm up on the part`}
        className="fill-g98/40 stroke-g05"
        onMove={(mx, my) => to(frame.own(mx, my))}
        onStep={(by, across) => to([at[0] + (across ? by * 0.1 : 0), at[1] + (across ? 0 : by * 0.1)])}
        onEnd={() => {
          store.endGesture();
          setDragged(null);
        }}
      />
    );
  });
}

/** A place of the form that can be taken hold of. */
interface Spot {
  readonly key: string;
  readonly label: string;
  readonly patch: number;
  readonly anchor: Anchor;
  readonly set: (anchor: Anchor) => void;
}

/** Changes that lie at a place: pulled borders, held places, cuts. */
export function PlaceHandles({ part, store, px, mode, own, frame, model }: HandleProps) {
  const r = 6.5 / px;
  const end = () => store.endGesture();
  const spot = ({ key, label, patch, anchor, set }: Spot) => {
    const place = model.patches[patch] ? placeAt(model.patches[patch], anchor) : null;
    if (!place) return null;
    const [x, y] = frame.seen(place);
    const to = (p: Point) => set(uvOn(model, patch, p));
    return (
      <Handle
        key={key}
        label={label}
        x={x}
        y={y}
        r={r}
        value={Math.round(anchor.v * 100)}
        min={0}
        max={100}
        text={`${place[0].toFixed(1)} mm right, ${place[1].toFixed(1)} mm up on the part`}
        className="fill-g98 stroke-g05"
        onMove={(mx, my) => to(frame.own(mx, my))}
        onStep={(by, across) => to([place[0] + (across ? by * 0.1 : 0), place[1] + (across ? 0 : by * 0.1)])}
        onEnd={end}
      />
    );
  };
  return own.flatMap((a) => {
    const change = (recipe: (a: Adjustment) => void) =>
      handEdits.change(store, a.id, recipe, `${part.id}/place/${a.id}`);
    if (mode === 'borders' && a.kind === 'border-pull')
      return [
        spot({
          key: a.id,
          label: 'Pulled border',
          patch: a.patch,
          anchor: { u: clamp(a.anchor.u + a.by.u, 0, 1), v: clamp(a.anchor.v + a.by.v, 0, 1) },
          set: (to) =>
            change((d) => {
              if (d.kind === 'border-pull') d.by = { u: to.u - d.anchor.u, v: to.v - d.anchor.v };
            }),
        }),
      ];
    if (mode === 'hold' && a.kind === 'zone-hold')
      return [
        spot({
          key: a.id,
          label: 'Held place',
          patch: a.patch,
          anchor: a.anchor,
          set: (to) =>
            change((d) => {
              if (d.kind === 'zone-hold') d.anchor = to;
            }),
        }),
      ];
    if (mode === 'cuts' && a.kind === 'cut')
      return [0, a.points.length - 1].map((k) =>
        spot({
          key: `${a.id}/${k}`,
          label: `Cut, ${k === 0 ? 'first' : 'last'} end`,
          patch: a.patch,
          anchor: a.points[k],
          set: (to) =>
            change((d) => {
              if (d.kind === 'cut') d.points[k] = to;
            }),
        }),
      );
    return [];
  });
}
