import {
  isLaidBy,
  PURPOSES,
  schools,
  SCHOOLS,
  type KeptApproach,
  type Ladder,
  type OrderFinding,
  type Paint,
  type Piece,
  type SchoolId,
} from '@pale-glint/core';
import { useId, useState, type ReactNode } from 'react';
import { Choice } from '../../ui/Choice.js';

/** Sorts of approaches as a painter tells them apart. */
export const SORTS = [
  ['painted', 'Ordinary paint'],
  ['flake', 'True metal'],
] as const;

/** Before the id of an approach of the painter's own, to tell it from those built in. */
const MINE = 'mine:';

/** What the order would spoil, and the painter's word that it may. */
function Breach({ finding, onLeave }: { finding: OrderFinding; onLeave: (reason: string) => void }) {
  const [reason, setReason] = useState<string | null>(null);
  return (
    <li>
      <span className="font-semibold">{finding.title}</span> {finding.message}.{' '}
      {reason === null ? (
        <button type="button" className="underline underline-offset-2" onClick={() => setReason('')}>
          It may stay
        </button>
      ) : (
        <form
          className="inline-flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (reason.trim()) onLeave(reason.trim());
          }}
        >
          <input
            autoFocus
            aria-label={`Why it may stay: ${finding.title}`}
            className="w-64 bg-g98 px-2"
            value={reason}
            maxLength={400}
            placeholder="why it may stay"
            onChange={(e) => setReason(e.target.value)}
          />
          <button type="submit" className="font-semibold underline underline-offset-2">
            Leave it
          </button>
        </form>
      )}
    </li>
  );
}

interface ApproachChoiceProps {
  readonly ladder: Ladder;
  readonly purpose: Piece['rig']['purpose'];
  /** Its passes, to be looked at and changed. */
  readonly way: ReactNode;
  readonly findings: readonly OrderFinding[];
  readonly primers: readonly Paint[];
  /** Approaches of the painter's own. */
  readonly kept: readonly KeptApproach[];
  readonly onKept: (kept: KeptApproach) => void;
  /** A breach of the order that stays, with the painter's reason. */
  readonly onLeave: (finding: OrderFinding, reason: string) => void;
  readonly onSchool: (school: SchoolId) => void;
  readonly onUndercoat: (paint: string) => void;
  /** Asks what each approach would take. */
  readonly compare: ReactNode;
}

/** How the metal is laid: its approach, the way it goes, where to stop, and what its order would spoil. */
export function ApproachChoice({
  ladder,
  purpose,
  way,
  findings,
  primers,
  kept,
  onKept,
  onLeave,
  onSchool,
  onUndercoat,
  compare,
}: ApproachChoiceProps) {
  const id = useId();
  const school = schools[ladder.school];
  const mine = kept.find((k) => isLaidBy(ladder, k));
  return (
    <div className="mb-3 grid grid-cols-[16rem_1fr] gap-6 bg-g88 p-4 max-md:grid-cols-1 max-md:gap-3">
      <div className="space-y-1">
        <div className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 focus-within:border-g10">
          <label htmlFor={id} className="text-label text-g28">
            Approach
          </label>
          <select
            id={id}
            className="min-w-0 bg-transparent text-right font-semibold outline-none"
            value={mine ? `${MINE}${mine.id}` : ladder.school}
            onChange={(e) => {
              const own = kept.find((k) => e.target.value === `${MINE}${k.id}`);
              if (own) onKept(own);
              else onSchool(e.target.value as SchoolId);
            }}
          >
            {kept.length > 0 && (
              <optgroup label="Your own">
                {kept.map((k) => (
                  <option key={k.id} value={`${MINE}${k.id}`}>
                    {k.name}
                  </option>
                ))}
              </optgroup>
            )}
            {SORTS.map(([sort, label]) => (
              <optgroup key={sort} label={label}>
                {SCHOOLS.filter((s) => schools[s].metal === sort).map((s) => (
                  <option key={s} value={s}>
                    {schools[s].label}
                  </option>
                ))}
              </optgroup>
            ))}
          </select>
        </div>
        <Choice
          label="Undercoat"
          value={ladder.undercoat}
          options={primers.map((p) => ({ value: p.id, label: p.name }))}
          onChange={onUndercoat}
        />
        <p className="pt-1 text-label text-g28">
          It asks for {school.undercoat.words}: {school.undercoat.why[0].toLowerCase()}
          {school.undercoat.why.slice(1)}
        </p>
        {compare}
      </div>
      <div className="space-y-2">
        <p>
          {school.description} <span className="text-g28">Suits {school.suits}.</span>
        </p>
        {way}
        <p className="text-label text-g28">
          {PURPOSES.map((p) => (
            <span key={p} className={p === purpose ? 'font-semibold text-g10' : ''}>
              For {p}: {school.stop[p]}.{' '}
            </span>
          ))}
        </p>
        {findings.length > 0 && (
          <ul
            aria-label={`What the order of ${ladder.name} would spoil`}
            className="space-y-0.5 border-l-4 border-g10 pl-2 text-label"
          >
            {findings.map((f) => (
              <Breach key={`${f.id}${f.at}`} finding={f} onLeave={(reason) => onLeave(f, reason)} />
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
