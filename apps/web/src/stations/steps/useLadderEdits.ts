import {
  changeFlakes,
  changeSchool,
  foundText,
  freedFrom,
  knownPaints,
  metalOfLadder,
  mixText,
  paintsById,
  ladderReading,
  schools,
  stepLab,
  withKeptApproach,
  withLadder,
  withStepConfirmed,
  withStepMix,
  withStepSplit,
  withStepValue,
  withoutStep,
  type KeptApproach,
  type KnownPaints,
  type Ladder,
  type LadderSearchResult,
  type Metal,
  type Mix,
  type OrderFinding,
  type OrderLayer,
  type Piece,
  type SchoolChange,
  type SchoolId,
} from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { useShelf } from '../../store/useShelf.js';
import { usePieceStore } from '../../store/PieceContext.js';
import type { Half } from './LadderColumns.js';
import { useMixSearch } from '../../workers/useMixSearch.js';

/** Mixes that a search found and the painter may take. */
export interface Offer {
  readonly ladder: Ladder;
  readonly steps: LadderSearchResult['steps'];
  readonly label: string;
}

/** What a ladder comes out as: its colours, the metal it aims at, and the one it would be taken for. */
export function useReading(piece: Piece, ladder: Ladder) {
  const metal = useMemo(() => metalOfLadder(ladder), [ladder]);
  const colours = useMemo(() => {
    const byId = paintsById(piece.paints);
    return ladder.steps.map((s) => stepLab(s, byId));
  }, [ladder, piece.paints]);
  const reading = useMemo(() => ladderReading(ladder, colours), [ladder, colours]);
  return { metal, colours, reading };
}

/** The paints that a piece may be mixed from. */
export function useKnownPaints(piece: Piece): KnownPaints {
  const { shelf } = useShelf();
  return useMemo(() => knownPaints(shelf, piece.paints), [shelf, piece.paints]);
}

interface LadderAtHand {
  readonly ladder: Ladder;
  /** The metal that it shall look like. */
  readonly meant: Metal;
  readonly known: KnownPaints;
}

/** What a painter does to a ladder of the piece: each is one step of undo, searches answer with an offer. */
export function useLadderEdits({ ladder, meant, known }: LadderAtHand) {
  const store = usePieceStore();
  const { shelf, query, change: changeShelf } = useShelf();
  const { paints, out } = known;
  const searching = useMixSearch();
  const halves = useMixSearch();
  const [offer, setOffer] = useState<Offer | null>(null);
  /** Why an approach could not be chosen, or what its choice brought along. */
  const [told, setTold] = useState<{ readonly text: string; readonly refused: boolean } | null>(null);

  const put = (next: Ladder) => store.change((d) => void Object.assign(d, withLadder(d, next, paints)));
  const offerFound = (found: LadderSearchResult | null, metal: Metal) =>
    setOffer(
      found && {
        ladder: found.ladder,
        steps: found.steps,
        label: `${found.ladder.name} in ${found.ladder.steps.length} steps: ${foundText(found, metal)}`,
      },
    );
  const takeFlakes = (id: SchoolId, metal: Metal, change: SchoolChange) => {
    const { label } = schools[id];
    const flakes = change.kind === 'flakes' ? change.ladder : null;
    if (flakes) put(flakes);
    setTold({
      text: flakes
        ? `${label} in ${flakes.steps.length} steps of flake. ` +
          'How flakes mix, with each other or with paint, is not predicted: test each mix on the side.'
        : `${label} wants two flake paints near ${metal.label.toLowerCase()}, or one and what darkens it, ` +
          'and your shelf has neither. Another metal, or another approach?',
      refused: !flakes,
    });
  };
  /** An approach is taken at once; what it did is told, and one step of undo takes it back. */
  const chooseSchool = (id: SchoolId) => {
    setTold(null);
    setOffer(null);
    const change = changeSchool(ladder, id, meant, known);
    if (change.kind === 'ready') put(change.ladder);
    else if (change.kind === 'search')
      void searching.search('ladder', { ladder: change.ladder, paints, out, only: null }, (found) => {
        put(found.ladder);
        setTold({ text: `${schools[id].label}: ${foundText(found, meant)}`, refused: false });
      });
    else takeFlakes(id, meant, change);
  };
  /** Another metal in true metal: its flakes are taken at once. */
  const chooseFlakes = (metal: Metal) => {
    setTold(null);
    takeFlakes(ladder.school, metal, changeFlakes(ladder, metal, known));
  };
  /** A step pulled to another value: its mix alone is looked for, the others stay. */
  const aim = (index: number, value: number) =>
    void searching.search(
      'ladder',
      { ladder: withStepValue(ladder, index, value), paints, out, only: [index] },
      (found) => put(found.ladder),
    );
  /** Steps that name paints not to hand are mixed from the shelf; the others stay as they are. */
  const mixFromShelf = () =>
    void searching.search(
      'ladder',
      { ladder: freedFrom(ladder, meant, out), paints, out, only: null },
      (found) => put(found.ladder),
    );
  const half = (index: number, then: (half: Half | null) => void) =>
    void halves.search('half', { ladder, paints, out, step: index }, (found) =>
      then(found && { ...found, text: mixText(found.mix, paintsById(paints)) }),
    );
  return {
    known,
    meant,
    chooseFlakes,
    /** Whether the paints are the shelf's, or the piece's own. */
    ownsShelf: shelf.paints.length > 0,
    shelfFailed: query.isError,
    searching,
    offer,
    told,
    put,
    offerFound,
    chooseSchool,
    mixFromShelf,
    aim,
    half,
    confirm: (index: number, confirmed: boolean) => put(withStepConfirmed(ladder, index, confirmed)),
    takeMix: (index: number, mix: Mix, water: number) => put(withStepMix(ladder, index, mix, water)),
    splitStep: (index: number, half: Half) => put(withStepSplit(ladder, index, half.mix, half.lab.l)),
    removeStep: (index: number) => put(withoutStep(ladder, index)),
    kept: shelf.approaches,
    keep: (approaches: readonly KeptApproach[]) =>
      changeShelf((s) => ({ ...s, approaches: [...approaches] })),
    /** The ladder laid by an approach of the painter's own; paints it brings along come into the piece. */
    takeKept: (kept: KeptApproach) => {
      const laid = withKeptApproach(ladder, kept, paints);
      store.change((d) => {
        const have = new Set(d.paints.map((p) => p.id));
        d.paints.push(...laid.paints.filter((p) => !have.has(p.id)));
        Object.assign(d, withLadder(d, laid.ladder, [...paints, ...laid.paints]));
      });
    },
    /** A breach of the order stays, with the painter's reason. */
    leaveBreach: (finding: OrderFinding, order: readonly OrderLayer[], reason: string) => {
      const { role, step } = order[finding.at];
      store.change((d) => {
        d.critique.orderQuiet.push({ ladder: finding.ladder, rule: finding.id, role, step, reason });
      });
    },
    takeOffer: () => {
      if (offer) put(offer.ladder);
      setOffer(null);
    },
    leaveOffer: () => setOffer(null),
  };
}

export type LadderEdits = ReturnType<typeof useLadderEdits>;
