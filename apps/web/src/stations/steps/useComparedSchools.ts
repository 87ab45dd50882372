import {
  schoolOptions,
  pieceOnShelf,
  withLadder,
  type SchoolOption,
  type KnownPaints,
  type Ladder,
  type Metal,
  type Piece,
  type Shelf,
} from '@pale-glint/core';
import { useEffect, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import type { PainterPace } from '../../store/usePace.js';
import { useShelf } from '../../store/useShelf.js';
import { planClient } from '../../workers/planClient.js';
import type { MeasuredSchool } from '../../workers/plan.worker.js';
import { mixClient } from '../../workers/useMixSearch.js';
import { nowHere } from '../../workers/useSchedule.js';
import { useStation } from '../stationState.js';

/** A school that may lay a metal of the piece, as far as it is known what it takes. */
export interface ComparedSchool extends SchoolOption {
  readonly key: string;
  /** The piece with its metal laid by it; null where it cannot be. */
  readonly piece: Piece | null;
  readonly measured: MeasuredSchool | null;
}

export interface ComparedSchools {
  readonly list: readonly ComparedSchool[];
  /** Whether more of them is still to come. */
  readonly busy: boolean;
  readonly failed: string | null;
}

interface Asked {
  readonly ladder: Ladder;
  /** What it shall look like. */
  readonly metal: Metal;
  readonly known: KnownPaints;
  /** The part that schools are shown on. */
  readonly part: string | null;
}

/** All of it as it was when it was asked for. */
interface AskedFor extends Asked {
  readonly piece: Piece;
  readonly shelf: Shelf;
  readonly pace: Pick<PainterPace, 'learned' | 'coats'>;
}

/** The piece with its metal laid by a school; null where it cannot be. */
function laidBy({ piece, known, shelf }: AskedFor, { ladder, brought }: SchoolOption): Piece | null {
  if (!ladder) return null;
  return { ...piece, ...pieceOnShelf(withLadder(piece, ladder, [...known.paints, ...brought]), shelf) };
}

/** Every school; those of ordinary paint for what is true metal now once mixes are found, where there are any. */
async function optionsFor(
  { ladder, metal, known, shelf: { approaches: kept } }: AskedFor,
  mixing: ReturnType<typeof mixClient>,
): Promise<readonly SchoolOption[]> {
  const options = schoolOptions(ladder, metal, known, { kept });
  const wanted = options.find((o) => o.search)?.search;
  if (!wanted) return options;
  const { paints, out } = known;
  const found = await mixing.ask('ladder', { ladder: wanted, paints, out, only: null }).catch(() => null);
  return found ? schoolOptions(ladder, metal, known, { kept, painted: found.ladder }) : options;
}

/** The list of schools as more and more of it is known. */
async function* measured(
  asked: AskedFor,
  mixing: ReturnType<typeof mixClient>,
  planning: ReturnType<typeof planClient>,
): AsyncGenerator<readonly ComparedSchool[]> {
  let list = (await optionsFor(asked, mixing)).map((o): ComparedSchool => ({
    ...o,
    key: o.kept ? `mine ${o.kept.id}` : o.school,
    piece: laidBy(asked, o),
    measured: null,
  }));
  yield list;
  const { learned, coats } = asked.pace;
  for (const { key, piece, ladder } of list) {
    if (!piece || !ladder) continue;
    const job = { piece, ladder, part: asked.part, pace: { learned, coats }, ...nowHere() };
    const takes = await planning.ask('school', job);
    list = list.map((a) => (a.key === key ? { ...a, measured: takes } : a));
    yield list;
  }
}

/** What every school takes to lay a metal of the open piece, measured in a worker one after the other. */
export function useComparedSchools(asking: Asked): ComparedSchools {
  const piece = usePiece();
  const { shelf } = useShelf();
  const { pace } = useStation();
  const [asked] = useState<AskedFor>({ ...asking, piece, shelf, pace });
  const [found, setFound] = useState<ComparedSchools>({ list: [], busy: true, failed: null });
  useEffect(() => {
    const mixing = mixClient();
    const planning = planClient();
    let live = true;
    const follow = async () => {
      for await (const list of measured(asked, mixing, planning)) {
        if (!live) return;
        setFound({ list, busy: true, failed: null });
      }
      setFound((f) => ({ ...f, busy: false }));
    };
    follow().catch((error: Error) => live && setFound((f) => ({ ...f, busy: false, failed: error.message })));
    return () => {
      live = false;
      mixing.end();
      planning.end();
    };
  }, [asked]);
  return found;
}
