import {
  PURPOSES,
  schools,
  SCHOOLS,
  type Ladder,
  type OrderFinding,
  type Paint,
  type Piece,
  type SchoolId,
} from '@pale-glint/core';
import { useId, type ReactNode } from 'react';
import { Choice } from '../../ui/Choice.js';

const SORTS = [
  ['painted', 'Ordinary paint'],
  ['flake', 'True metal'],
] as const;

interface ApproachChoiceProps {
  readonly ladder: Ladder;
  readonly purpose: Piece['rig']['purpose'];
  /** Its passes, to be looked at and changed. */
  readonly way: ReactNode;
  readonly findings: readonly OrderFinding[];
  readonly primers: readonly Paint[];
  readonly onSchool: (school: SchoolId) => void;
  readonly onUndercoat: (paint: string) => void;
}

/** How the metal is laid: its approach, the way it goes, where to stop, and what its order would spoil. */
export function ApproachChoice({
  ladder,
  purpose,
  way,
  findings,
  primers,
  onSchool,
  onUndercoat,
}: ApproachChoiceProps) {
  const id = useId();
  const school = schools[ladder.school];
  return (
    <div className="mb-3 grid grid-cols-[16rem_1fr] gap-6 bg-g88 p-4">
      <div className="space-y-1">
        <div className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 focus-within:border-g10">
          <label htmlFor={id} className="text-label text-g28">
            Approach
          </label>
          <select
            id={id}
            className="min-w-0 bg-transparent text-right font-semibold outline-none"
            value={ladder.school}
            onChange={(e) => onSchool(e.target.value as SchoolId)}
          >
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
              <li key={`${f.id}${f.at}`}>
                <span className="font-semibold">{f.title}</span> {f.message}.
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
