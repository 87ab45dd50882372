import {
  approachOptions,
  pieceOnShelf,
  withLadder,
  type ApproachOption,
  type KnownPaints,
  type Ladder,
  type Metal,
  type Piece,
} from '@pale-glint/core';
import { useEffect, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { useShelf } from '../../store/useShelf.js';
import { planClient } from '../../workers/planClient.js';
import type { ApproachMeasured } from '../../workers/plan.worker.js';
import { mixClient } from '../../workers/useMixSearch.js';
import { nowHere } from '../../workers/useSchedule.js';
import { useStation } from '../stationState.js';

/** An approach to a metal of the piece, as far as it is known what it takes. */
export interface Approach extends ApproachOption {
  /** The piece with its metal laid by it; null where it cannot be. */
  readonly piece: Piece | null;
  readonly measured: ApproachMeasured | null;
}

export interface Approaches {
  readonly list: readonly Approach[];
  /** Whether more of them is still to come. */
  readonly busy: boolean;
  readonly failed: string | null;
}

interface Asked {
  readonly ladder: Ladder;
  /** What it shall look like. */
  readonly metal: Metal;
  readonly known: KnownPaints;
}

/** What every approach to a metal takes on this piece, measured in a worker one after the other. */
export function useApproaches({ ladder, metal, known }: Asked): Approaches {
  const piece = usePiece();
  const { shelf } = useShelf();
  const { pace } = useStation();
  // As all of it was when it was asked for.
  const [asked] = useState({ piece, shelf, pace, ladder, metal, known });
  const [found, setFound] = useState<Approaches>({ list: [], busy: true, failed: null });
  useEffect(() => {
    const mixing = mixClient();
    const planning = planClient();
    let live = true;
    const laid = ({ ladder: steps }: ApproachOption): Piece | null =>
      steps && {
        ...asked.piece,
        ...pieceOnShelf(withLadder(asked.piece, steps, asked.known.paints), asked.shelf),
      };
    const optionsWith = (painted: Ladder | null) =>
      approachOptions(asked.ladder, asked.metal, asked.known, painted);
    /** Those that want mixes have them, where some are found. */
    const mixed = async (options: readonly ApproachOption[], wanted: Ladder) => {
      const { paints, out } = asked.known;
      const steps = await mixing
        .ask('ladder', { ladder: wanted, paints, out, only: null })
        .then((search) => search.ladder)
        .catch(() => null);
      return steps ? optionsWith(steps) : options;
    };
    const measure = async () => {
      let options: readonly ApproachOption[] = optionsWith(null);
      const wanted = options.find((o) => o.search)?.search;
      if (wanted) options = await mixed(options, wanted);
      let list = options.map((o): Approach => ({ ...o, piece: laid(o), measured: null }));
      const tell = (busy: boolean) => live && setFound({ list, busy, failed: null });
      tell(true);
      const { learned, coats } = asked.pace;
      for (const { school, piece: one, ladder: steps } of list) {
        if (!one || !steps) continue;
        const measured = await planning.ask('approach', {
          piece: one,
          ladder: steps,
          pace: { learned, coats },
          ...nowHere(),
        });
        list = list.map((a) => (a.school === school ? { ...a, measured } : a));
        tell(true);
      }
      tell(false);
    };
    measure().catch(
      (error: Error) => live && setFound((f) => ({ ...f, busy: false, failed: error.message })),
    );
    return () => {
      live = false;
      mixing.end();
      planning.end();
    };
  }, [asked]);
  return found;
}
