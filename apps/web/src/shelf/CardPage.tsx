import { hexToLab, paintOf, type Paint, type Pixel } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Alert } from '../ui/Alert.js';
import { Button } from '../ui/Button.js';
import { NumberField } from '../ui/NumberField.js';
import { PageHeader } from '../ui/PageHeader.js';
import { CardMeasured } from './CardMeasured.js';
import { CardPhoto, MARK_ASKS, type Mark } from './CardPhoto.js';
import { CardStart } from './CardStart.js';
import { DotPlanRow } from './DotPlanRow.js';
import { useCard, withDot, withoutDot, withoutPhoto, withPlan } from './useCard.js';
import { useShelf } from '../store/useShelf.js';

/** Whiter than this a pot serves as the white of test mixes. */
const WHITE_L = 93;

/** What is clear leaves no dot to measure, and what is dust is no paint. */
const UNDOTTED: ReadonlySet<Paint['kind']> = new Set(['medium', 'varnish', 'pigment']);

/** The lightest ordinary pot. */
const whitest = (paints: readonly Paint[]): Paint | null =>
  paints
    .filter((p) => p.kind === 'paint' && hexToLab(p.hex).l > WHITE_L)
    .sort((a, b) => hexToLab(b.hex).l - hexToLab(a.hex).l)[0] ?? null;

/** After white comes grey, then the dots. */
const NEXT_MARK: Readonly<Record<Mark, Mark>> = { white: 'grey', grey: 'dot', dot: 'dot' };

function MarkChoice({ mark, onMark }: { mark: Mark; onMark: (mark: Mark) => void }) {
  return (
    <div role="radiogroup" aria-label="What a tap marks" className="flex gap-1">
      {(['white', 'grey', 'dot'] as const).map((m) => (
        <button
          key={m}
          type="button"
          role="radio"
          aria-checked={mark === m}
          className={`flex-1 rounded-sm px-2 py-1.5 text-label font-semibold ${mark === m ? 'bg-g10 text-g98' : 'bg-g88'}`}
          onClick={() => onMark(m)}
        >
          {m === 'dot' ? 'dots' : m}
        </button>
      ))}
    </div>
  );
}

const WhatACardTells = () => (
  <p className="text-label text-g28">
    The colour of each paint, how far it goes in a mix and how well one coat of it hides appear here. What is
    measured counts before the classes on the shelf.
  </p>
);

/** A photo of a card with dots of paint: what they are is measured and taken over to the shelf. */
export function CardPage() {
  const { shelf, change, undo, canUndo, message } = useShelf();
  const paints = useMemo(() => shelf.paints.map(paintOf), [shelf]);
  const { card, setCard, answer, busy, trouble, open, standIn } = useCard(paints);
  const [mark, setMark] = useState<Mark>('white');
  const [taken, setTaken] = useState(false);
  const white = useMemo(() => whitest(paints), [paints]);
  const dotPaints = paints.filter((p) => !UNDOTTED.has(p.kind));
  const { bitmap } = card;

  const tap = (at: Pixel) => {
    setTaken(false);
    setCard(mark === 'dot' ? withDot(card, at, dotPaints) : { ...card, [mark]: at });
    setMark(NEXT_MARK[mark]);
  };
  const take = () => {
    change((s) => ({
      ...s,
      paints: s.paints.map((p) => {
        const over = answer!.measured.find((m) => m.paint === p.id)?.over;
        return over ? { ...p, ...over, guessed: over.hex ? 'no' : p.guessed } : p;
      }),
    }));
    setTaken(true);
  };
  const undoTaking = () => {
    undo();
    setTaken(false);
  };
  return (
    <div className="flex h-full flex-col bg-g72">
      <PageHeader title="Paints measured on a card">
        <Button look="dark" disabled={!canUndo} onClick={undoTaking}>
          Undo
        </Button>
        <Link to="/shelf" className="text-label underline underline-offset-2">
          Back to the shelf
        </Link>
      </PageHeader>
      {message && <Alert className="px-6 py-2">{message}</Alert>}
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <main className="flex min-w-0 flex-1 items-center justify-center bg-g50 p-6 max-md:min-h-96 max-md:flex-none max-md:p-3">
          {bitmap ? (
            <CardPhoto
              bitmap={bitmap}
              card={card}
              read={answer?.card ?? null}
              mark={mark}
              onTap={(at) => (mark === 'dot' && dotPaints.length === 0 ? undefined : tap(at))}
            />
          ) : (
            <CardStart paints={dotPaints} white={white} busy={busy} onOpen={open} onStandIn={standIn} />
          )}
        </main>
        <aside
          aria-label="What the card tells"
          className="relative w-96 shrink-0 space-y-3 overflow-y-auto bg-g96 p-4 max-md:w-full max-md:overflow-visible"
        >
          {trouble && <Alert>{trouble}</Alert>}
          {!bitmap && !trouble && <WhatACardTells />}
          {bitmap && (
            <>
              <MarkChoice mark={mark} onMark={setMark} />
              <p className="text-label">{MARK_ASKS[mark]}</p>
              <NumberField
                label="Coats were laid with, water to 1 paint"
                unit=""
                value={card.water}
                min={0}
                max={5}
                step={0.25}
                onChange={(water) => setCard({ ...card, water })}
              />
              <ol aria-label="Dots" className="divide-y divide-g82">
                {card.plan.map((plan, i) => (
                  <DotPlanRow
                    key={i}
                    number={i + 1}
                    plan={plan}
                    read={answer?.card.dots[i] ?? null}
                    paints={dotPaints}
                    white={white}
                    onPlan={(next) => setCard(withPlan(card, i, next))}
                    onRemove={() => setCard(withoutDot(card, i))}
                  />
                ))}
              </ol>
              {answer && (
                <CardMeasured answer={answer} paints={paints} busy={busy} taken={taken} onTake={take} />
              )}
              <Button look="plain" onClick={() => setCard(withoutPhoto(card))}>
                Another photo
              </Button>
            </>
          )}
        </aside>
      </div>
    </div>
  );
}
