import {
  coatsText,
  labToHex,
  layerColour,
  layerKey,
  layerOf,
  percent,
  plain,
  stepsGoBy,
  type OrderLayer,
  type Piece,
  type Role,
} from '@pale-glint/core';
import { Slider } from 'radix-ui';
import { memo, useMemo } from 'react';
import { useStation } from '../stationState.js';

const SHORT: Record<Role, string> = {
  wear: 'Wear',
  undercoat: 'Under',
  base: '',
  wash: 'Wash',
  value: '',
  glaze: 'Veil',
  varnish: 'Seal',
  smoothing: 'Glaze',
  bounce: 'Bounce',
  tint: 'Tint',
  glow: 'Glow',
  lining: 'Lining',
  edges: 'Edges',
  glints: 'Glints',
  matte: 'Matte',
};

/** Layers that make the form stand as wide as their value. */
const isForm = (role: Role) => role === 'value' || role === 'base';

/** Colour of the mix of a layer, and its value; the matte layer has none. */
function useLayerColours(order: readonly OrderLayer[], piece: Piece): { hex: string; value: number }[] {
  return useMemo(
    () =>
      order.map((layer) => {
        const lab = layerColour(layer, piece);
        return lab ? { hex: labToHex(lab), value: lab.l } : { hex: '#b0b0b0', value: 72 };
      }),
    [order, piece],
  );
}

function whatSays(layer: OrderLayer, position: number, count: number, readsFrom: number | null): string {
  const own = layer.parts[0];
  if (position === count) return '';
  if (own && own.number > 0 && readsFrom !== null && own.number < readsFrom)
    return `Looks grey for ${readsFrom - own.number} more on this part. Keep going.`;
  if (readsFrom !== null && own?.number === readsFrom) return 'Here it starts to read as metal.';
  if (layer.role === 'undercoat') return 'Nothing to judge yet.';
  return layer.how.split('. ')[0].replace(/\.?$/, '.');
}

interface StepBarProps {
  readonly layer: OrderLayer;
  readonly colour: { readonly hex: string; readonly value: number };
  readonly shown: boolean;
  readonly later: boolean;
  readonly ticked: boolean;
  /** Many steps leave room for the values alone, and for the name of the one that is looked at. */
  readonly named: boolean;
  readonly onPress: () => void;
}

/** One step as a bar as tall as its value. */
function StepBar({ layer, colour, shown, later, ticked, named, onPress }: StepBarProps) {
  const form = isForm(layer.role);
  const name = named ? SHORT[layer.role] : '';
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-hidden
      onClick={onPress}
      className="group flex h-full min-w-0 flex-1 flex-col justify-end px-px"
    >
      <span
        className={`narrow flex justify-center pb-1 whitespace-nowrap text-label ${shown ? 'relative z-10 self-center bg-g88 px-0.5 font-bold text-g05 group-first:self-start group-last:self-end' : 'text-g38'}`}
      >
        {form ? plain(colour.value, 0) : <span className={shown ? '' : 'max-md:hidden'}>{name}</span>}
        {ticked ? ' ✓' : ''}
      </span>
      <span
        className={`block transition-opacity ${later ? 'opacity-35' : ''} ${form ? '' : 'mx-auto w-2/5'}`}
        style={{
          height: `${10 + colour.value * 0.68}%`,
          background: layer.mix.length
            ? colour.hex
            : 'repeating-linear-gradient(45deg,#969696 0 2px,#cccccc 2px 6px)',
        }}
      />
    </button>
  );
}

/** What the shown step is mixed from, and what it does on the chosen part. */
function StepDetails({
  layer,
  own,
  copies,
}: {
  layer: OrderLayer;
  own: OrderLayer['parts'][number] | undefined;
  copies: number;
}) {
  return (
    <>
      <p className="font-semibold">{layer.mixText}</p>
      <p className="text-label text-g28">
        {layer.thinning}
        {layer.amount ? `, ${layer.amount} for all${copies > 1 ? ` ${copies}` : ''}` : ''}, dry in about{' '}
        {layer.dryMin} min
      </p>
      {own ? (
        <p className="mt-1 line-clamp-4 text-label">
          This part: {percent(own.coverShare)}, {coatsText(own)}; {own.where}
          {own.border ? `; border ${own.border}` : ''}.
        </p>
      ) : (
        <p className="mt-1 text-label text-g38">Not used on this part.</p>
      )}
    </>
  );
}

/** More steps than this stand close. */
const CROWDED = 18;

/** The painting as a scrubber: the map shows the piece as it looks after the chosen step. */
export const StepStrip = memo(function StepStrip({ piece }: { piece: Piece }) {
  const { order, after, setAfter, selected, sheets, run } = useStation();
  const colours = useLayerColours(order, piece);
  if (order.length === 0)
    return (
      <div className="h-36 shrink-0 bg-g88 p-4 text-g28">The steps appear here once the map is measured.</div>
    );
  const at = after ? order.findIndex((l) => layerKey(l) === layerKey(after)) : order.length - 1;
  const position = at < 0 ? order.length - 1 : at;
  const layer = order[position];
  const goesBy = selected && stepsGoBy(piece, selected);
  const own = layer.parts.find((p) => p.part === goesBy);
  const readsFrom = (selected ? sheets.sheets.get(selected)?.readsAsMetalFrom : null) ?? null;
  const done = new Set(run.ticks.map((t) => `${t.role}/${t.step}/${t.part}`));
  const move = (i: number) => setAfter(i >= order.length - 1 ? null : layerOf(order[i]));
  const finished = position === order.length - 1;
  const onPart = order.filter((l) => l.parts.some((p) => p.part === goesBy)).length;
  const forOwn = own ? { ...layer, parts: [own] } : layer;

  return (
    <section aria-label="Steps" className="flex h-36 shrink-0 contain-content bg-g88 max-md:h-24">
      <div className="w-56 shrink-0 px-3 pt-3 max-md:w-32 max-md:overflow-hidden">
        <p className="text-label text-g28">
          {finished ? `All ${order.length} steps` : `After step ${position + 1} of ${order.length}`}
        </p>
        <p className="text-lead leading-tight font-semibold max-md:text-label">
          {finished ? 'The finished piece' : layer.title}
        </p>
        <p className="mt-1 text-label text-g28 max-md:hidden">
          {finished
            ? 'Drag back along the steps to see it after each of them.'
            : whatSays(forOwn, position + 1, order.length, readsFrom)}
        </p>
      </div>
      <div className="relative min-w-0 flex-1 px-2">
        <div className="flex h-27 items-end max-md:h-15">
          {order.map((l, i) => (
            <StepBar
              key={layerKey(l)}
              layer={l}
              colour={colours[i]}
              shown={i === position}
              later={i > position}
              ticked={l.parts.every((p) => done.has(`${p.role}/${p.step}/${p.part}`))}
              named={order.length <= CROWDED || (i === position && !finished)}
              onPress={() => move(i)}
            />
          ))}
        </div>
        <Slider.Root
          className="relative flex h-7 touch-none items-center"
          style={{ marginInline: `calc(${50 / order.length}% - 9px)` }}
          min={0}
          max={order.length - 1}
          step={1}
          value={[position]}
          onValueChange={([v]) => move(v)}
        >
          <Slider.Track className="h-0.5 flex-1 bg-g62">
            <Slider.Range className="absolute h-0.5 bg-g05" />
          </Slider.Track>
          <Slider.Thumb
            aria-label="Show the piece after step"
            aria-valuetext={`${layer.title}, ${position + 1} of ${order.length}`}
            className="block h-5 w-4.5 rounded-[2px] border-2 border-g98 bg-g05 shadow-sm"
          />
        </Slider.Root>
      </div>
      <div className="w-74 shrink-0 px-4 pt-2 max-md:hidden">
        {!finished && <StepDetails layer={layer} own={own} copies={piece.copies} />}
        {finished && goesBy && (
          <p className="text-label text-g28">
            {onPart === 1 ? '1 of the steps is' : `${onPart} of the steps are`} on this part.
          </p>
        )}
      </div>
    </section>
  );
});
