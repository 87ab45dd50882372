import {
  coatsText,
  driesTo,
  flakeLadder,
  foundText,
  ladderBatches,
  metalOfLadder,
  metals,
  mixText,
  orderFindings,
  paintsById,
  paintSnapshot,
  percent,
  batchText,
  plain,
  readsAs,
  schools,
  stepLab,
  withSchool,
  ladderFromSpec,
  type Ladder,
  type Metal,
  type Paint,
  type SchoolId,
  type LadderSearchResult,
} from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { useStation } from '../stationState.js';
import { useShelf } from '../../shelf/useShelf.js';
import { ApproachChoice } from './ApproachChoice.js';
import { knownPaints } from './known.js';
import { MixEditor } from './MixEditor.js';
import { LadderColumns, type Half } from './LadderColumns.js';
import { ThreePuddles } from './ThreePuddles.js';
import { useSearch } from './useSearch.js';
import { ValueChroma } from './ValueChroma.js';
import { WishForm } from './LadderSpecForm.js';

/** Mixes that may be taken: from a search, or flakes for true metal, where nothing was searched. */
interface Offer {
  readonly ladder: Ladder;
  readonly steps: LadderSearchResult['steps'] | null;
  readonly label: string;
}

/** Another number of steps is made from this many when true metal becomes ordinary paint. */
const PAINTED_STEPS = 7;

/** The ladder in the piece, which keeps every paint it takes in hand, as the shelf has it now. */
function usePut(ladder: Ladder, paints: readonly Paint[]) {
  const store = usePieceStore();
  return (next: Ladder) =>
    store.change((d) => {
      d.ladders[d.ladders.findIndex((l) => l.id === ladder.id)] = next;
      const used = paintSnapshot(next, paints);
      for (const paint of paints.filter((p) => used.has(p.id))) {
        const old = d.paints.findIndex((p) => p.id === paint.id);
        if (old < 0) d.paints.push(paint);
        else d.paints[old] = paint;
      }
    });
}

/** One metal of the piece: how it is laid, what it aims at, its steps and mixes, and the search for others. */
export function LadderSection({ ladder }: { ladder: Ladder }) {
  const { piece } = usePieceState();
  const { order } = useStation();
  const searching = useSearch();
  const { search } = searching;
  const halves = useSearch();
  const { shelf, query } = useShelf();
  const { paints, out, count } = useMemo(() => knownPaints(shelf, piece.paints), [shelf, piece.paints]);
  const metal = useMemo(() => metalOfLadder(ladder), [ladder]);
  const [offer, setOffer] = useState<Offer | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const put = usePut(ladder, paints);
  const colours = useMemo(() => {
    const byId = paintsById(piece.paints);
    return ladder.steps.map((s) => stepLab(s, byId));
  }, [ladder, piece.paints]);
  const reading = useMemo(() => readsAs(colours, metals, metal), [colours, metal]);
  const mine = order.filter(
    (l) => l.ladder === ladder.id || (l.role === 'undercoat' && l.mix[0]?.paint === ladder.undercoat),
  );
  const findings = useMemo(
    () => orderFindings(order, piece).filter((f) => f.ladder === ladder.id),
    [order, piece, ladder.id],
  );
  const flake = schools[ladder.school].metal === 'flake';

  const offerFound = (found: LadderSearchResult | null, meant: Metal) =>
    setOffer(
      found && {
        ladder: found.ladder,
        steps: found.steps,
        label: `${found.ladder.name} in ${found.ladder.steps.length} steps: ${foundText(found, meant)}`,
      },
    );
  const choose = (id: SchoolId) => {
    setRefused(null);
    setOffer(null);
    const school = schools[id];
    if (school.metal === schools[ladder.school].metal) {
      put(withSchool(ladder, id, paints));
      return;
    }
    const meant = metal ?? reading.metal;
    if (school.metal === 'painted') {
      const wish = withSchool(
        ladderFromSpec(
          { ...ladder, steps: ladder.steps.map((s) => ({ ...s, settled: 'no' as const })) },
          { metal: meant, steps: PAINTED_STEPS, crowd: 0 },
        ),
        id,
        paints,
      );
      search({ kind: 'ladder', ladder: wish, paints, out, only: null }, (found) => offerFound(found, meant));
      return;
    }
    const next = flakeLadder(
      ladder,
      id,
      meant,
      paints.filter((p) => !out.includes(p.id)),
    );
    if (next)
      setOffer({
        ladder: next,
        steps: null,
        label: `${school.label} in ${next.steps.length} steps of flake. How flakes mix with each other is not predicted: test the equal mix.`,
      });
    else
      setRefused(
        `${school.label} wants two flake paints near ${meant.label.toLowerCase()}, and your shelf has fewer. Another metal, or another approach?`,
      );
  };
  /** A step pulled to another value: its mix alone is looked for, the others stay. */
  const aim = (index: number, value: number) => {
    const next = {
      ...ladder,
      steps: ladder.steps.map((s, k) => (k === index ? { ...s, value, settled: 'no' as const } : s)),
    };
    search({ kind: 'ladder', ladder: next, paints, out, only: [index] }, (r) => put(r.ladder));
  };
  const settle = (index: number, settled: boolean) =>
    put({
      ...ladder,
      steps: ladder.steps.map((s, k) => (k === index ? { ...s, settled: settled ? 'yes' : 'no' } : s)),
    });
  const half = (index: number, then: (half: Half | null) => void) =>
    halves.search({ kind: 'half', ladder, paints, out, step: index }, ({ half: found }) =>
      then(found && { ...found, text: mixText(found.mix, paintsById(paints)) }),
    );
  const mixOf = (index: number) => (
    <MixEditor
      ladder={ladder}
      index={index}
      paints={paints}
      out={out}
      onTake={(mix, water) =>
        put({
          ...ladder,
          steps: ladder.steps.map((s, k) => (k === index ? { ...s, mix, water, settled: 'yes' } : s)),
        })
      }
    />
  );
  const piles = useMemo(() => ladderBatches(ladder, order, piece.copies), [ladder, order, piece.copies]);
  const notes = (step: string) => {
    const laid = mine.find((l) => (l.role === 'value' || l.role === 'base') && l.step === step)?.parts ?? [];
    if (laid.length === 0) return order.length > 0 ? ['on no part at this size'] : [];
    const coats = [...new Set(laid.map(coatsText))];
    const share = ladder.steps.find((s) => s.id === step)?.aimedShare ?? 0;
    const pile = piles.find((p) => p.step === step);
    const byId = paintsById(piece.paints);
    return [
      ...(pile ? [batchText(pile, (id) => byId.get(id)?.name ?? id)] : []),
      `${coats.join(', or ')} on ${laid.length === 1 ? '1 part' : `${laid.length} parts`}, dries to value ${driesTo(laid)}`,
      `aims at ${percent(share)}; ${plain(
        laid.reduce((s, p) => s + p.coverMm2, 0),
        0,
      )} mm² in all`,
    ];
  };
  const named = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)));
  const from = (
    <>
      From the {count} paints of{' '}
      {shelf.paints.length === 0 ? (
        'this piece'
      ) : (
        <Link to="/shelf" className="underline underline-offset-2">
          your shelf
        </Link>
      )}
      {query.isError && ' (your shelf could not be opened)'}.
    </>
  );

  return (
    <section aria-label={ladder.name}>
      <div className="flex items-baseline justify-between gap-4 pb-3">
        <h1 className="text-lead font-semibold">
          {ladder.name}: {ladder.steps.length} value steps from {named.size} paints
          {metal && reading.metal.id !== metal.id && (
            <span className="block text-label font-normal">
              It would be taken for {reading.metal.label.toLowerCase()}
              {reading.add && `: ${reading.add}`}.
            </span>
          )}
        </h1>
        <p className="text-right text-label text-g10">
          wide: dry · narrow: wet on the palette, about · line: the value aimed at, pull it
        </p>
      </div>
      <ApproachChoice
        ladder={ladder}
        purpose={piece.rig.purpose}
        order={mine}
        findings={findings}
        primers={paints.filter((p) => p.kind === 'primer' || p.id === ladder.undercoat)}
        onSchool={choose}
        onUndercoat={(undercoat) => put({ ...ladder, undercoat })}
      />
      {refused && (
        <p role="alert" className="mb-3 bg-g10 px-3 py-2 text-label text-g98">
          {refused}
        </p>
      )}
      <div className="pt-6">
        <LadderColumns
          ladder={ladder}
          paints={piece.paints}
          found={null}
          onHalf={flake ? undefined : half}
          label={`${ladder.name}, value steps`}
          notes={notes}
          onAim={flake ? undefined : aim}
          onSettle={settle}
          mixOf={mixOf}
        />
      </div>
      <div className="flex flex-wrap items-start gap-6 bg-g88 p-4">
        {flake ? (
          <p className="w-64 text-label text-g28">
            True metal is made from the flakes you have, not mixed to a value: its lights come from how it is
            turned. Change a mix by hand, or choose another approach.
          </p>
        ) : (
          <WishForm
            ladder={ladder}
            paints={paints}
            out={out}
            from={from}
            search={searching}
            onFound={offerFound}
          />
        )}
        {!flake && <ThreePuddles ladder={ladder} paints={piece.paints} />}
        <ValueChroma
          colours={colours}
          metal={metal}
          label={`${ladder.name}: chroma of its steps over value`}
        />
      </div>
      {flake && searching.state.kind === 'busy' && (
        <progress
          aria-label="Looking for mixes"
          value={searching.state.share}
          max={1}
          className="h-2 w-64 accent-g10"
        />
      )}
      {offer && (
        <section aria-label="Mixes found" className="mt-3 bg-g62 p-4">
          <div className="flex items-center justify-between gap-4 pb-8">
            <p role="status" className="font-semibold">
              {offer.label}
            </p>
            <span className="flex gap-2">
              <Button
                onClick={() => {
                  put(offer.ladder);
                  setOffer(null);
                }}
              >
                Take these mixes
              </Button>
              <Button look="plain" onClick={() => setOffer(null)}>
                Leave them
              </Button>
            </span>
          </div>
          <LadderColumns
            ladder={offer.ladder}
            paints={paints}
            found={offer.steps}
            label={`${offer.ladder.name}, mixes found`}
          />
        </section>
      )}
    </section>
  );
}
