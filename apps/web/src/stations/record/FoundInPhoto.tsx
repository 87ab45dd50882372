import { duration, listOf, photoFindings, plain, type PartReading } from '@pale-glint/core';
import { usePiece } from '../../store/PieceContext.js';
import { timeText } from '../order/words.js';
import { Mended } from './Mended.js';
import type { CureLine, ReadPhoto } from '../../workers/photo.worker.js';

interface FoundProps {
  readonly read: ReadPhoto;
  /** When the photo was made, as far as it is known. */
  readonly photoAt: string | null;
  /** Id of the cure that is shown, a finding in their order; null for none. */
  readonly chosen: readonly (string | null)[];
  readonly onChoose: (finding: number, cure: string | null) => void;
}

function CureChoice({
  cure,
  name,
  chosen,
  onChoose,
}: {
  readonly cure: CureLine;
  readonly name: string;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  return (
    <label className={`flex gap-2 rounded-sm px-2 py-1.5 ${chosen ? 'bg-g10 text-g98' : 'bg-g93'}`}>
      <input type="radio" name={name} checked={chosen} onChange={onChoose} className="mt-1 accent-g50" />
      <span className="min-w-0 flex-1 text-label">
        <span className="flex justify-between gap-2 font-semibold">
          <span>{cure.label}</span>
          <span className="shrink-0">{duration(cure.minutes)}</span>
        </span>
        {chosen && cure.dries > 0 && (
          <span className="block">
            At the brush; it dries {cure.dries === 1 ? 'once' : `${cure.dries} times`} in between.
          </span>
        )}
        {chosen && (
          <span className="block">
            {cure.words} {cure.risk}
          </span>
        )}
      </span>
    </label>
  );
}

/** Whether it is too early to mend it: for the paint under it, or for the eye. */
function When({
  when: { wait, toCome, dryness, last },
}: {
  readonly when: ReadPhoto['findings'][number]['when'];
}) {
  if (wait)
    return (
      <p className="border-l-4 border-g62 pl-2 text-label">
        Wait: {listOf(toCome.map((t) => t.toLowerCase()))} still {toCome.length === 1 ? 'comes' : 'come'} on
        it. Metal reads late; judge it then.
      </p>
    );
  if (dryness === 'dry' || !last) return null;
  return (
    <p role="status" className="border-l-4 border-g10 pl-2 text-label">
      {dryness === 'wet'
        ? `${last.title} is still wet: lift it with a clean damp brush, or leave it alone until ${timeText(last.dryAt)}.`
        : `${last.title} dries until ${timeText(last.dryAt)}: painted over sooner it tears.`}
    </p>
  );
}

/** What a photo shows, with what mends it. */
function Findings({ read, photoAt, chosen, onChoose }: FoundProps) {
  return (
    <ol className="space-y-2">
      {read.findings.map(({ finding, cures, when }, i) => (
        <li key={`${finding.id}/${finding.part}`} className="space-y-1.5 rounded-sm bg-g98 p-3">
          <p className="flex items-center gap-2 text-label font-semibold">
            <span className="grid size-5 shrink-0 place-items-center rounded-full bg-g10 text-g98">
              {i + 1}
            </span>
            {finding.certain ? '' : 'Look: '}
            {photoFindings[finding.id].label}
          </p>
          <p className="text-label">{finding.message}</p>
          {finding.certain && <When when={when} />}
          {finding.certain && cures.length === 0 && (
            <p className="text-label text-g28">It is not metal: mend it with your own paints.</p>
          )}
          {finding.certain && cures.length > 0 && (
            <fieldset className="space-y-1">
              <legend className="pb-0.5 text-label text-g28">What mends it, the shortest first</legend>
              {cures.map((cure) => (
                <CureChoice
                  key={cure.id}
                  cure={cure}
                  name={`cure-${i}`}
                  chosen={chosen[i] === cure.id}
                  onChoose={() => onChoose(i, cure.id)}
                />
              ))}
              <label className="flex gap-2 px-2 text-label">
                <input
                  type="radio"
                  name={`cure-${i}`}
                  checked={chosen[i] === null}
                  onChange={() => onChoose(i, null)}
                  className="accent-g50"
                />
                leave it as it is
              </label>
            </fieldset>
          )}
          {cures
            .filter((cure) => cure.id === chosen[i])
            .map((cure) => (
              <Mended
                key={cure.id}
                mending={{ part: finding.part, finding: finding.id, message: finding.message, photoAt, cure }}
              />
            ))}
        </li>
      ))}
    </ol>
  );
}

const signed = (v: number): string => `${v > 0 ? '+' : ''}${plain(v, 0)}`;

/** Every part that was read, with its figures. */
function Figures({ readings }: { readonly readings: readonly PartReading[] }) {
  const { parts } = usePiece();
  return (
    <details className="rounded-sm bg-g98 p-3">
      <summary className="cursor-pointer text-label font-semibold">All {readings.length} parts read</summary>
      <table className="w-full text-label">
        <thead>
          <tr className="text-left text-g28">
            <th className="font-normal">part</th>
            <th className="text-right font-normal">value</th>
            <th className="text-right font-normal">agrees</th>
          </tr>
        </thead>
        <tbody>
          {readings.map((r) => (
            <tr key={r.part} className="border-t border-g88">
              <td className="py-0.5 pr-2">{parts[r.part]?.name}</td>
              <td className="text-right">{signed(r.lighterBy)}</td>
              <td className="text-right">{plain(Math.max(0, r.agreement), 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** The words beside a photo. */
export function FoundInPhoto(props: FoundProps) {
  const { read } = props;
  const { registration: r } = read;
  const certain = read.findings.filter((f) => f.finding.certain && !f.when.wait);
  const later = read.findings.filter((f) => f.finding.certain && f.when.wait).length;
  const minutes = read.findings.reduce(
    (n, { cures }, i) => n + (cures.find((c) => c.id === props.chosen[i])?.minutes ?? 0),
    0,
  );
  return (
    <div className="space-y-3">
      {read.photo && (
        <div>
          <h2 className="text-lead font-semibold">
            {certain.length === 0
              ? later > 0
                ? 'Nothing to mend yet'
                : 'As planned'
              : certain.length === 1
                ? 'One thing to mend'
                : `${certain.length} things to mend`}
          </h2>
          <p className="text-label text-g28">
            {certain.length + later === 0
              ? 'Every part that can be read is within what a steady hand strays.'
              : minutes > 0
                ? `As chosen below it takes ${duration(minutes)}.`
                : ''}
            {later > 0 && ` ${later === 1 ? 'One is' : `${later} are`} judged when more of it is painted.`}
            {r?.residualMm &&
              ` Half of its parts lie within ${plain(Math.max(0.01, r.residualMm.median), 2)} mm of the plan.`}
          </p>
        </div>
      )}
      {read.notes.length > 0 && (
        <ul className="space-y-1 border-l-4 border-g62 pl-2 text-label">
          {read.notes.map((n) => (
            <li key={n.id}>{n.message}</li>
          ))}
        </ul>
      )}
      <Findings {...props} />
      {read.readings.length > 0 && <Figures readings={read.readings} />}
    </div>
  );
}
