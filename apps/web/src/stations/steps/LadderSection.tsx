import {
  colouredMetal, closeness, hueWord, deltaE, metalOfLadder, metals, mixText, paintsById, percent, plain, readsAs, stepLab, wishedLadder,
  type Lacking, type Ladder, type Metal, type Searched,
} from '@pale-glint/core'; // prettier-ignore
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { useDesk } from '../desk.js';
import { useShelf } from '../../shelf/useShelf.js';
import { knownPaints } from './known.js';
import { MixEditor } from './MixEditor.js';
import { LadderColumns, type Half } from './LadderColumns.js';
import { useSearch } from './useSearch.js';
import { ValueChroma } from './ValueChroma.js';

const COLOURED = 'coloured';
const SPACINGS = { even: 0, lights: 0.6, darks: -0.6 } as const;
type Spacing = keyof typeof SPACINGS;

/** What a search gave, in a sentence. */
function foundSays({ steps, reading, ladder }: Searched, meant: Metal | null): string {
  const words = steps.map((s) => closeness(deltaE(s.lab, s.target)));
  const counts = [...new Set(words)].map((w) => `${words.filter((o) => o === w).length} ${w}`).join(', ');
  const paints = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint))).size;
  const piles = steps.filter((s) => s.sharing !== 'add').length;
  const reads = meant && reading.metal.id !== meant.id ? ` It would be taken for ${reading.metal.label.toLowerCase()}${reading.add ? `: ${reading.add}` : ''}.` : '';
  return `${paints} paints, ${piles} fresh ${piles === 1 ? 'pile' : 'piles'}; ${counts}.${reads}`;
} // prettier-ignore

/** What one paint more would do, in a sentence with its swatch. */
function LackingSays({ lacking, metal }: { lacking: Lacking | null; metal: Metal }) {
  if (!lacking)
    return <p role="status" className="text-label">No one paint more would help {metal.label.toLowerCase()} much.</p>;
  const { hex, lab } = lacking;
  const steps = lacking.steps.filter((s) => closeness(s.now) !== closeness(s.then));
  return (
    <p role="status" className="flex items-start gap-2 text-label">
      <span className="size-9 shrink-0" style={{ background: hex }} />
      <span>
        An opaque paint near this, of the {hueWord(lab)} about value {Math.round(lab.l)}, would help most
        {steps.length > 0 ? `: ${steps.map((s) => `step ${s.index + 1} from ${closeness(s.now)} to ${closeness(s.then)}`).join(', ')}` : ': fewer fresh piles'}.
      </span>
    </p>
  );
} // prettier-ignore

/** One metal of the piece: what it aims at, its steps and mixes, and the search for others. */
export function LadderSection({ ladder }: { ladder: Ladder }) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { order } = useDesk();
  const { state, search, stop } = useSearch();
  const halves = useSearch();
  const { shelf, query } = useShelf();
  const { paints, out, count } = useMemo(() => knownPaints(shelf, piece.paints), [shelf, piece.paints]);
  const metal = useMemo(() => metalOfLadder(ladder), [ladder]);
  const [wish, setWish] = useState({
    metal: metal?.id.startsWith(COLOURED) ? COLOURED : (metal?.id ?? metals[0].id),
    hue: 250,
    steps: ladder.steps.length,
    spacing: 'even' as Spacing,
  });
  const [found, setFound] = useState<Searched | null>(null);
  const [lacking, setLacking] = useState<Lacking | null | undefined>(undefined);
  const wished = wish.metal === COLOURED ? colouredMetal(wish.hue) : metals.find((m) => m.id === wish.metal)!;
  const colours = useMemo(() => {
    const byId = paintsById(piece.paints);
    return ladder.steps.map((s) => stepLab(s, byId));
  }, [ladder, piece.paints]);
  const reading = useMemo(() => readsAs(colours, metals, metal), [colours, metal]);

  const put = (next: Ladder) =>
    store.change((d) => {
      const at = d.ladders.findIndex((l) => l.id === ladder.id);
      d.ladders[at] = next;
      // The piece keeps every paint its ladders name, as the shelf has it now.
      const used = new Set(next.steps.flatMap((s) => s.mix.map((m) => m.paint)));
      for (const paint of paints.filter((p) => used.has(p.id))) {
        const old = d.paints.findIndex((p) => p.id === paint.id);
        if (old < 0) d.paints.push(paint);
        else d.paints[old] = paint;
      }
    });
  const wishOf = () => wishedLadder(ladder, { metal: wished, steps: wish.steps, crowd: SPACINGS[wish.spacing] });
  const look = () => {
    setFound(null);
    search({ kind: 'ladder', ladder: wishOf(), paints, out, only: null }, setFound);
  };
  /** A step pulled to another value: its mix alone is looked for, the others stay. */
  const aim = (index: number, value: number) => {
    const next = { ...ladder, steps: ladder.steps.map((s, k) => (k === index ? { ...s, value, settled: 'no' as const } : s)) };
    search({ kind: 'ladder', ladder: next, paints, out, only: [index] }, (r) => put(r.ladder));
  };
  const settle = (index: number, settled: boolean) =>
    put({ ...ladder, steps: ladder.steps.map((s, k) => (k === index ? { ...s, settled: settled ? 'yes' : 'no' } : s)) });
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
      onTake={(mix, water) => put({ ...ladder, steps: ladder.steps.map((s, k) => (k === index ? { ...s, mix, water, settled: 'yes' } : s)) })}
    />
  );
  const notes = (step: string) => {
    const laid = order.find((l) => l.role === 'value' && l.step === step && l.ladder === ladder.id)?.parts ?? [];
    if (laid.length === 0) return order.length > 0 ? ['on no part at this size'] : [];
    const coats = laid.map((p) => p.coats);
    const [low, high] = [Math.min(...coats), Math.max(...coats)];
    const share = ladder.steps.find((s) => s.id === step)?.aimedShare ?? 0;
    return [
      `${low === high ? low : `${low} to ${high}`} ${high === 1 ? 'coat' : 'coats'} on ${laid.length === 1 ? '1 part' : `${laid.length} parts`}`,
      `aims at ${percent(share)}; ${plain(laid.reduce((s, p) => s + p.coverMm2, 0), 0)} mm² in all`,
    ];
  };
  const named = new Set(ladder.steps.flatMap((s) => s.mix.map((m) => m.paint)));
  const lost = ladder.steps.length !== wish.steps && ladder.steps.some((s) => s.settled === 'yes');

  return (
    <section aria-label={ladder.name}>
      <div className="flex items-baseline justify-between gap-4 pb-8">
        <h1 className="text-lead font-semibold">
          {ladder.name}: {ladder.steps.length} value steps from {named.size} paints
          {metal && reading.metal.id !== metal.id && (
            <span className="block text-label font-normal">
              It would be taken for {reading.metal.label.toLowerCase()}
              {reading.add && `: ${reading.add}`}.
            </span>
          )}
        </h1>
        <p className="text-right text-label text-g10">wide: dry · narrow: wet on the palette, about · line: the value aimed at, pull it</p>
      </div>
      <LadderColumns ladder={ladder} paints={piece.paints} found={null} onHalf={half} label={`${ladder.name}, value steps`} notes={notes} onAim={aim} onSettle={settle} mixOf={mixOf} />
      <div className="flex flex-wrap items-start gap-6 bg-g88 p-4">
        <div className="w-64 space-y-1">
          <h2 className="text-label font-semibold">Other mixes, or another metal</h2>
          <Choice
            label="It shall look like"
            value={wish.metal}
            options={[...metals.map((m) => ({ value: m.id, label: m.label })), { value: COLOURED, label: 'coloured metal' }]}
            onChange={(m) => setWish({ ...wish, metal: m })}
          />
          {wish.metal === COLOURED && (
            <NumberField label="Hue (0 red, 90 yellow, 250 blue)" unit="°" value={wish.hue} min={0} max={359} step={1} onChange={(hue) => setWish({ ...wish, hue })} />
          )}
          <NumberField label="Value steps" unit="" value={wish.steps} min={2} max={12} step={1} onChange={(steps) => setWish({ ...wish, steps: Math.round(steps) })} />
          <Choice<Spacing>
            label="Spaced"
            value={wish.spacing}
            options={[{ value: 'even', label: 'evenly' }, { value: 'lights', label: 'closer in the lights' }, { value: 'darks', label: 'closer in the darks' }]}
            onChange={(spacing) => setWish({ ...wish, spacing })}
          />
          <p className="py-1 text-label text-g28">{wished.label}: {wished.says}.</p>
          <p className="text-label text-g28">
            From the {count} paints of{' '}
            {shelf.paints.length === 0 ? 'this piece' : <Link to="/shelf" className="underline underline-offset-2">your shelf</Link>}
            {query.isError && ' (your shelf could not be opened)'}.
          </p>
          {lost && <p className="text-label text-g10">With another number of steps none stays settled.</p>}
          {state.kind === 'busy' ? (
            <div className="flex items-center gap-3">
              <progress aria-label="Looking for mixes" value={state.share} max={1} className="h-2 flex-1 accent-g10" />
              <Button look="plain" onClick={stop}>Stop</Button>
            </div>
          ) : (
            <span className="flex flex-wrap gap-2">
              <Button onClick={look}>Find the mixes</Button>
              <Button
                look="plain"
                onClick={() => {
                  setLacking(undefined);
                  search({ kind: 'lacking', ladder: wishOf(), paints, out }, (r) => setLacking(r.lacking));
                }}
              >
                What one paint would help?
              </Button>
            </span>
          )}
          {lacking !== undefined && state.kind === 'idle' && <LackingSays lacking={lacking} metal={wished} />}
          {state.kind === 'failed' && <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">{state.says}</p>}
        </div>
        <ValueChroma colours={colours} metal={metal} label={`${ladder.name}: chroma of its steps over value`} />
      </div>
      {found && (
        <section aria-label="Mixes found" className="mt-3 bg-g62 p-4">
          <div className="flex items-center justify-between gap-4 pb-8">
            <p role="status" className="font-semibold">
              {found.ladder.name} in {found.ladder.steps.length} steps: {foundSays(found, wished)}
            </p>
            <span className="flex gap-2">
              <Button
                onClick={() => {
                  put(found.ladder);
                  setFound(null);
                }}
              >
                Take these mixes
              </Button>
              <Button look="plain" onClick={() => setFound(null)}>Leave them</Button>
            </span>
          </div>
          <LadderColumns ladder={found.ladder} paints={paints} found={found.steps} label={`${found.ladder.name}, mixes found`} />
        </section>
      )}
    </section>
  );
} // prettier-ignore
