import {
  coatsDone,
  putRight,
  ticksOfLine,
  type DoneEvening,
  type DoneLine,
  type ReallyDone,
} from '@pale-glint/core';
import { useId, useMemo, useState } from 'react';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/NumberField.js';
import { useStation } from '../stationState.js';

interface PutRightProps {
  readonly line: DoneLine;
  /** The evening that the line is of; null for all of them. */
  readonly evening: DoneEvening | null;
}

/** What was really done of a line: coats, minutes and what was on the brush, in place of what the plan had. */
function Form({ line, evening, onEnd }: PutRightProps & { readonly onEnd: () => void }) {
  const { order, run } = useStation();
  const own = useMemo(() => ticksOfLine(line, run.ticks, order, evening), [line, run.ticks, order, evening]);
  const [done, setDone] = useState<ReallyDone>({});
  const mixId = useId();
  const shownMinutes = done.minutes ?? putRight(own, order, done).reduce((n, t) => n + t.did.minutes, 0);
  const unchanged = Object.keys(done).length === 0;
  return (
    <form
      aria-label={`What was done: ${line.title}`}
      className="col-span-2 grid grid-cols-2 gap-x-6 gap-y-1 bg-g93 px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        run.tick(...putRight(own, order, done));
        onEnd();
      }}
    >
      <NumberField
        label="Coats"
        unit="laid"
        value={done.coats ?? coatsDone(own)}
        min={1}
        max={50}
        step={1}
        onChange={(coats) => setDone({ ...done, coats })}
      />
      <NumberField
        label="At the brush"
        unit="min"
        value={shownMinutes}
        min={0}
        max={10_000}
        step={0.5}
        onChange={(minutes) => setDone({ ...done, minutes })}
      />
      <label htmlFor={mixId} className="col-span-2 flex items-baseline gap-2 border-b border-g82 py-1">
        <span className="shrink-0 text-g28">On the brush</span>
        <input
          id={mixId}
          maxLength={200}
          className="min-w-0 flex-1 bg-transparent outline-none"
          value={done.mix ?? line.mix}
          onChange={(e) => setDone({ ...done, mix: e.target.value })}
        />
      </label>
      <div className="col-span-2 flex items-center justify-end gap-2 pt-1">
        <p className="mr-auto text-g28">{line.layer !== null && 'Plans learn from it.'}</p>
        <Button type="button" look="plain" onClick={onEnd}>
          Leave it
        </Button>
        <Button type="submit" disabled={unchanged}>
          That was it
        </Button>
      </div>
    </form>
  );
}

/** A way to say what was really done of a line of the diary. */
export function PutRight(props: PutRightProps) {
  const [isOpen, setOpen] = useState(false);
  if (isOpen) return <Form {...props} onEnd={() => setOpen(false)} />;
  return (
    <button
      type="button"
      aria-label={`It went otherwise: ${props.line.title}`}
      className="justify-self-end text-g28 underline underline-offset-2"
      onClick={() => setOpen(true)}
    >
      it went otherwise
    </button>
  );
}
