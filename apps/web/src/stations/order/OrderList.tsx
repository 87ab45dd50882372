import {
  coatsText,
  duration,
  layerKey,
  layerOf,
  percent,
  plain,
  stepKey,
  type OrderFinding,
  type OrderLayer,
  type Part,
  type PartStep,
  type StepId,
  type Tick,
} from '@pale-glint/core';
import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import type { AfterLayer } from '../../workers/protocol.js';

interface OrderListProps {
  readonly order: readonly OrderLayer[];
  readonly parts: readonly Part[];
  /** What the order would spoil, told at the layer it concerns. */
  readonly findings?: readonly OrderFinding[];
  readonly after: AfterLayer | null;
  readonly onLook: (after: AfterLayer) => void;
  /** Without these the list is read only. */
  readonly ticking?: {
    readonly ticks: readonly Tick[];
    readonly copy: number;
    readonly tick: (step: PartStep, layer: OrderLayer) => void;
    readonly untick: (step: StepId) => void;
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
      : `${percent(step.coverShare)}, ${plain(step.coverMm2, step.coverMm2 < 10 ? 1 : 0)} mm²`,
    step.where === 'all of it' ? '' : step.where,
    step.border ? `border ${step.border}` : '',
  ].filter(Boolean);
  return (
    <li className={`flex break-inside-avoid items-start gap-3 py-1 ${done ? 'text-g38' : ''}`}>
      {ticking && (
        <Checkbox.Root
          aria-label={`${layer.title}, ${name}`}
          checked={done}
          onCheckedChange={(now) => (now === true ? ticking.tick(step, layer) : ticking.untick(id))}
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

/** The painting order in words: one mix after the other, and on each part where and how much. */
export function OrderList({ order, parts, findings, after, onLook, ticking }: OrderListProps) {
  const names = new Map(parts.map((p) => [p.id, p.name]));
  const cautioned = new Set<string>();
  const undone = firstUndone(order, ticking);
  return (
    <ol className="space-y-px">
      {order.map((layer, i) => {
        const on = after ? layerKey(after) === layerKey(layer) : i === order.length - 1;
        // A caution is said once, where it first arises.
        const caution = layer.caution && !cautioned.has(layer.caution) ? layer.caution : null;
        if (caution) cautioned.add(caution);
        const minutes = layer.parts.reduce((s, p) => s + p.activeMin, 0);
        return (
          <li
            key={layerKey(layer)}
            className={`grid grid-cols-[2.5rem_1fr] gap-x-2 px-4 py-3 ${on ? 'bg-g98' : 'bg-g93'}`}
            aria-current={on ? 'step' : undefined}
          >
            <span className="wide text-lead font-bold text-g38">{i + 1}</span>
            <div>
              <div className="flex flex-wrap items-baseline gap-x-3">
                <h2 className="font-semibold">{layer.title}</h2>
                <button
                  type="button"
                  onClick={() => onLook(layerOf(layer))}
                  className="text-label underline decoration-g62 underline-offset-2 hover:decoration-g05"
                >
                  see it after this
                </button>
                <span className="ml-auto text-label text-g38">
                  about {duration(minutes)}, then dry {layer.dryMin} min a coat
                </span>
              </div>
              <p>
                <span className="font-semibold">{layer.mixText}</span>, {layer.thinning}
                {layer.amount && `, ${layer.amount}`}
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
              {layer.beyond && (
                <p className="text-label font-semibold">More than this purpose needs: you may stop here.</p>
              )}
              {(findings ?? [])
                .filter((f) => f.at === i)
                .map((f) => (
                  <p key={f.id} role="note" className="my-1 border-l-4 border-g10 pl-2 text-label">
                    <span className="font-semibold">Look at the order:</span> this {f.message}.
                  </p>
                ))}
              {caution && (
                <p className="my-1 border-l-4 border-g10 bg-g88 px-2 py-1 text-label">Take care: {caution}</p>
              )}
              <ul
                className={`pt-1 ${layer.parts.every((p) => p.where === 'all of it') ? 'columns-[16rem] gap-6' : ''}`}
              >
                {layer.parts.map((s) => (
                  <PartLine
                    key={s.part}
                    step={s}
                    layer={layer}
                    name={names.get(s.part) ?? s.part}
                    under={(undone.get(s.part) ?? i) < i ? order[undone.get(s.part)!].title : null}
                    ticking={ticking}
                  />
                ))}
              </ul>
            </div>
          </li>
        );
      })}
    </ol>
  );
}
