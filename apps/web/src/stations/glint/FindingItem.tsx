import { findingDefinitions, plain, type Finding, type Part } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/NumberField.js';
import { Why } from '../../ui/Why.js';

interface FindingItemProps {
  readonly number: number;
  readonly finding: Finding;
  readonly part: Part | null;
  readonly looked: boolean;
  readonly onLook: () => void;
  readonly onFix: () => void;
  readonly onLeave: (reason: string) => void;
  readonly onLimit: (limit: number, note: string) => void;
}

const sentence = (message: string) => `${message[0].toUpperCase()}${message.slice(1)}.`;
const link =
  'min-h-6 text-label font-semibold underline decoration-g62 underline-offset-2 hover:decoration-g05';
const field = 'w-full rounded-sm bg-g98 px-2 py-1 text-label ring-1 ring-g72 focus:ring-g10';

/** Why it may stay, or why another limit holds: asked for before it is taken. */
function Reason({ label, take, onTake }: { label: string; take: string; onTake: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="space-y-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim()) onTake(reason.trim());
      }}
    >
      <label className="block text-label text-g28">
        {label}
        <input
          className={field}
          value={reason}
          maxLength={400}
          autoFocus
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <Button type="submit" disabled={!reason.trim()}>
        {take}
      </Button>
    </form>
  );
}

/** One thing to look at: what, where, how much, and what to do. */
export function FindingItem({
  number,
  finding,
  part,
  looked,
  onLook,
  onFix,
  onLeave,
  onLimit,
}: FindingItemProps) {
  const definition = findingDefinitions[finding.id];
  const known = finding.wanted.from ?? finding.wanted.to;
  const [asking, setAsking] = useState<'leave' | 'limit' | null>(null);
  const [limit, setLimit] = useState(definition.limit);
  const where = part?.name ?? 'The whole piece';
  const told = finding.fix && finding.message.includes(finding.fix.label);
  return (
    <li className={`px-4 py-2.5 ${looked ? 'bg-g98' : ''}`} data-finding={finding.id}>
      <button
        type="button"
        onClick={onLook}
        aria-pressed={looked}
        className="flex w-full items-start gap-2 text-left"
      >
        <span className="mt-px grid size-5 shrink-0 place-items-center rounded-[2px] bg-g10 text-label leading-none font-bold text-g98">
          {number}
        </span>
        <span className="min-w-0">
          <span className="block leading-tight font-semibold">{definition.label}</span>
          <span className="narrow block text-label text-g38">{where}</span>
        </span>
      </button>
      <p className="pt-1 pl-7 text-label">
        {sentence(finding.message)}
        <Why of={definition.label} text={definition.why} />
      </p>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pt-1.5 pl-7">
        {finding.fix && (
          <Button onClick={onFix} title={sentence(finding.fix.label)}>
            {told ? 'Fix it' : `Fix: ${finding.fix.label}`}
          </Button>
        )}
        <button
          type="button"
          className={link}
          aria-expanded={asking === 'leave'}
          onClick={() => setAsking(asking === 'leave' ? null : 'leave')}
        >
          Leave it
        </button>
        {known !== null && finding.id !== 'wrong-lip' && (
          <button
            type="button"
            className={link}
            aria-expanded={asking === 'limit'}
            onClick={() => setAsking(asking === 'limit' ? null : 'limit')}
          >
            Other limit
          </button>
        )}
      </div>
      {asking && (
        <div className="space-y-1.5 pt-2 pl-7">
          {asking === 'limit' && (
            <>
              <NumberField
                label={`Limit, first ${plain(definition.limit, 2)}`}
                unit=""
                value={limit}
                min={0}
                max={1000}
                step={0.05}
                onChange={setLimit}
              />
              <p className="text-label text-g38">{definition.unit}</p>
            </>
          )}
          {asking === 'leave' ? (
            <Reason label="Why it may stay" take="Leave it" onTake={onLeave} />
          ) : (
            <Reason label="Why this limit" take="Take this limit" onTake={(note) => onLimit(limit, note)} />
          )}
        </div>
      )}
    </li>
  );
}
