import { listOf } from '@pale-glint/core';
import { usePiece } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import { momentText } from '../order/words.js';
import { photosOf } from './PhotoList.js';
import type { BesideState } from './useBeside.js';

const NONE = 'none';
/** So many parts are told at most. */
const MOST_TOLD = 8;

interface BesideProps {
  /** The photo that is read. */
  readonly photo: string;
  /** The one beside it; null for none. */
  readonly other: string | null;
  readonly onOther: (photo: string | null) => void;
  readonly state: BesideState;
}

/** What two miniatures of one plan differ in. */
function Differences({ state: { beside, failed } }: Pick<BesideProps, 'state'>) {
  if (failed) return <p role="alert">{failed}</p>;
  if (!beside) return <p role="status">It is laid on the plan and read.</p>;
  if (!beside.looks)
    return <p>That photo does not lie on the plan. Open it by itself and tap places to lay it by.</p>;
  if (beside.parts.length === 0) return <p>That photo shows another side: no part is on both.</p>;
  const told = beside.parts.filter((p) => p.shows.length > 0);
  if (told.length === 0)
    return <p>Nothing beyond what one hand strays twice: the two may stand side by side.</p>;
  return (
    <>
      <p>Against it, this one is:</p>
      <ul className="space-y-1">
        {told.slice(0, MOST_TOLD).map((p) => (
          <li key={p.part}>
            <span className="font-semibold">{p.name}</span>: {listOf(p.shows)}
          </li>
        ))}
      </ul>
      {told.length > MOST_TOLD && <p>{told.length - MOST_TOLD} more parts differ, each less than these.</p>}
    </>
  );
}

/** Holds the photo beside another of the same plan: a companion, or one of the batch. */
export function BesideAnother({ photo, other, onOther, state }: BesideProps) {
  const { notes } = usePiece();
  const others = photosOf(notes).filter((n) => n.photo !== photo);
  if (others.length === 0) return null;
  return (
    <section aria-label="Beside another photo" className="space-y-2 rounded-sm bg-g98 p-3 text-label">
      <Choice
        label="Hold beside"
        why="Another miniature of this plan, or this one on another evening: both are read, and what they differ in is told part by part. Each counts by how it strays from the plan of its step."
        value={other ?? NONE}
        options={[
          { value: NONE, label: 'no other photo' },
          ...others.map((n) => ({
            value: n.photo,
            label: `${n.madeAt ? momentText(n.madeAt) : 'some time'}: ${n.text}`,
          })),
        ]}
        onChange={(next) => onOther(next === NONE ? null : next)}
      />
      {other !== null && <Differences state={state} />}
    </section>
  );
}
