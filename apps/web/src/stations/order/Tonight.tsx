import {
  counted,
  MOST_EVENINGS_AHEAD,
  coatsOf,
  duration,
  inShortTime,
  shortestNow,
  shortfallOf,
  mediumToPutOut,
  mixesToPutOut,
  plain,
  withEveningNow,
  withRecipeChange,
  type OrderLayer,
  type Paint,
  type PutOut,
  type Piece,
  type Schedule,
} from '@pale-glint/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { nowHere } from '../../workers/useSchedule.js';
import { useTableEdits } from './EveningFields.js';
import { clockOfDay, copiesText, dayText, minutesText } from './words.js';

interface TonightProps {
  readonly schedule: Schedule;
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
}

const coatText = (coat: number, layer: OrderLayer) => (coatsOf(layer) > 1 ? `, coat ${coat}` : '');

/** What to put out, in a line: what is measured, what thins it, then all that goes by brush tip. */
function putOutText(mixes: readonly PutOut[], medium: Paint | null): string {
  const measured = mixes.filter((m) => !m.byTip);
  const tips = mixes.filter((m) => m.byTip).map((m) => m.layer.mixText);
  return [
    ...measured.map(({ layer, amount }) => (amount ? `${layer.mixText}, ${amount}` : layer.mixText)),
    ...(medium ? [`${medium.name}, to thin with`] : []),
    ...(tips.length > 0 ? [`by brush tip: ${tips.join('; ')}`] : []),
  ].join('; ');
}

/** What goes on in the next evening, line by line: mixes to put out, painting, what dries overnight. */
function NextEvening({ schedule, order, piece }: TonightProps) {
  const [e] = schedule.evenings;
  const { today } = nowHere();
  const mixes = mixesToPutOut(e, order);
  const medium = mediumToPutOut(e, order, piece.paints);
  return (
    <section aria-labelledby="next-evening" className="bg-g98 px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h2 id="next-evening" className="text-lead font-semibold">
          {e.date === today ? 'Tonight' : dayText(e.date)}, {clockOfDay(e.startMin)} to{' '}
          {clockOfDay(e.startMin + e.minutes)}
        </h2>
        <p className="text-label text-g28">
          {duration(e.activeMin)} at the brush, {minutesText(e.setupMin)} of mixing and picking up
          {e.waitMin >= 1 && `, ${minutesText(e.waitMin)} of waiting`}
          {piece.copies > 1 && `, for all ${piece.copies}`}
        </p>
        <Link to="card" className="ml-auto text-label font-semibold underline underline-offset-2">
          On paper
        </Link>
        <Link
          to="table"
          className=" inline-flex min-h-9 items-center rounded-sm bg-g10 px-3.5 text-label font-semibold text-g98 hover:bg-g28"
        >
          To the table
        </Link>
      </div>
      <p className="pt-2 text-label">
        <span className="font-semibold">Put out:</span> {putOutText(mixes, medium)}
      </p>
      <ol aria-label="What to paint" className="mt-2 grid gap-px bg-g88">
        {e.lines.map((l, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3 bg-g98 py-1">
            <span className="w-12 shrink-0 text-right text-label text-g38">{clockOfDay(l.fromMin)}</span>
            <span className="font-semibold">
              {order[l.layer].title}
              {coatText(l.coat, order[l.layer])}
            </span>
            <span className="text-label text-g28">{copiesText(l.copies, piece.copies)}</span>
            <span className="ml-auto text-label text-g38">
              {minutesText(l.toMin - l.fromMin)}
              {l.broken && ', goes on another evening'}
            </span>
          </li>
        ))}
      </ol>
      {e.dries.length > 0 && (
        <p className="pt-2 text-label">
          <span className="font-semibold">Stop here.</span> Overnight dries:{' '}
          {e.dries.map(({ layer }) => order[layer].title.toLowerCase()).join('; ')}.
        </p>
      )}
    </section>
  );
}

const COSTS = (costs: number | null) =>
  costs === null
    ? 'the map cannot tell what it costs'
    : costs >= 10
      ? 'plain to see'
      : costs >= 3
        ? 'seen at arm’s length'
        : costs >= 1
          ? 'seen from close only'
          : 'hardly seen';

/** Whether it fits, and if not what could be left out, with what each costs the eye. */
function Fits({ schedule, order, piece }: TonightProps) {
  const store = usePieceStore();
  const short = shortfallOf(schedule, order, piece);
  if (!short) return null;
  const leaveOut = (layer: OrderLayer) =>
    store.change((d) => {
      const at = d.ladders.findIndex((l) => l.id === layer.ladder);
      if (at < 0) return;
      d.ladders[at] = withRecipeChange(d.ladders[at], {
        kind: 'leave-out',
        pass: { role: layer.role, step: layer.role === 'glints' ? 'glints' : layer.step },
      });
    });
  return (
    <section aria-labelledby="does-not-fit" className="border-l-4 border-g10 bg-g96 px-5 py-3">
      <h2 id="does-not-fit" className="font-semibold">
        It does not fit: {duration(short.minutes)} and {counted(short.evenings, 'evening')} more than you set.
      </h2>
      {short.leave.length > 0 && (
        <>
          <p className="text-label text-g28">What could be left out, the least for the eye first:</p>
          <ul className="pt-1">
            {short.leave.map((l) => (
              <li key={l.layer} className="flex flex-wrap items-baseline gap-x-3 py-0.5 text-label">
                <span className="font-semibold">{order[l.layer].title}</span>
                <span>
                  saves {duration(l.savesMin)}; {COSTS(l.costs)}
                  {l.beyond && '; more than this purpose needs'}
                </span>
                {order[l.layer].ladder !== null && order[l.layer].role !== 'wear' && (
                  <button
                    type="button"
                    aria-label={`Leave out ${order[l.layer].title}`}
                    className="underline underline-offset-2"
                    onClick={() => leaveOut(order[l.layer])}
                  >
                    Leave it out
                  </button>
                )}
              </li>
            ))}
          </ul>
          {short.still && (
            <p className="pt-1 text-label">
              With all of that left out about {duration(short.still.minutes)} are still too much: plan
              {` ${counted(short.still.evenings, 'evening')} more, or fewer value steps.`}
            </p>
          )}
        </>
      )}
    </section>
  );
}

/** That nothing can be begun and done, and what would take the least time. */
function TooShort({
  minutes,
  tasks,
  order,
}: {
  readonly minutes: number;
  readonly tasks: Schedule['tasks'];
  readonly order: readonly OrderLayer[];
}) {
  const least = shortestNow(tasks);
  return (
    <p>
      Nothing is short enough to be begun and done in {minutes} minutes.
      {least &&
        ` The shortest is ${order[least.task.layer].title.toLowerCase()}: ${duration(Math.ceil(least.minutes))}${
          least.task.airbrush ? ' with setting up the airbrush and cleaning it' : ''
        }.`}
    </p>
  );
}

/** "I have 25 minutes": what to paint now, so that nothing is left half done. */
function ShortTime({ schedule, order, piece }: TonightProps) {
  const [minutes, setMinutes] = useState<number | null>(null);
  const change = useTableEdits();
  const chosen = minutes === null ? [] : inShortTime(schedule.tasks, minutes);
  return (
    <section aria-label="How much time is there now" className="bg-g96 px-5 py-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="font-semibold">Now I have</span>
        {[25, 45].map((m) => (
          <Button
            key={m}
            look={minutes === m ? 'solid' : 'plain'}
            onClick={() => setMinutes(minutes === m ? null : m)}
          >
            {m} minutes
          </Button>
        ))}
        <Button
          look="plain"
          onClick={() => change((table) => withEveningNow(table, { ...nowHere(), minutes: 120 }))}
        >
          two hours from now
        </Button>
      </div>
      {minutes !== null && (
        <div role="status" className="pt-2 text-label">
          {chosen.length === 0 ? (
            <TooShort minutes={minutes} tasks={schedule.tasks} order={order} />
          ) : (
            <ol>
              {chosen.map((k) => {
                const t = schedule.tasks[k];
                return (
                  <li key={k}>
                    <span className="font-semibold">
                      {order[t.layer].title}
                      {coatText(t.coat, order[t.layer])}
                    </span>{' '}
                    {copiesText(t.copies, piece.copies)}, about {plain(Math.max(1, t.activeMin), 0)} min
                  </li>
                );
              })}
            </ol>
          )}
        </div>
      )}
    </section>
  );
}

/** What has no place in any evening is left out of the plan: that is said before it. */
function NotPlanned({ schedule: { unplaced, tooLong }, order }: Pick<TonightProps, 'schedule' | 'order'>) {
  if (unplaced.length === 0) return null;
  const title = (k: number) => order[k].title.toLowerCase();
  const others = unplaced.length - 1;
  return (
    <p role="alert" className="border-l-4 border-g10 bg-g96 px-5 py-3 text-label">
      <span className="font-semibold">Not in the plan: {title(tooLong[0] ?? unplaced[0])}</span>
      {others > 0 && `, and ${others} more`}.{' '}
      {tooLong.length > 0
        ? `No evening is long enough to begin ${others > 0 ? 'them, or what they lie on' : 'it'}: make your evenings longer.`
        : `${MOST_EVENINGS_AHEAD} evenings like your last are not enough: make them longer.`}
    </p>
  );
}

/** The next evening first, then what does not fit, then the short time there is now. */
export function Tonight(props: TonightProps) {
  if (props.schedule.evenings.length === 0) return <NotPlanned {...props} />;
  return (
    <div className="space-y-px">
      <NotPlanned {...props} />
      <NextEvening {...props} />
      <Fits {...props} />
      <ShortTime {...props} />
    </div>
  );
}
