import {
  missingAmong,
  activeOrderFindings,
  schools,
  takenForText,
  type Ladder,
  type Metal,
  type MissingPaint,
  type OrderLayer,
  type Paint,
} from '@pale-glint/core';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { usePieceState } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { useStation } from '../stationState.js';
import { ApproachChoice } from './ApproachChoice.js';
import { FlakeChoice } from './FlakeChoice.js';
import { KeepApproach } from './KeepApproach.js';
import { LadderColumns } from './LadderColumns.js';
import { LadderOffer } from './LadderOffer.js';
import { LadderSpecForm } from './LadderSpecForm.js';
import { MixEditor } from './MixEditor.js';
import { RecipeEditor } from './RecipeEditor.js';
import { stepNotes } from './stepNotes.js';
import { ThreePuddles } from './ThreePuddles.js';
import { useKnownPaints, useLadderEdits, useReading, type LadderEdits } from './useLadderEdits.js';
import { useLadderSpec } from './useLadderSpec.js';
import { ValueChroma } from './ValueChroma.js';
import { WhatEachTakes } from './WhatEachTakes.js';

/** Where the paints come from that mixes are looked for among. */
function Source({ known, ownsShelf, shelfFailed }: LadderEdits) {
  return (
    <>
      From the {known.count} paints of{' '}
      {ownsShelf ? (
        <Link to="/shelf" className="underline underline-offset-2">
          your shelf
        </Link>
      ) : (
        'this piece'
      )}
      {shelfFailed && ' (your shelf could not be opened)'}.
    </>
  );
}

interface LadderHeadProps {
  readonly ladder: Ladder;
  readonly metal: Metal | null;
  readonly reading: ReturnType<typeof useReading>['reading'];
}

function LadderHead({ ladder, metal, reading }: LadderHeadProps) {
  const paints = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)));
  return (
    <div className="flex items-baseline justify-between gap-4 pb-3 max-md:flex-col max-md:gap-1">
      <h1 className="text-lead font-semibold">
        {ladder.name}: {ladder.steps.length} value steps from {paints.size} paints
        {metal && reading.metal.id !== metal.id && (
          <span className="block text-label font-normal">
            {schools[ladder.school].metal === 'flake'
              ? `The flakes it is made from look most like ${reading.metal.label.toLowerCase()}.`
              : takenForText(reading)}
          </span>
        )}
      </h1>
      <p className="text-right text-label text-g10 max-md:text-left">
        wide: dry · narrow: wet on the palette, about
        {schools[ladder.school].metal !== 'flake' && ' · line: the value aimed at, pull it'}
      </p>
    </div>
  );
}

/** What the choice of an approach brought along, or why it could not be made. */
function Told({ told }: Pick<LadderEdits, 'told'>) {
  if (!told) return null;
  if (told.refused) return <Alert className="mb-3 px-3 py-2">{told.text}</Alert>;
  return (
    <p role="status" className="mb-3 bg-g88 px-3 py-2 text-label">
      {told.text}
    </p>
  );
}

/** What a pass may be laid with. */
const PASS_KINDS: ReadonlySet<Paint['kind']> = new Set([
  'paint',
  'ink',
  'wash',
  'one-coat',
  'metallic',
  'varnish',
]);

function OwnWay({
  ladder,
  order,
  edits,
}: {
  ladder: Ladder;
  order: readonly OrderLayer[];
  edits: LadderEdits;
}) {
  const { piece } = usePieceState();
  const { paints, out } = edits.known;
  const owned = paints.filter((p) => PASS_KINDS.has(p.kind) && !out.includes(p.id));
  return (
    <>
      <RecipeEditor {...{ ladder, order, owned }} paints={piece.paints} onPut={edits.put} />
      <KeepApproach
        ladder={ladder}
        paints={piece.paints}
        kept={edits.kept}
        onKeep={edits.keep}
        onTake={edits.takeKept}
      />
    </>
  );
}

/** Paints that are not to hand for one reason. */
const Gone = ({ label, missing }: { label: string; missing: readonly MissingPaint[] }) =>
  missing.length > 0 && (
    <>
      {label}: <strong>{missing.map((m) => m.paint.name).join(', ')}</strong>.{' '}
    </>
  );

/** Paints that the steps name and the painter has none of, what comes nearest, and the way out. */
function NotOnShelf({ ladder, flake, edits }: { ladder: Ladder; flake: boolean; edits: LadderEdits }) {
  const { piece } = usePieceState();
  const missing = missingAmong(
    ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)),
    piece.paints,
  );
  if (missing.length === 0) return null;
  return (
    <div role="note" className="mb-3 flex flex-wrap items-center gap-3 bg-g88 px-3 py-2 text-label">
      <p className="min-w-0 flex-1">
        <Gone label="Not on your shelf" missing={missing.filter((m) => !m.usedUp)} />
        <Gone label="Used up" missing={missing.filter((m) => m.usedUp)} />
        {missing.some((m) => m.nearest) &&
          `Nearest to ${missing[0].paint.name.toLowerCase()} is ${missing[0].nearest?.name.toLowerCase() ?? 'nothing'}, ${Math.round(missing[0].off)} off.`}
      </p>
      {!flake && (
        <Button look="plain" onClick={edits.mixFromShelf}>
          Mix these steps from what I have
        </Button>
      )}
    </div>
  );
}

interface HowLaidProps {
  readonly ladder: Ladder;
  /** Its own layers of the order. */
  readonly order: readonly OrderLayer[];
  readonly edits: LadderEdits;
}

/** How the metal is laid, and on demand what each other approach would take. */
function HowLaid({ ladder, order, edits }: HowLaidProps) {
  const { piece } = usePieceState();
  const { order: whole } = useStation();
  const { known, put } = edits;
  const [isComparing, setComparing] = useState(false);
  const asks = useRef<HTMLButtonElement>(null);
  const findings = useMemo(
    () => activeOrderFindings(whole, piece).filter((f) => f.ladder === ladder.id),
    [whole, piece, ladder.id],
  );
  return (
    <>
      <ApproachChoice
        ladder={ladder}
        purpose={piece.rig.purpose}
        way={order.length > 0 && <OwnWay ladder={ladder} order={order} edits={edits} />}
        findings={findings}
        primers={known.paints.filter(
          (p) => (p.kind === 'primer' && !known.out.includes(p.id)) || p.id === ladder.undercoat,
        )}
        kept={edits.kept}
        onKept={edits.takeKept}
        onLeave={(finding, reason) => edits.leaveBreach(finding, whole, reason)}
        onSchool={edits.chooseSchool}
        onUndercoat={(undercoat) => put({ ...ladder, undercoat })}
        compare={
          <Button
            look="plain"
            className="mt-2"
            ref={asks}
            aria-expanded={isComparing}
            onClick={() => setComparing(!isComparing)}
          >
            What each approach takes
          </Button>
        }
      />
      {isComparing && (
        <WhatEachTakes
          // Begun anew where the steps, or how they are laid, change.
          key={JSON.stringify(ladder)}
          known={known}
          meant={edits.meant}
          ladder={ladder}
          onTake={({ kept, school }) => {
            setComparing(false);
            asks.current?.focus();
            if (kept) edits.takeKept(kept);
            else edits.chooseSchool(school);
          }}
        />
      )}
    </>
  );
}

/** One metal of the piece: how it is laid, what it aims at, its steps and mixes, and the search for others. */
export function LadderSection({ ladder }: { ladder: Ladder }) {
  const { piece } = usePieceState();
  const { order } = useStation();
  const { metal, colours, reading } = useReading(piece, ladder);
  const known = useKnownPaints(piece);
  const { paints, out } = known;
  const spec = useLadderSpec(ladder, paints);
  const edits = useLadderEdits({ ladder, meant: spec.chosen ?? metal ?? reading.metal, known });
  const { searching, offer, told } = edits;
  const mine = order.filter(
    (l) =>
      (l.ladder === ladder.id && l.role !== 'wear') ||
      (l.role === 'undercoat' && l.mix[0]?.paint === ladder.undercoat),
  );
  const notes = useMemo(() => stepNotes(ladder, order, piece), [ladder, order, piece]);
  const flake = schools[ladder.school].metal === 'flake';
  return (
    <section aria-label={ladder.name}>
      <LadderHead ladder={ladder} metal={metal} reading={reading} />
      <HowLaid ladder={ladder} order={mine} edits={edits} />
      <NotOnShelf ladder={ladder} flake={flake} edits={edits} />
      <Told told={told} />
      <div className="pt-6">
        <LadderColumns
          ladder={ladder}
          paints={piece.paints}
          found={null}
          onHalf={flake ? undefined : edits.half}
          onSplit={edits.splitStep}
          onRemove={edits.removeStep}
          label={`${ladder.name}, value steps`}
          notes={notes}
          onAim={flake ? undefined : edits.aim}
          onSettle={edits.confirm}
          mixOf={(index) => (
            <MixEditor
              ladder={ladder}
              index={index}
              paints={paints}
              out={out}
              onTake={(mix, water) => edits.takeMix(index, mix, water)}
            />
          )}
        />
      </div>
      <div className="flex flex-wrap items-start gap-6 bg-g88 p-4">
        {flake ? (
          <FlakeChoice metal={metal ?? reading.metal} onMetal={edits.chooseFlakes} />
        ) : (
          <>
            <LadderSpecForm
              spec={spec}
              paints={paints}
              out={out}
              from={<Source {...edits} />}
              search={searching}
              onFound={edits.offerFound}
            />
            <ThreePuddles ladder={ladder} paints={piece.paints} />
          </>
        )}
        <ValueChroma
          colours={colours}
          metal={metal}
          label={`${ladder.name}: chroma of its steps over value`}
        />
      </div>
      {flake && searching.state.kind === 'busy' && (
        <progress aria-label="Looking for mixes" value={searching.state.share} max={1} className="h-2 w-64" />
      )}
      {offer && (
        <LadderOffer offer={offer} paints={paints} onTake={edits.takeOffer} onLeave={edits.leaveOffer} />
      )}
    </section>
  );
}
