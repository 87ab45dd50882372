import {
  counted,
  capital,
  drills,
  plain,
  standingOf,
  type DrillAnswer,
  type DrillId,
  type DrillKind,
  type DrillStanding,
} from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../ui/Button.js';
import { MissChart } from './MissChart.js';

interface StandingSideProps {
  readonly drill: DrillId;
  readonly answers: readonly DrillAnswer[];
  readonly kinds: readonly DrillKind[];
  /** Whether supplied paints are asked about, in place of the painter's own. */
  readonly supplied: boolean;
  readonly onForget: () => void;
}

/** Answers are forgotten at the second press: they do not come back. */
function Forget({ answered, onForget }: { answered: number; onForget: () => void }) {
  const [sure, setSure] = useState(false);
  return (
    <p className="flex items-center justify-between gap-3 text-label text-g38">
      {counted(answered, 'answer')}
      <Button look="plain" onClick={() => (sure ? onForget() : setSure(true))} onBlur={() => setSure(false)}>
        {sure ? 'Forget them for good' : 'Forget them'}
      </Button>
    </p>
  );
}

/** How a painter leans on one kind of question, as one says it. */
function leanText(drill: DrillId, { kind, lean }: DrillStanding['leans'][number]): string {
  const { leans, unit } = drills[drill];
  const [above, below] = leans!;
  return `${capital(kind.label)}: ${plain(Math.abs(lean), 0)} ${unit}, ${lean > 0 ? above : below}`;
}

/** What the answers to a drill tell so far. */
export function StandingSide({ drill, answers, kinds, supplied, onForget }: StandingSideProps) {
  const { trains, unit, within } = drills[drill];
  const own = answers.filter((a) => a.drill === drill);
  const { answered, usualMiss, atFirst, close, of, leans, worst } = standingOf(drill, answers, kinds);
  const measured = within > 0;
  return (
    <aside
      aria-label="How you see"
      className="w-76 shrink-0 space-y-4 overflow-y-auto bg-g93 p-5 max-md:w-full"
    >
      <p className="text-g28">{trains}</p>
      {supplied && (
        <p className="text-g28">
          It asks about supplied paints: your shelf has too few that cover, or they are too alike.
        </p>
      )}
      {answered === 0 ? (
        <p className="text-g28">
          What you answer is kept here: how far off you usually are, which way you lean, and whether that
          changes. What you miss is asked more often.
        </p>
      ) : (
        <>
          <p>
            <span className="block text-lead font-semibold">
              {close} of {of < answered ? `the last ${of}` : of} {measured ? 'close' : 'right'}
            </span>
            {measured && usualMiss !== null && (
              <span className="text-g28">
                Usually off by {plain(usualMiss, 0)} {unit}
                {atFirst !== null ? `, at first by ${plain(atFirst, 0)}` : ''}. Close is {plain(within, 0)}.
              </span>
            )}
          </p>
          {measured && <MissChart answers={own} within={within} unit={unit} />}
          {leans.length > 0 && (
            <div>
              <h3 className="font-semibold">You lean</h3>
              <ul className="text-g28">
                {leans.map((l) => (
                  <li key={l.kind.id}>{leanText(drill, l)}</li>
                ))}
              </ul>
            </div>
          )}
          {worst && <p className="text-g28">Asked more often now: {worst.label}.</p>}
          <Forget answered={answered} onForget={onForget} />
        </>
      )}
    </aside>
  );
}
