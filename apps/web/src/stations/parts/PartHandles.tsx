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

/** Gap between a part and its outer handles, in screen points. */
const GAP_PX = 16;
const HANDLE_PX = 6.5;
/** One press of an arrow key. */
const STEP_MM = 0.1;
const SOLID = 'fill-g98 stroke-g05';
const toTwentieth = (mm: number) => Math.round(mm * 20) / 20;

/** A place of the part's own frame, on the drawing. */
const seenOn =
  ({ place }: Part) =>
  (p: Point): Point => {
    const [x, y] = turn(p[0], p[1], rad(place.rollDeg));
    return [place.xMm + x, -(place.yMm + y)];
  };

/** The middle of a part: takes it along. */
function MoveHandle({ part, px, change, end }: PartHandlesProps) {
  const { place } = part;
  const [x, y] = seenOn(part)([0, 0]);
  const move = (recipe: (place: Place) => void) => change((p) => recipe(p.place), `${part.id}/move`);
  return (
    <Handle
      label={`Place of ${name(part)}`}
      command="move"
      x={x}
      y={y}
      r={HANDLE_PX / px}
      value={Number(place.xMm.toFixed(1))}
      min={-2000}
      max={2000}
      text={`${place.xMm.toFixed(1)} mm to the right, ${place.yMm.toFixed(1)} mm up`}
      className="fill-g05 stroke-g98"
      onMove={(toX, toY) =>
        move((p) => {
          p.xMm = toTwentieth(toX);
          p.yMm = toTwentieth(-toY);
        })
      }
      onStep={(by, across) =>
        move((p) => {
          if (across) p.xMm += by * STEP_MM;
          else p.yMm += by * STEP_MM;
        })
      }
      onEnd={end}
    />
  );
}

/** Above a part, on a line: turns it in the picture. */
function TurnHandle({ part, px, change, end }: PartHandlesProps) {
  const { place } = part;
  const { top } = boundsOf(ringsOf(part.form));
  const seen = seenOn(part);
  const [x1, y1] = seen([0, top]);
  const [x, y] = seen([0, top + (2.4 * GAP_PX) / px]);
  const roll = (recipe: (place: Place) => number) =>
    change((p) => void (p.place.rollDeg = recipe(p.place)), `${part.id}/rollDeg`);
  return (
    <>
      <line x1={x1} y1={y1} x2={x} y2={y} className="stroke-g98" strokeWidth={1.2 / px} />
      <Handle
        label={`Turn of ${name(part)}`}
        x={x}
        y={y}
        r={HANDLE_PX / px}
        value={Math.round(place.rollDeg)}
        min={-360}
        max={360}
        text={`${Math.round(place.rollDeg)} degrees`}
        className={SOLID}
        onMove={(toX, toY) => roll(() => Math.round(deg(Math.atan2(-(toX - place.xMm), -toY - place.yMm))))}
        onStep={(by) => roll((p) => clamp(Math.round(p.rollDeg) + by, -360, 360))}
        onEnd={end}
      />
    </>
  );
}

/** Places of a drawn outline that can be pulled. */
function OutlineHandles({ part, px, change, end }: PartHandlesProps) {
  if (!isOutlined(part.form)) return null;
  const seen = seenOn(part);
  return heldPoints(part.form).map(({ index, at }, i) => {
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
        r={(0.62 * HANDLE_PX) / px}
        value={i + 1}
        min={1}
        max={MOST_HELD}
        text={`${at[0].toFixed(1)} mm to the right of its middle, ${at[1].toFixed(1)} mm up`}
        className="fill-g05/70 stroke-g98"
        onMove={(toX, toY) => pullTo((p) => ownOf(p.place, toX, toY))}
        onStep={(by, across) =>
          pullTo(() => (across ? [at[0] + by * STEP_MM, at[1]] : [at[0], at[1] + by * STEP_MM]))
        }
        onEnd={end}
      />
    );
  });
}

interface SizeHandleProps extends PartHandlesProps {
  readonly label: string;
  /** Sizes of the form that it pulls together. */
  readonly keys: readonly string[];
  /** Where it stands in the part's own frame. */
  readonly at: Point;
  /** How many times as large the form becomes when the hand is there, in the part's own frame. */
  readonly factorAt: (own: Point) => number;
}

/** Beside or below a part: makes it wider or longer. */
function SizeHandle({ part, px, change, end, label, keys, at, factorAt }: SizeHandleProps) {
  if (keys.length === 0) return null;
  const [x, y] = seenOn(part)(at);
  const size = (part.form as unknown as Record<string, number>)[keys[0]];
  const pull = (by: number) =>
    change((p) => void (p.form = stretched(p.form, keys, by)), `${part.id}/${keys[0]}`);
  return (
    <Handle
      label={`${label} of ${name(part)}`}
      x={x}
      y={y}
      r={HANDLE_PX / px}
      value={size}
      min={SMALLEST}
      max={LARGEST}
      text={`${size} mm`}
      className={SOLID}
      onMove={(toX, toY) => pull(Math.max(0.05, factorAt(ownOf(part.place, toX, toY))))}
      onStep={(by) => pull((size + by * STEP_MM) / size)}
      onEnd={end}
    />
  );
}

/** Handles of a part on the picture: its middle moves it, one turns it, two pull it wider and longer. */
export function PartHandles(props: PartHandlesProps) {
  const { part, px } = props;
  const { across, along } = forms[part.form.kind] as unknown as FormDefinition;
  const b = boundsOf(ringsOf(part.form));
  const gap = (0.6 * GAP_PX) / px;
  return (
    <g strokeWidth={1.6 / px}>
      <MoveHandle {...props} />
      <TurnHandle {...props} />
      <OutlineHandles {...props} />
      <SizeHandle
        {...props}
        label="Width"
        keys={across}
        at={[b.right + gap, (b.top + b.bottom) / 2]}
        factorAt={([x]) => (x - gap) / Math.max(0.05, b.right)}
      />
      <SizeHandle
        {...props}
        label="Length"
        keys={along}
        at={[(b.left + b.right) / 2, b.bottom - gap]}
        factorAt={([, y]) => (-y - gap) / Math.max(0.05, -b.bottom)}
      />
    </g>
  );
}
