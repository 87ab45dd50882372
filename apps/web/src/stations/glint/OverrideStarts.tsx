import { anchorAt, facesOf, modelOf, MOST_ADDED, pose, type Part, type Piece } from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { handEdits } from './handEdits.js';
import type { BareAdjustment } from '@pale-glint/core';
import { CUT, HELD, radiusOf, reachOf } from './overridePress.js';
import type { HandMode } from './overrideModes.js';

/** Where the place in the middle of a part lies on its form. */
function middleOf(part: Part): { patch: number; anchor: { u: number; v: number } } {
  const model = pose(modelOf(part.form), part.place);
  return (
    anchorAt(model, [0, 0]) ?? anchorAt(model, [0.12 * 4, 0.4]) ?? { patch: 0, anchor: { u: 0.5, v: 0.5 } }
  );
}

/** Half the length of a cut that is put in without drawing it. */
const CUT_REACH = 0.15;

/** What each mode puts in the middle of a part; bands have buttons of their own. */
const starts: Readonly<Partial<Record<HandMode, { label: string; make: (part: Part) => BareAdjustment }>>> = {
  borders: {
    label: 'Pull from the middle',
    make: (part) => ({
      kind: 'border-pull',
      ...middleOf(part),
      by: { u: 0, v: 0.02 },
      reachMm: reachOf(part),
    }),
  },
  hold: {
    label: 'Hold the middle',
    make: (part) => ({ kind: 'zone-hold', ...middleOf(part), radiusMm: radiusOf(part), value: HELD }),
  },
  cuts: {
    label: 'Cut in the middle',
    make: (part) => {
      const { patch, anchor } = middleOf(part);
      const points = [-CUT_REACH, CUT_REACH].map((by) => ({
        ...anchor,
        u: Math.min(1, Math.max(0, anchor.u + by)),
      }));
      return { ...CUT, patch, points };
    },
  },
};

function BandStarts({ part, piece, added }: { part: Part; piece: Piece; added: number }) {
  const store = usePieceStore();
  const faces = facesOf(part, piece);
  const full = added >= MOST_ADDED;
  const put = (a: BareAdjustment) => handEdits.put(store, part.id, a);
  return (
    <>
      {faces && <Button onClick={() => handEdits.another(store, part.id)}>Another composition</Button>}
      {faces?.composition.facets.map(
        (f, facet) =>
          f.gradient === null && (
            <Button
              key={facet}
              look="plain"
              onClick={() => put({ kind: 'band-add', facet, at: 0.5, width: 0.06, peak: 0.7 })}
            >
              Add a band{faces.facets.length > 1 ? `, ${facet === 0 ? 'left' : 'right'}` : ''}
            </Button>
          ),
      )}
      <Button
        look="plain"
        disabled={full}
        title={full ? `At most ${MOST_ADDED}: more read as grain` : undefined}
        onClick={() => put({ kind: 'glint-add', ...middleOf(part), radiusMm: 0.15 })}
      >
        Add a dot
      </Button>
    </>
  );
}

interface OverrideStartsProps {
  readonly part: Part;
  readonly piece: Piece;
  readonly mode: HandMode;
  /** Dots that were added already. */
  readonly added: number;
}

/** Buttons that put a first change in the middle of a part: whoever cannot drag begins here. */
export function OverrideStarts({ part, piece, mode, added }: OverrideStartsProps) {
  const store = usePieceStore();
  const start = starts[mode];
  return (
    <div className="flex flex-wrap gap-1.5">
      {mode === 'bands' && <BandStarts part={part} piece={piece} added={added} />}
      {start && (
        <Button look="plain" onClick={() => handEdits.put(store, part.id, start.make(part))}>
          {start.label}
        </Button>
      )}
    </div>
  );
}
