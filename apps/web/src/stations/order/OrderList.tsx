import {
  areaText,
  coatsText,
  duration,
  layerKey,
  layerOf,
  percent,
  stepKey,
  type OrderFinding,
  type OrderLayer,
  type PartStep,
  type StepId,
  type Tick,
} from '@pale-glint/core';
import { Check, Minus } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useState } from 'react';
import type { AfterLayer } from '../../workers/protocol.js';

interface OrderListProps {
  readonly order: readonly OrderLayer[];
  /** Names of the parts by id. */
  readonly names: ReadonlyMap<string, string>;
  /** What the order would spoil, told at the layer it concerns. */
  readonly findings?: readonly OrderFinding[];
  readonly after: AfterLayer | null;
  readonly onLook: (after: AfterLayer) => void;
  /** Opens the step to be changed; absent where nothing may be. */
  readonly onChange?: (layer: OrderLayer) => void;
  /** Whether every layer is open at first. */
  readonly allOpen?: boolean;
  /** Without these the list is read only. */
  readonly ticking?: {
    readonly ticks: readonly Tick[];
    readonly copy: number;
    /** Figures that a tick of a layer is for: the one that is chosen, or all. */
    readonly copies: readonly number[];
    /** How many figures there are: amounts are for all of them. */
    readonly of: number;
    readonly tick: (steps: readonly PartStep[], layer: OrderLayer, copies: readonly number[]) => void;
    readonly untick: (steps: readonly StepId[]) => void;
  };
}

const idOf = (s: PartStep, copy: number): StepId => ({ part: s.part, step: s.step, role: s.role, copy });

function PartLine({
  step,
  layer,
  name,
  under,
  ticking,
}: {
  step: PartStep;
  layer: OrderLayer;
  name: string;
  /** A step of this part before this one that is not ticked; null where all are. */
  under: string | null;
  ticking: OrderListProps['ticking'];
}) {
  const id = idOf(step, ticking?.copy ?? 1);
  const done = ticking?.ticks.some((t) => stepKey(t) === stepKey(id)) ?? false;
  const message = [
    coatsText(step),
    step.role === 'undercoat' || step.role === 'matte'
      ? ''
      : `${percent(step.coverShare)}, ${areaText(step.coverMm2)}`,
    step.where === 'all of it' ? '' : step.where,
    step.border ? `border ${step.border}` : '',
  ].filter(Boolean);
  return (
    <li className={`flex break-inside-avoid items-start gap-3 py-1 ${done ? 'text-g38' : ''}`}>
      {ticking && (
        <Checkbox.Root
          aria-label={`${layer.title}, ${name}`}
          checked={done}
          onCheckedChange={(now) =>
            now === true ? ticking.tick([step], layer, [ticking.copy]) : ticking.untick([id])
          }
          className="mt-px grid size-6 shrink-0 place-items-center rounded-sm bg-g98 ring-1 ring-g50 data-[state=checked]:bg-g10 data-[state=checked]:text-g98"
        >
          <Checkbox.Indicator>
            <Check size={16} strokeWidth={3} />
          </Checkbox.Indicator>
        </Checkbox.Root>
      )}
      <div className="text-label">
        <p className={done ? 'line-through' : ''}>
          <span className="font-semibold">{name}</span>: {message.join('; ')}
        </p>
        {done && under && (
          <p role="note" className="font-semibold text-g10">
            Laid over a step that is not ticked: {under}.
          </p>
        )}
      </div>
    </li>
  );
}

/** Whether a layer is ticked on a part that a layer before it is not. */
function liesOverUndone(
  layer: OrderLayer,
  at: number,
  undone: ReadonlyMap<string, number>,
  ticking: OrderListProps['ticking'],
): boolean {
  const done = new Set(ticking?.ticks.map(stepKey));
  return layer.parts.some(
    (s) => (undone.get(s.part) ?? at) < at && done.has(stepKey(idOf(s, ticking?.copy ?? 1))),
  );
}

/** The first layer of each part that is not ticked, by its place in the order. */
function firstUndone(order: readonly OrderLayer[], ticking: OrderListProps['ticking']): Map<string, number> {
  const done = new Set(ticking?.ticks.map(stepKey));
  const first = new Map<string, number>();
  order.forEach((layer, i) =>
    layer.parts.forEach((s) => {
      if (!first.has(s.part) && !done.has(stepKey(idOf(s, ticking?.copy ?? 1)))) first.set(s.part, i);
    }),
  );
  return first;
}

/** Ticks a layer on all its parts, for the figure that is chosen or for all of them. */
function LayerTick({
  layer,
  ticking,
}: {
  layer: OrderLayer;
  ticking: NonNullable<OrderListProps['ticking']>;
}) {
  const done = new Set(ticking.ticks.map(stepKey));
  const ids = ticking.copies.flatMap((copy) => layer.parts.map((s) => idOf(s, copy)));
  const count = ids.filter((id) => done.has(stepKey(id))).length;
  const state = count === ids.length ? true : count > 0 ? 'indeterminate' : false;
  return (
    <Checkbox.Root
      aria-label={`All of ${layer.title}`}
      checked={state}
      onCheckedChange={() =>
        state === true ? ticking.untick(ids) : ticking.tick(layer.parts, layer, ticking.copies)
      }
      className="grid size-7 shrink-0 place-items-center rounded-sm bg-g98 ring-1 ring-g50 data-[state=checked]:bg-g10 data-[state=checked]:text-g98"
    >
      <Checkbox.Indicator>
        {state === true ? <Check size={18} strokeWidth={3} /> : <Minus size={16} strokeWidth={3} />}
      </Checkbox.Indicator>
    </Checkbox.Root>
  );
}

interface LayerProps extends Pick<OrderListProps, 'names' | 'findings' | 'ticking' | 'onLook' | 'onChange'> {
  readonly layer: OrderLayer;
  readonly at: number;
  readonly caution: string | null;
  /** For each part the layer before this one that is not ticked, in words. */
  readonly under: (part: string) => string | null;
}

/** All that is to be known of one layer, once it is opened. */
function LayerBody({ layer, at, caution, under, names, findings, ticking, onLook, onChange }: LayerProps) {
  return (
    <div className="pt-1">
      <p>
        <span className="font-semibold">{layer.mixText}</span>, {layer.thinning}
        {layer.amount && `, ${layer.amount}`}
        {layer.amount && ticking && ticking.of > 1 && ` for all ${ticking.of} figures together`}
      </p>
      {layer.missing && (
        <p className="my-1 border-l-4 border-g10 bg-g88 px-2 py-1 text-label font-semibold">
          {layer.missing}.
        </p>
      )}
      <p className="text-label text-g28">
        {layer.how} {layer.why}
      </p>
      {layer.tool && (
        <p className="text-label text-g28">
          With {layer.tool}; begin when it is {layer.begin}.
        </p>
      )}
      {(findings ?? [])
        .filter((f) => f.at === at)
        .map((f) => (
          <p key={f.id} role="note" className="my-1 border-l-4 border-g10 pl-2 text-label">
            <span className="font-semibold">Look at the order:</span> this {f.message}.
          </p>
        ))}
      {caution && (
        <p className="my-1 border-l-4 border-g10 bg-g88 px-2 py-1 text-label">Take care: {caution}</p>
      )}
      <p className="flex gap-4 text-label">
        <button type="button" onClick={() => onLook(layerOf(layer))} className="underline underline-offset-2">
          see it after this
        </button>
        {onChange && layer.ladder !== null && layer.role !== 'wear' && (
          <button type="button" onClick={() => onChange(layer)} className="underline underline-offset-2">
            change this step
          </button>
        )}
      </p>
      <ul
        className={`pt-1 ${layer.parts.every((p) => p.where === 'all of it') ? 'columns-[16rem] gap-6' : ''}`}
      >
        {layer.parts.map((s) => (
          <PartLine
            key={s.part}
            step={s}
            layer={layer}
            name={names.get(s.part) ?? s.part}
            under={under(s.part)}
            ticking={ticking}
          />
        ))}
      </ul>
    </div>
  );
}

/** The layers that are open: those the painter opened, and the first that is not done. */
function useOpen(first: string | null, all: boolean) {
  const [turned, setTurned] = useState<ReadonlyMap<string, boolean>>(new Map());
  return {
    isOpen: (key: string) => turned.get(key) ?? (all || key === first),
    turn: (key: string, open: boolean) => setTurned((m) => new Map(m).set(key, open)),
  };
}

/** The painting order in words: one mix after the other, a line each that opens to where and how much. */
export function OrderList({
  order,
  names,
  findings,
  after,
  onLook,
  onChange,
  ticking,
  allOpen = false,
}: OrderListProps) {
  const cautioned = new Set<string>();
  const undone = firstUndone(order, ticking);
  const first = order.find((_, i) => [...undone.values()].includes(i)) ?? null;
  const { isOpen, turn } = useOpen(first && layerKey(first), allOpen);
  return (
    <ol aria-label="Layers" className="space-y-px">
      {order.map((layer, i) => {
        const key = layerKey(layer);
        const on = after ? layerKey(after) === key : i === order.length - 1;
        // A caution is said once, where it first arises.
        const caution = layer.caution && !cautioned.has(layer.caution) ? layer.caution : null;
        if (caution) cautioned.add(caution);
        const minutes = layer.parts.reduce((s, p) => s + p.activeMin, 0) * (ticking?.copies.length ?? 1);
        const open = isOpen(key);
        return (
          <li
            key={key}
            className={`flex gap-3 px-4 py-2 ${on ? 'bg-g98' : 'bg-g93'}`}
            aria-current={on ? 'step' : undefined}
          >
            {ticking && <LayerTick layer={layer} ticking={ticking} />}
            <div className="min-w-0 flex-1">
              <h2 className="contents">
                <button
                  type="button"
                  aria-expanded={open}
                  onClick={() => turn(key, !open)}
                  className="flex w-full flex-wrap items-baseline gap-x-3 text-left"
                >
                  <span className="wide w-6 font-bold text-g38">{i + 1}</span>
                  <span className="max-w-[calc(100%-2.5rem)] font-semibold underline-offset-2 hover:underline">
                    {layer.title}
                  </span>
                  {layer.beyond && (
                    <span className="text-label font-semibold">
                      More than this purpose needs: you may stop here.
                    </span>
                  )}
                  {!open && liesOverUndone(layer, i, undone, ticking) && (
                    <span className="text-label font-semibold">Over a step that is not ticked</span>
                  )}
                  {caution && !open && <span className="text-label font-semibold">Take care</span>}
                  <span className="ml-auto text-label text-g38">
                    about {duration(minutes)}, then dry {layer.dryMin} min a coat
                  </span>
                </button>
              </h2>
              {open && (
                <LayerBody
                  {...{ layer, caution, names, findings, ticking, onLook, onChange }}
                  at={i}
                  under={(part) => ((undone.get(part) ?? i) < i ? order[undone.get(part)!].title : null)}
                />
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
