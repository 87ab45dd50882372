import { percent, SEATS, survivalText, type Piece } from '@pale-glint/core';
import { useEffect, useRef, useState } from 'react';
import { usePieceState } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { allRoundClient } from '../../workers/mapClient.js';
import type { MapMessage } from '../../workers/protocol.js';
import { useCommands } from '../commands/useCommands.js';

type Round = Extract<MapMessage, { kind: 'round' }>;

const LAMP_WORDS = { front: 'in front', right: 'right', behind: 'behind', left: 'left' } as const;
const VIEWS = [...new Set(SEATS.map((s) => s.viewElevationDeg))];
/** A gain smaller than this is not worth a change. */
const LEAST_GAIN = 0.02;

/** Turns a piece round in a worker, once it is asked to; what it found so far, and whether it goes on. */
function useRound(piece: Piece) {
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [result, setResult] = useState<{ round: Round; piece: Piece } | null>(null);
  const asked = useRef(-1);
  useEffect(
    () =>
      allRoundClient.listen((message) => {
        if (!('generation' in message) || message.generation !== asked.current) return;
        if (message.kind === 'roundPart') setProgress({ done: message.done, of: message.of });
        if (message.kind === 'round') {
          setResult((r) => (r ? { ...r, round: message } : r));
          if (message.finished) setProgress(null);
        }
        if (message.kind === 'failed') setProgress(null);
      }),
    [],
  );
  // Whoever leaves wants no answer any more.
  useEffect(() => () => void (asked.current >= 0 && allRoundClient.ask(null)), []);
  const start = () => {
    setProgress({ done: 0, of: 1 });
    setResult({
      round: {
        kind: 'round',
        generation: -1,
        survival: { share: 0, bySeat: [] },
        remedies: [],
        finished: false,
      },
      piece,
    });
    asked.current = allRoundClient.ask(piece);
  };
  const stop = () => {
    allRoundClient.ask(null);
    asked.current = -1;
    setProgress(null);
  };
  const known = result && result.round.generation >= 0 ? result.round : null;
  return { progress, known, of: result?.piece ?? null, start, stop };
}

/** Share that survives, by lamp and by height of view. */
function SurvivalTable({ survival }: Pick<Round, 'survival'>) {
  return (
    <table className="w-full text-label">
      <thead>
        <tr className="text-left text-g38">
          <th className="font-normal">Lamp</th>
          {VIEWS.map((v) => (
            <th key={v} className="text-right font-normal">
              {v}° above
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {(Object.keys(LAMP_WORDS) as (keyof typeof LAMP_WORDS)[]).map((lamp) => (
          <tr key={lamp}>
            <th scope="row" className="text-left font-normal">
              {LAMP_WORDS[lamp]}
            </th>
            {VIEWS.map((v) => {
              const seat = survival.bySeat.find((s) => s.seat.lamp === lamp && s.seat.viewElevationDeg === v);
              return (
                <td key={v} className="py-px">
                  <span className="flex items-center justify-end gap-1.5">
                    <span
                      aria-hidden
                      className="h-2.5 bg-g28"
                      style={{ width: `${(seat?.share ?? 0) * 48}px` }}
                    />
                    <span className="w-11 text-right font-semibold whitespace-nowrap">
                      {percent(seat?.share ?? 0)}
                    </span>
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What would raise the share, the best first. */
function Remedies({ round }: { round: Round }) {
  const better = round.remedies
    .filter((r) => r.share > round.survival.share + LEAST_GAIN)
    .sort((a, b) => b.share - a.share);
  if (better.length > 0)
    return (
      <ul className="list-inside list-disc text-label">
        {better.map((r) => (
          <li key={r.label}>
            To raise it to {percent(r.share)}, {r.label}.
          </li>
        ))}
      </ul>
    );
  return round.finished ? (
    <p className="text-label text-g28">
      Of what was tried (light, polish, bounce) nothing raises it by more than 2 %.
    </p>
  ) : null;
}

/** A miniature is turned in the hand and stands under other lamps: how much of the painted reading survives. */
export function AllRound() {
  const { piece } = usePieceState();
  const { progress, known, of, start, stop } = useRound(piece);
  useCommands({ round: progress ? stop : start });
  return (
    <section aria-label="Seen all round" className="space-y-2 border-t border-g72 px-4 py-3">
      <h3 className="font-semibold">Seen all round</h3>
      {!known && !progress && (
        <p className="text-label text-g28">
          Turns the painted piece under a lamp on four sides, from two heights, and tells how much still
          reads.
        </p>
      )}
      {known && (
        <div className="space-y-2">
          <p className="text-label">{survivalText(known.survival)}.</p>
          <SurvivalTable survival={known.survival} />
          <Remedies round={known} />
          {of !== piece && <p className="text-label text-g28">The piece has changed since.</p>}
        </div>
      )}
      {progress ? (
        <div className="flex items-center gap-2">
          <progress
            className="h-2 flex-1"
            value={progress.done}
            max={progress.of}
            aria-label="Turning it round"
          />
          <Button look="plain" onClick={stop}>
            Stop
          </Button>
        </div>
      ) : (
        <Button look="plain" onClick={start}>
          {known ? 'Turn it round again' : 'Turn it round'}
        </Button>
      )}
    </section>
  );
}
