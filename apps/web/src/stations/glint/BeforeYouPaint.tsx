import {
  applyFix,
  findingDefinitions,
  activeFindings,
  type Finding,
  type FindingId,
  type Fix,
  type Piece,
} from '@pale-glint/core';
import { useState } from 'react';
import { useCommands } from '../commands/useCommands.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { askSettle } from '../../workers/mapClient.js';
import { findingKey, useStation } from '../stationState.js';
import { AllRound } from './AllRound.js';
import { FindingItem } from './FindingItem.js';

const sameFinding = (f: Pick<Finding, 'id' | 'part'>) => (q: Piece['critique']['quiet'][number]) =>
  q.finding === f.id && q.part === f.part;

/** What the painter has dismissed, and limits that are their own: each can be taken back. */
function Kept({ piece }: { piece: Piece }) {
  const store = usePieceStore();
  const { quiet, limits } = piece.critique;
  if (quiet.length + limits.length === 0) return null;
  const nameOf = (id: string | null) =>
    piece.parts.find((p) => p.id === id)?.name.split(',')[0] ?? 'the piece';
  const row = (key: string, label: string, note: string, take: string, onTake: () => void) => (
    <li key={key} className="flex items-start gap-2 py-1 text-label">
      <span className="min-w-0 flex-1">
        {label}
        <span className="block text-g38">“{note}”</span>
      </span>
      <button type="button" className="min-h-6 font-semibold underline" onClick={onTake}>
        {take}
      </button>
    </li>
  );
  return (
    <details className="px-4 py-2">
      <summary className="cursor-pointer text-label text-g28">
        {quiet.length} left as they are, {limits.length} limits of your own
      </summary>
      <ul>
        {quiet.map((q, i) =>
          row(
            `q${i}`,
            `${findingDefinitions[q.finding].label}, ${nameOf(q.part)}`,
            q.reason,
            'Tell it again',
            () => store.change((d) => void d.critique.quiet.splice(i, 1)),
          ),
        )}
        {limits.map((l, i) =>
          row(
            `l${i}`,
            `${findingDefinitions[l.finding].label}: limit ${l.limit}`,
            l.note,
            'First limit',
            () => store.change((d) => void d.critique.limits.splice(i, 1)),
          ),
        )}
      </ul>
    </details>
  );
}

/** The experienced eye: what is wrong with the map while it can still be changed. */
export function BeforeYouPaint() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, select, finding, setFinding } = useStation();
  const [fixing, setFixing] = useState(false);
  const [note, setNote] = useState<string | null>(null);
  const findings = activeFindings(sheets.findings);
  const fixable = findings.filter((f) => f.fix);
  const look = (f: Finding) => {
    setFinding(findingKey(f));
    if (f.part) select(f.part);
  };
  const fix = (f: Fix) => {
    setNote(null);
    store.change((d) => void Object.assign(d, applyFix(store.get().piece, f)));
  };
  const leave = (f: Finding, reason: string) =>
    store.change((d) => {
      d.critique.quiet = d.critique.quiet.filter((q) => !sameFinding(f)(q));
      d.critique.quiet.push({ part: f.part, finding: f.id, reason });
    });
  const limitTo = (id: FindingId, limit: number, text: string) =>
    store.change((d) => {
      d.critique.limits = d.critique.limits.filter((l) => l.finding !== id);
      d.critique.limits.push({ finding: id, limit, note: text });
    });
  const fixAll = async () => {
    if (fixing || fixable.length === 0) return;
    setFixing(true);
    const from = store.get().piece;
    try {
      const { applied, left } = await askSettle({ piece: from });
      // What the painter changed meanwhile stays: the fixes are laid over it.
      store.change((d) => void Object.assign(d, applied.reduce(applyFix, store.get().piece)));
      setNote(
        `${applied.length} ` +
          `fixed${left.length ? `, ${left.length} left for you: ${left.map((f) => findingDefinitions[f.id].label.toLowerCase()).join(', ')}` : ''}.`,
      );
    } catch (error) {
      setNote(`Not fixed: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      setFixing(false);
    }
  };
  useCommands({ 'fix-all': () => void fixAll() });
  return (
    <div aria-busy={!sheets.settled}>
      <div className="flex items-center gap-2 px-4 py-2.5">
        <p className="mr-auto" role="status">
          {!sheets.settled && sheets.findings.length === 0
            ? `Measuring, ${sheets.done} of ${sheets.of}`
            : findings.length === 0
              ? 'Nothing to look at.'
              : `${findings.length} to look at`}
        </p>
        {fixable.length > 1 && (
          <Button disabled={fixing} onClick={() => void fixAll()}>
            {fixing ? 'Fixing' : `Fix all ${fixable.length}`}
          </Button>
        )}
      </div>
      {note && (
        <p role="status" className="bg-g88 px-4 py-1.5 text-label">
          {note}
        </p>
      )}
      <ol className="divide-y divide-g82">
        {findings.map((f, i) => (
          <FindingItem
            key={findingKey(f)}
            number={i + 1}
            finding={f}
            part={piece.parts.find((p) => p.id === f.part) ?? null}
            looked={findingKey(f) === finding}
            onLook={() => look(f)}
            onFix={() => f.fix && fix(f.fix)}
            onLeave={(reason) => leave(f, reason)}
            onLimit={(limit, text) => limitTo(f.id, limit, text)}
          />
        ))}
      </ol>
      {findings.length === 0 && sheets.settled && (
        <p className="px-4 pb-3 text-label text-g28">
          Contrast, reflections, edges, bounce, borders and brush widths were judged on every metal part.
        </p>
      )}
      <Kept piece={piece} />
      <AllRound />
    </div>
  );
}
