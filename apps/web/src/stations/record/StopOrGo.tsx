import { duration, plain, READS_WITHIN, type StopOrGo as Worth } from '@pale-glint/core';
import { scaleLinear } from 'd3-scale';
import { useEffect, useMemo, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Dialog } from '../../ui/Dialog.js';
import { planClient } from '../../workers/planClient.js';
import { useStation } from '../stationState.js';

/** Asks what each step that is left brings, while the dialog is open. */
function useWorth() {
  const piece = usePiece();
  const { order, run } = useStation();
  const [asked] = useState({ piece, order, ticks: run.ticks });
  const [state, setState] = useState<{ worth: Worth | null; share: number; failed: string | null }>({
    worth: null,
    share: 0,
    failed: null,
  });
  const client = useMemo(() => planClient(), []);
  useEffect(() => {
    client
      .ask('worth', asked, ({ share }) => setState((s) => ({ ...s, share })))
      .then(
        (worth) => setState({ worth, share: 1, failed: null }),
        (error: Error) => setState((s) => ({ ...s, failed: error.message })),
      );
    return client.end;
  }, [client, asked]);
  return state;
}

const [WIDTH, HEIGHT] = [640, 190];
const EDGE = { left: 8, right: 8, top: 14, bottom: 22 };

/** How far from finished the piece is over the minutes that are left. */
function Curve({ worth }: { readonly worth: Worth }) {
  const { steps, off, readsAfter, untilMin, beyondMin } = worth;
  const total = untilMin + beyondMin;
  const x = scaleLinear([0, total], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([0, Math.max(off, ...steps.map((s) => s.off), 1)], [HEIGHT - EDGE.bottom, EDGE.top]);
  const points = steps.reduce<readonly (readonly [number, number])[]>(
    (line, s) => [...line, [line[line.length - 1][0] + s.minutes, s.off]],
    [[0, off]],
  );
  const line = points
    .map(([m, o], i) => `${i === 0 ? 'M' : 'L'}${x(m).toFixed(1)} ${y(o).toFixed(1)}`)
    .join('');
  const reads = points[readsAfter + 1];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`From ${plain(off)} away from finished to none over ${duration(total)}`}
      className="w-full"
    >
      <path d={`${line}L${x(total)} ${y(0)}L${x(0)} ${y(0)}Z`} fill="#cccccc" />
      <path d={line} fill="none" stroke="#111111" strokeWidth={2} />
      <line
        x1={EDGE.left}
        x2={WIDTH - EDGE.right}
        y1={y(READS_WITHIN)}
        y2={y(READS_WITHIN)}
        stroke="#595959"
        strokeDasharray="4 4"
      />
      <text x={WIDTH - EDGE.right} y={y(READS_WITHIN) - 4} textAnchor="end" fontSize={12} fill="#424242">
        below this it is seen from close only
      </text>
      {reads && readsAfter >= 0 && <circle cx={x(reads[0])} cy={y(reads[1])} r={6} fill="#111111" />}
      <text x={EDGE.left} y={HEIGHT - 5} fontSize={12} fill="#424242">
        now
      </text>
      <text x={WIDTH - EDGE.right} y={HEIGHT - 5} fontSize={12} fill="#424242" textAnchor="end">
        {duration(total)} at the brush
      </text>
    </svg>
  );
}

function sentence({ steps, readsAfter, untilMin, beyondMin }: Worth): string {
  if (steps.length === 0) return 'All of it is done.';
  if (readsAfter < 0)
    return `It reads as it stands: the next ${duration(beyondMin)} add what is seen from close only.`;
  const after = steps[readsAfter].title.toLowerCase();
  return beyondMin < 1
    ? `Every step still shows: it reads once ${after} is done, in ${duration(untilMin)}.`
    : `After ${after} it reads, in ${duration(untilMin)}; the ${duration(beyondMin)} that follow add what is seen from close only.`;
}

/** So little change of the mean nobody sees. */
const HARDLY = 0.05;

/** What each step that is left is worth, in order. */
function Steps({ worth }: { readonly worth: Worth }) {
  const most = Math.max(1e-6, ...worth.steps.map((s) => s.brings));
  return (
    <table className="w-full text-label">
      <thead>
        <tr className="text-left text-g28">
          <th className="font-normal">step</th>
          <th className="font-normal">what it brings at arm’s length</th>
          <th className="text-right font-normal">minutes</th>
        </tr>
      </thead>
      <tbody>
        {worth.steps.map((s, i) => (
          <tr key={s.layer} className={`border-t border-g88 ${i > worth.readsAfter ? 'text-g38' : ''}`}>
            <td className="py-1 pr-3">{s.title}</td>
            <td className="w-48">
              {s.brings >= HARDLY && (
                <span
                  className="mr-1 inline-block h-2.5 bg-g28 align-middle"
                  style={{ width: `${(70 * s.brings) / most}%` }}
                />
              )}
              {s.brings < -HARDLY
                ? 'ground, to be covered'
                : s.brings < HARDLY
                  ? 'hardly seen'
                  : plain(s.brings, 1)}
            </td>
            <td className="text-right">{duration(s.minutes)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function WorthDialog({ onClose }: { readonly onClose: () => void }) {
  const { worth, share, failed } = useWorth();
  return (
    <Dialog open onClose={onClose} title="Stop, or go on">
      {failed && <Alert>{failed}</Alert>}
      {!worth && !failed && (
        <p role="status" className="space-y-2 py-6">
          The piece is looked at after every step that is left.
          <progress aria-label="Looking at it" value={share} max={1} className="block h-1 w-full" />
        </p>
      )}
      {worth && (
        <div className="space-y-3">
          <p className="font-semibold">{sentence(worth)}</p>
          {worth.steps.length > 0 && <Curve worth={worth} />}
          <div className="max-h-[40vh] overflow-y-auto pr-2">
            <Steps worth={worth} />
          </div>
          <p className="text-label text-g28">
            Colour difference to the finished piece, in the mean of all of it as half a metre shows it. Cloth
            and skin are taken as painted.
          </p>
        </div>
      )}
      <div className="flex justify-end">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

/** Whether what is left is worth its time. */
export function StopOrGo() {
  const { order } = useStation();
  const [isOpen, setOpen] = useState(false);
  if (order.length === 0) return null;
  return (
    <div className="rounded-sm bg-g96 p-4">
      <p className="font-semibold">Stop, or go on?</p>
      <p className="pb-2 text-label text-g28">
        What each step that is left still brings to the eye, and how long it takes.
      </p>
      <Button look="plain" onClick={() => setOpen(true)}>
        Look at it
      </Button>
      {isOpen && <WorthDialog onClose={() => setOpen(false)} />}
    </div>
  );
}
