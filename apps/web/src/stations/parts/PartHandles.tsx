import {
  boundsOf,
  clamp,
  deg,
  forms,
  heldPoints,
  isOutlined,
  MOST_HELD,
  outlinePulled,
  rad,
  turn,
  type Form,
  type FormDefinition,
  type Part,
  type Place,
  type Point,
} from '@pale-glint/core';
import { ringsOf } from '../../map/outline.js';
import { Handle } from '../light/Handle.js';

interface PartHandlesProps {
  readonly part: Part;
  readonly px: number;
  readonly change: (recipe: (part: Part) => void, gesture: string) => void;
  readonly end: () => void;
}

const SMALLEST = 0.2;
const LARGEST = 400;

/** A form made `by` times as large in the sizes named. */
function stretched(form: Form, keys: readonly string[], by: number): Form {
  const values = form as unknown as Record<string, number>;
  const sizes = keys.map((key) => [key, clamp(Math.round(values[key] * by * 20) / 20, SMALLEST, LARGEST)]);
  return { ...form, ...Object.fromEntries(sizes) } as Form;
}

/** A place of the drawing in the own frame of a part that stands there. */
const ownOf = ({ xMm, yMm, rollDeg }: Place, x: number, y: number): Point =>
  turn(x - xMm, -y - yMm, -rad(rollDeg));

const name = (part: Part) => part.name.split(',')[0].toLowerCase();

/** Handles of a part on the picture: its middle moves it, one turns it, two pull it wider and longer. */
export function PartHandles({ part, px, change, end }: PartHandlesProps) {
  const { place } = part;
  const definition = forms[part.form.kind] as unknown as FormDefinition;
  const b = boundsOf(ringsOf(part.form));
  const roll = rad(place.rollDeg);
  const seen = (p: Point): Point => {
    const [x, y] = turn(p[0], p[1], roll);
    return [place.xMm + x, -(place.yMm + y)];
  };
  const own = (x: number, y: number) => ownOf(place, x, y);
  const gap = 16 / px;
  const [mx, my] = seen([0, 0]);
  const [tx, ty] = seen([0, b.top + gap * 2.4]);
  const [ux, uy] = seen([0, b.top]);
  const [wx, wy] = seen([b.right + gap * 0.6, (b.top + b.bottom) / 2]);
  const [lx, ly] = seen([(b.left + b.right) / 2, b.bottom - gap * 0.6]);
  const pull = (keys: readonly string[], by: number) =>
    change((p) => void (p.form = stretched(p.form, keys, by)), `${part.id}/${keys[0]}`);
  const size = (keys: readonly string[]) => (part.form as unknown as Record<string, number>)[keys[0]];
  const r = 6.5 / px;
  const line = { className: 'stroke-g98', strokeWidth: 1.2 / px };
  const solid = 'fill-g98 stroke-g05';
  return (
    <g strokeWidth={1.6 / px}>
      <line x1={ux} y1={uy} x2={tx} y2={ty} {...line} />
      <Handle
        label={`Place of ${name(part)}`}
        command="move"
        x={mx}
        y={my}
        r={r}
        value={Number(place.xMm.toFixed(1))}
        min={-2000}
        max={2000}
        text={`${place.xMm.toFixed(1)} mm to the right, ${place.yMm.toFixed(1)} mm up`}
        className="fill-g05 stroke-g98"
        onMove={(x, y) =>
          change((p) => {
            p.place.xMm = Math.round(x * 20) / 20;
            p.place.yMm = Math.round(-y * 20) / 20;
          }, `${part.id}/move`)
        }
        onStep={(by, across) =>
          change((p) => {
            if (across) p.place.xMm += by * 0.1;
            else p.place.yMm += by * 0.1;
          }, `${part.id}/move`)
        }
        onEnd={end}
      />
      <Handle
        label={`Turn of ${name(part)}`}
        x={tx}
        y={ty}
        r={r}
        value={Math.round(place.rollDeg)}
        min={-360}
        max={360}
        text={`${Math.round(place.rollDeg)} degrees`}
        className={solid}
        onMove={(x, y) =>
          change((p) => {
            p.place.rollDeg = Math.round(deg(Math.atan2(-(x - place.xMm), -y - place.yMm)));
          }, `${part.id}/rollDeg`)
        }
        onStep={(by) =>
          change((p) => {
            p.place.rollDeg = clamp(Math.round(p.place.rollDeg) + by, -360, 360);
          }, `${part.id}/rollDeg`)
        }
        onEnd={end}
      />
      {isOutlined(part.form) &&
        heldPoints(part.form).map(({ index, at }, i) => {
          const [x, y] = seen(at);
          const pullTo = (to: (now: Part) => Point) =>
            change((p) => {
              if (isOutlined(p.form)) Object.assign(p, outlinePulled(p.form, p.place, index, to(p)));
            }, `${part.id}/outline/${index}`);
          return (
            <Handle
              key={index}
              label={`Outline of ${name(part)}, place ${i + 1}`}
              x={x}
              y={y}
              r={r * 0.62}
              value={i + 1}
              min={1}
              max={MOST_HELD}
              text={`${at[0].toFixed(1)} mm to the right of its middle, ${at[1].toFixed(1)} mm up`}
              className="fill-g05/70 stroke-g98"
              onMove={(hx, hy) => pullTo((p) => ownOf(p.place, hx, hy))}
              onStep={(by, across) =>
                pullTo(() => (across ? [at[0] + by * 0.1, at[1]] : [at[0], at[1] + by * 0.1]))
              }
              onEnd={end}
            />
          );
        })}
      {definition.across.length > 0 && (
        <Handle
          label={`Width of ${name(part)}`}
          x={wx}
          y={wy}
          r={r}
          value={size(definition.across)}
          min={SMALLEST}
          max={LARGEST}
          text={`${size(definition.across)} mm`}
          className={solid}
          onMove={(x, y) =>
            pull(definition.across, Math.max(0.05, (own(x, y)[0] - gap * 0.6) / Math.max(0.05, b.right)))
          }
          onStep={(by) =>
            pull(definition.across, (size(definition.across) + by * 0.1) / size(definition.across))
          }
          onEnd={end}
        />
      )}
      {definition.along.length > 0 && (
        <Handle
          label={`Length of ${name(part)}`}
          x={lx}
          y={ly}
          r={r}
          value={size(definition.along)}
          min={SMALLEST}
          max={LARGEST}
          text={`${size(definition.along)} mm`}
          className={solid}
          onMove={(x, y) =>
            pull(definition.along, Math.max(0.05, (-own(x, y)[1] - gap * 0.6) / Math.max(0.05, -b.bottom)))
          }
          onStep={(by) =>
            pull(definition.along, (size(definition.along) + by * 0.1) / size(definition.along))
          }
          onEnd={end}
        />
      )}
    </g>
  );
}
