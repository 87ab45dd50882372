import {
  counted,
  namesOfParts,
  activeOrderFindings,
  calendarOf,
  duration,
  layerColour,
  partStepKey,
  stepKey,
  stepsOf,
  tickFor,
  withEveningLength,
  type LayerId,
  type OrderLayer,
  type PartStep,
  type StepId,
  coatsStray,
} from '@pale-glint/core';
import { useMemo, useRef, useState } from 'react';
import { Thumb } from '../../map/Thumb.js';
import type { Sheets } from '../../map/useSheets.js';
import { usePiece } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { fileName, saveFile } from '../../ui/saveFile.js';
import { nowHere, useSchedule, type Planned } from '../../workers/useSchedule.js';
import { useStation } from '../stationState.js';
import { useTimeLeft } from '../useTimeLeft.js';
import { ChangeStep } from './ChangeStep.js';
import { EveningChart } from './EveningChart.js';
import { EveningFields, useTableEdits } from './EveningFields.js';
import { OrderList } from './OrderList.js';
import { Diary } from './Diary.js';
import { Notes } from './Notes.js';
import { OnMyPhone } from './OnMyPhone.js';
import { PaintedOtherwise } from './PaintedOtherwise.js';
import { TakeAlong } from './TakeAlong.js';
import { Tonight } from './Tonight.js';

/** Ticks whose step is no longer in the order: they stay, as done earlier. */
function useDoneEarlier(order: readonly OrderLayer[]) {
  const { run } = useStation();
  const planned = stepsOf(order);
  return order.length === 0 ? [] : run.ticks.filter((t) => !planned.has(partStepKey(t)));
}

/** How far the measuring is, and what is known already. */
function measuringText({ soFar, done, of }: Sheets): string {
  const parts = `${done} of ${of} parts`;
  if (soFar.order.length === 0) return `Measuring the map, ${parts}. The order follows.`;
  return soFar.all
    ? `Measured roughly so far; amounts follow to the last per cent, ${parts}.`
    : `Measuring the map, ${parts}. These lines are known; the rest follows.`;
}

/** What was ticked for steps that are gone since. */
function DoneEarlier({ ticks }: { ticks: ReturnType<typeof useDoneEarlier> }) {
  const names = namesOfParts(usePiece());
  if (ticks.length === 0) return null;
  return (
    <section className="px-16 py-4 max-md:px-4">
      <h2 className="text-label font-semibold">Done earlier, no longer planned</h2>
      <ul className="text-label text-g28">
        {ticks.map((t) => (
          <li key={stepKey(t)}>
            {names.get(t.part) ?? t.part}: {t.did.mix}, {t.did.coats} coats
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The evenings as a picture, and as a file for a calendar. */
function Evenings({ planned }: { planned: Planned }) {
  const piece = usePiece();
  const change = useTableEdits();
  const { schedule, order } = planned;
  if (!schedule || schedule.evenings.length === 0) return null;
  const { evenings, least } = schedule;
  const stamp = () => `${new Date().toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
  return (
    <section aria-labelledby="evenings" className="bg-g93 px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-3 pb-2">
        <h2 id="evenings" className="font-semibold">
          {counted(evenings.length, 'evening')}
        </h2>
        <p className="text-label text-g28">
          {evenings.length === least ? 'no plan needs fewer' : `no plan needs fewer than ${least}`};{' '}
          {duration(schedule.activeMin)} at the brush, {duration(schedule.setupMin)} beside it,{' '}
          {duration(schedule.waitMin)} of waiting
        </p>
        <Button
          look="plain"
          className="ml-auto"
          onClick={() =>
            saveFile(
              fileName(piece.name, '.ics'),
              [calendarOf(schedule, order, piece, stamp())],
              'text/calendar',
            )
          }
        >
          Into my calendar
        </Button>
      </div>
      <EveningChart
        schedule={schedule}
        order={order}
        piece={piece}
        onLength={(k, minutes) =>
          change((table) => withEveningLength(table, evenings, { at: k, minutes, today: nowHere().today }))
        }
      />
    </section>
  );
}

/** The next evening, then all of them; what stands while another plan is looked for. */
function Plan({ planned }: { planned: Planned }) {
  const piece = usePiece();
  return (
    <div className="space-y-px pb-px">
      {planned.schedule && <Tonight schedule={planned.schedule} order={planned.order} piece={piece} />}
      {planned.share !== null && (
        <progress
          aria-label="Looking for a better plan"
          value={planned.share}
          max={1}
          className="block h-1 w-full"
        />
      )}
      {planned.failed && (
        <p role="alert" className="bg-g96 px-5 py-2 text-label">
          No plan: {planned.failed}
        </p>
      )}
      <Evenings planned={planned} />
    </div>
  );
}

/** Which figure is ticked, or all of them. */
function TickingChoice({
  copies,
  value,
  onChange,
}: {
  readonly copies: number;
  readonly value: number;
  readonly onChange: (copy: number) => void;
}) {
  if (copies === 1) return null;
  return (
    <Choice
      label="Ticking"
      value={String(value)}
      options={[
        { value: '0', label: `all ${copies} figures` },
        ...Array.from({ length: copies }, (_, i) => ({
          value: String(i + 1),
          label: `figure ${i + 1} of ${copies}`,
        })),
      ]}
      onChange={(v) => onChange(Number(v))}
    />
  );
}

/** A whole figure ticked in one press. Taken back, what was ticked before stays ticked. */
function WholeFigure({ copy }: { readonly copy: number }) {
  const { order, run } = useStation();
  const piece = usePiece();
  const [pressed, setPressed] = useState<readonly StepId[]>([]);
  const done = new Set(run.ticks.map(stepKey));
  const all = order.flatMap((layer) => layer.parts.map((step) => ({ layer, step })));
  const idOf = ({ part, step, role }: PartStep): StepId => ({ part, step, role, copy });
  const open = all.filter(({ step }) => !done.has(stepKey(idOf(step))));
  const turn = () => {
    if (open.length > 0) {
      const doneAt = new Date().toISOString();
      const colours = new Map(order.map((l) => [l, layerColour(l, piece)]));
      run.tick(
        ...open.map(({ layer, step }) =>
          tickFor(step, layer, { copy, doneAt, colour: colours.get(layer) ?? null }),
        ),
      );
      setPressed(open.map(({ step }) => idOf(step)));
      return;
    }
    run.untick(...(pressed.length > 0 ? pressed : all.map(({ step }) => idOf(step))));
    setPressed([]);
  };
  return (
    <Button look="plain" className="mt-2 w-full" onClick={turn}>
      {open.length > 0 ? `Figure ${copy} is done` : `Figure ${copy} is not done after all`}
    </Button>
  );
}

/** How much is left, for how many, and for which figure is ticked. */
function TimeLeft({
  ticked,
  figure,
  onFigure,
}: {
  readonly ticked: number;
  readonly figure: number;
  readonly onFigure: (copy: number) => void;
}) {
  const { copies } = usePiece();
  const { order, run, pace } = useStation();
  const measured = pace.learned.reduce((n, l) => n + l.from, 0);
  const ownCoats = pace.coats.filter(coatsStray).length;
  const { activeMin, dryMin } = useTimeLeft(order, run.ticks, copies);
  const count = order.reduce((s, l) => s + l.parts.length, 0) * copies;
  return (
    <div className="rounded-sm bg-g96 p-4">
      <p className="text-lead font-semibold">
        {order.length === 0
          ? 'Measuring'
          : activeMin === 0
            ? 'All done'
            : `About ${duration(activeMin)} at the brush`}
      </p>
      <p className="text-label text-g28">
        {copies > 1 && `For all ${copies} figures. `}
        {dryMin > 0
          ? `${duration(dryMin)} of waiting for paint beside it, if nothing else is on the table. `
          : ''}
        {ticked} of {count} ticked.
        {measured > 0 && ` By your own pace, from ${counted(measured, 'layer')} timed.`}
        {ownCoats > 0 &&
          ` Coats of ${ownCoats === 1 ? 'one paint' : `${ownCoats} paints`} as they went before.`}
      </p>
      <TickingChoice copies={copies} value={figure} onChange={onFigure} />
      {figure > 0 && order.length > 0 && <WholeFigure key={figure} copy={figure} />}
    </div>
  );
}

/** What to do, evening by evening and layer by layer; ticked as it is done. */
export function OrderStation() {
  const piece = usePiece();
  const { order, run, after, setAfter, sheets } = useStation();
  const [figure, setFigure] = useState(0);
  const [changing, setChanging] = useState<OrderLayer | null>(null);
  const picture = useRef<HTMLElement>(null);
  const planned = useSchedule(order, piece, run.ticks);
  const earlier = useDoneEarlier(order);
  const findings = useMemo(() => activeOrderFindings(order, piece), [order, piece]);
  const lines = order.length > 0 ? order : sheets.soFar.order;
  const copies = figure === 0 ? Array.from({ length: piece.copies }, (_, i) => i + 1) : [figure];
  const tick = (steps: readonly PartStep[], layer: OrderLayer, of: readonly number[]) => {
    const done = new Set(run.ticks.map(stepKey));
    const doneAt = new Date().toISOString();
    const colour = layerColour(layer, piece);
    const fresh = of
      .flatMap((copy) => steps.map((s) => tickFor(s, layer, { copy, doneAt, colour })))
      .filter((t) => !done.has(stepKey(t)));
    if (fresh.length > 0) run.tick(...fresh);
  };
  const look = (layer: LayerId | null) => {
    setAfter(layer);
    // On a phone it lies under the list.
    void picture.current?.scrollIntoView({ block: 'nearest' });
  };
  return (
    <div className="flex h-full bg-g82 max-md:flex-col max-md:overflow-y-auto">
      <div className="relative min-w-0 flex-1 overflow-y-auto max-md:flex-none max-md:overflow-visible">
        {order.length === 0 && (
          <p className="p-8 text-g28" role="status">
            {piece.parts.length === 0
              ? 'The order appears once the piece has a part.'
              : measuringText(sheets)}
          </p>
        )}
        {order.length > 0 && <Plan planned={planned} />}
        <PaintedOtherwise order={order} ticks={run.ticks} untick={(steps) => run.untick(...steps)} />
        {/* One list throughout: what was opened while the map is measured stays open. */}
        {lines.length > 0 && (
          <OrderList
            order={lines}
            names={namesOfParts(piece)}
            after={after}
            onLook={look}
            {...(order.length > 0 && {
              findings,
              onChange: setChanging,
              ticking: {
                ticks: run.ticks,
                copy: copies[0],
                copies,
                of: piece.copies,
                tick,
                untick: (steps: readonly StepId[]) => run.untick(...steps),
              },
            })}
          />
        )}
        <DoneEarlier ticks={earlier} />
      </div>
      <aside className="relative w-80 shrink-0 space-y-4 overflow-y-auto bg-g50 p-4 text-g05 max-md:w-full max-md:overflow-visible">
        <figure ref={picture} className="scroll-my-4">
          {/* The lines come before the picture: both would be computed at once. */}
          {lines.length > 0 ? (
            <Thumb
              piece={piece}
              width={272}
              height={312}
              after={after}
              alt={after ? 'The piece after the chosen step' : 'The finished piece'}
            />
          ) : (
            <div className="h-[312px] rounded-sm bg-g50" />
          )}
        </figure>
        <TimeLeft ticked={run.ticks.length - earlier.length} figure={figure} onFigure={setFigure} />
        <EveningFields />
        <Diary />
        <Notes />
        {planned.schedule && <OnMyPhone schedule={planned.schedule} order={planned.order} piece={piece} />}
        {planned.schedule && <TakeAlong schedule={planned.schedule} order={planned.order} piece={piece} />}
        <p className="rounded-sm bg-g96 px-4 py-2 text-label text-g28">
          Minutes and drying are starting figures for brushed acrylics; follow the maker's label.
        </p>
      </aside>
      {changing && <ChangeStep layer={changing} order={order} onClose={() => setChanging(null)} />}
    </div>
  );
}
