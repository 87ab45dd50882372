import { hexToLab, paintOf, type Paint, type Pixel } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { FileButton } from '../stations/miniature/MiniatureSide.js';
import { Button } from '../ui/Button.js';
import { NumberField } from '../ui/NumberField.js';
import { useBitmap } from '../ui/useBitmap.js';
import { DotPlanRow } from './DotPlanRow.js';
import { useCard } from './useCard.js';
import { useShelf } from './useShelf.js';

type Mark = 'white' | 'grey' | 'dot';

const ASKS: Record<Mark, string> = {
  white: 'Tap the bare white card.',
  grey: 'Tap the grey, or skip it if there is none.',
  dot: 'Tap the middle of each dot of paint.',
};
/** Whiter than this a pot serves as the white of test mixes. */
const WHITE_L = 93;

/** The lightest ordinary pot. */
const whitest = (paints: readonly Paint[]): Paint | null =>
  paints
    .filter((p) => p.kind === 'paint' && hexToLab(p.hex).l > WHITE_L)
    .sort((a, b) => hexToLab(b.hex).l - hexToLab(a.hex).l)[0] ?? null;

/** A photo of a card with dots of paint: what they are is measured and taken over to the shelf. */
export function CardPage() {
  const { shelf, change, undo, canUndo, message } = useShelf();
  const paints = useMemo(() => shelf.paints.map(paintOf), [shelf]);
  const { card, setCard, answer, busy, trouble, ask } = useCard(paints);
  const [mark, setMark] = useState<Mark>('white');
  const [taken, setTaken] = useState(false);
  /** Where the arrow keys have brought the cross, in pixels of the photo. */
  const [cross, setCross] = useState<Pixel | null>(null);
  const white = useMemo(() => whitest(paints), [paints]);
  const dotPaints = paints.filter((p) => p.kind !== 'medium' && p.kind !== 'varnish');
  const { bitmap } = card;
  const canvas = useBitmap(bitmap);

  const tap = (at: Pixel) => {
    setTaken(false);
    if (mark === 'white') setCard({ ...card, white: at });
    else if (mark === 'grey') setCard({ ...card, grey: at });
    else if (dotPaints.length > 0) {
      // The next dot is of the next pot, most likely.
      const last = dotPaints.findIndex((p) => p.id === card.plan[card.plan.length - 1]?.paint);
      const paint = dotPaints[(last + 1) % dotPaints.length].id;
      setCard({
        ...card,
        dots: [...card.dots, at],
        plan: [...card.plan, { paint, use: { kind: 'colour' } }],
      });
    }
    if (mark !== 'dot') setMark(mark === 'white' ? 'grey' : 'dot');
  };
  const take = () => {
    change((s) => ({
      ...s,
      paints: s.paints.map((p) => ({ ...p, ...answer!.measured.find((m) => m.paint === p.id)?.over })),
    }));
    setTaken(true);
  };
  const names = new Map(paints.map((p) => [p.id, p]));
  return (
    <div className="flex h-full flex-col bg-g72">
      <header className="flex items-center gap-4 bg-g05 px-6 py-3 text-g98">
        <Link to="/" className="wide text-lead font-extrabold tracking-tight">
          Pale Glint
        </Link>
        <h1 className="mr-auto text-lead font-semibold">Paints measured on a card</h1>
        <Button
          look="dark"
          disabled={!canUndo}
          onClick={() => {
            undo();
            setTaken(false);
          }}
        >
          Undo
        </Button>
        <Link to="/shelf" className="text-label underline underline-offset-2">
          Back to the shelf
        </Link>
      </header>
      {message && (
        <p role="alert" className="bg-g10 px-6 py-2 text-label text-g98">
          {message}
        </p>
      )}
      <div className="flex min-h-0 flex-1">
        <main className="flex min-w-0 flex-1 items-center justify-center bg-g50 p-6">
          {bitmap ? (
            <div
              className="relative max-h-full"
              style={{
                aspectRatio: `${bitmap.width} / ${bitmap.height}`,
                width: `min(100%, calc((100vh - 8rem) * ${bitmap.width / bitmap.height}))`,
              }}
            >
              <canvas
                ref={canvas}
                role="application"
                aria-label={`Photo of the card. ${ASKS[mark]} Arrow keys move a cross, Enter marks.`}
                tabIndex={0}
                className="size-full cursor-crosshair outline-offset-2"
                onBlur={() => setCross(null)}
                onKeyDown={(e) => {
                  const [x, y] = cross ?? [bitmap.width / 2, bitmap.height / 2];
                  const by = bitmap.width * (e.shiftKey ? 0.05 : 0.01);
                  const step = {
                    ArrowLeft: [-by, 0],
                    ArrowRight: [by, 0],
                    ArrowUp: [0, -by],
                    ArrowDown: [0, by],
                  }[e.key];
                  if (step)
                    setCross([
                      Math.min(bitmap.width - 1, Math.max(0, x + step[0])),
                      Math.min(bitmap.height - 1, Math.max(0, y + step[1])),
                    ]);
                  else if (e.key === 'Enter') tap([x, y]);
                  else return;
                  e.preventDefault();
                }}
                onClick={(e) => {
                  const box = e.currentTarget.getBoundingClientRect();
                  tap([
                    ((e.clientX - box.left) / box.width) * bitmap.width,
                    ((e.clientY - box.top) / box.height) * bitmap.height,
                  ]);
                }}
              />
              <svg
                viewBox={`0 0 ${bitmap.width} ${bitmap.height}`}
                className="pointer-events-none absolute inset-0 size-full"
                aria-hidden
              >
                {(
                  [
                    ['white', card.white],
                    ['grey', card.grey],
                  ] as const
                ).map(
                  ([name, at]) =>
                    at && (
                      <g key={name}>
                        <rect
                          x={at[0] - 9}
                          y={at[1] - 9}
                          width={18}
                          height={18}
                          fill="none"
                          className="stroke-g05"
                          strokeWidth={2}
                        />
                        <text x={at[0] + 14} y={at[1] + 5} className="fill-g05 text-[15px] font-semibold">
                          {name}
                        </text>
                      </g>
                    ),
                )}
                {cross && (
                  <path
                    d={`M${cross[0] - 16} ${cross[1]}h32M${cross[0]} ${cross[1] - 16}v32`}
                    className="stroke-g05"
                    strokeWidth={3}
                  />
                )}
                {card.dots.map((at, i) => {
                  const r = answer?.card.dots[i]?.radiusPx ?? 8;
                  const dark = hexToLab(answer?.card.dots[i]?.hex ?? '#777777').l < 55;
                  return (
                    <g key={i}>
                      <circle
                        cx={at[0]}
                        cy={at[1]}
                        r={r}
                        fill="none"
                        className={dark ? 'stroke-g98' : 'stroke-g05'}
                        strokeWidth={1.5}
                      />
                      <text
                        x={at[0]}
                        y={at[1] + 5}
                        textAnchor="middle"
                        className={`text-[15px] font-bold ${dark ? 'fill-g98' : 'fill-g05'}`}
                      >
                        {i + 1}
                      </text>
                    </g>
                  );
                })}
              </svg>
            </div>
          ) : (
            <div className="max-w-md space-y-3 bg-g96 p-6">
              <h2 className="text-lead font-semibold">A card, a grey, a dot of each paint</h2>
              <ol className="list-decimal space-y-1 pl-5 text-label">
                <li>
                  Put dots as wide as a fingertip on plain white card, thick enough to hide it; inks and
                  washes in one coat.
                </li>
                <li>Lay something of known grey beside them.</li>
                <li>
                  Let it dry. Photograph it whole, straight from above, in one even light, with nothing burnt
                  out.
                </li>
              </ol>
              <div className="flex flex-wrap gap-2 pt-1">
                <FileButton
                  label="Open a photo of the card"
                  accept="image/jpeg,image/png"
                  onFiles={([file]) => ask({ kind: 'open', file })}
                />
                <Button
                  look="plain"
                  disabled={dotPaints.length === 0}
                  onClick={() =>
                    ask({
                      kind: 'stand-in',
                      pots: dotPaints.filter((p) => p.kind === 'paint').slice(-6),
                      white,
                    })
                  }
                >
                  Try with a stand-in photo
                </Button>
              </div>
              <p className="text-label text-g28">
                The stand-in shows your last six pots, as if each dried a little darker than it is written.
              </p>
              {busy && (
                <p role="status" className="text-label">
                  Opening the photo.
                </p>
              )}
            </div>
          )}
        </main>
        <aside
          aria-label="What the card tells"
          className="w-96 shrink-0 space-y-3 overflow-y-auto bg-g96 p-4"
        >
          {trouble && (
            <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">
              {trouble}
            </p>
          )}
          {!bitmap && !trouble && (
            <p className="text-label text-g28">
              The colour of each paint, how far it goes in a mix and how well one coat of it hides appear
              here. What is measured counts before the classes on the shelf.
            </p>
          )}
          {bitmap && (
            <>
              <div role="radiogroup" aria-label="What a tap marks" className="flex gap-1">
                {(['white', 'grey', 'dot'] as const).map((m) => (
                  <button
                    key={m}
                    type="button"
                    role="radio"
                    aria-checked={mark === m}
                    className={`flex-1 rounded-sm px-2 py-1.5 text-label font-semibold ${mark === m ? 'bg-g10 text-g98' : 'bg-g88'}`}
                    onClick={() => setMark(m)}
                  >
                    {m === 'dot' ? 'dots' : m}
                  </button>
                ))}
              </div>
              <p className="text-label">{ASKS[mark]}</p>
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
                    onPlan={(next) =>
                      setCard({ ...card, plan: card.plan.map((p, k) => (k === i ? next : p)) })
                    }
                    onRemove={() =>
                      setCard({
                        ...card,
                        plan: card.plan.filter((_, k) => k !== i),
                        dots: card.dots.filter((_, k) => k !== i),
                      })
                    }
                  />
                ))}
              </ol>
              {answer && (
                <section aria-label="Measured" className="space-y-1.5 border-t border-g72 pt-3">
                  <p className="text-label text-g28">
                    {answer.card.cast[0].toUpperCase()}
                    {answer.card.cast.slice(1)}.
                  </p>
                  {answer.measured.map((m) => (
                    <p key={m.paint} className="flex items-start gap-2 text-label">
                      <span className="flex shrink-0">
                        <span
                          className="h-7 w-4"
                          style={{ background: names.get(m.paint)?.hex }}
                          title="as written"
                        />
                        <span
                          className="h-7 w-4"
                          style={{ background: m.over.hex ?? names.get(m.paint)?.hex }}
                          title="as measured"
                        />
                      </span>
                      <span>
                        <span className="font-semibold">{names.get(m.paint)?.name}</span>:{' '}
                        {m.notes.join('; ')}.
                      </span>
                    </p>
                  ))}
                  <Button disabled={busy || taken} onClick={take}>
                    Take these over to the shelf
                  </Button>
                  {taken && (
                    <p role="status" className="text-label">
                      They are on the shelf.
                    </p>
                  )}
                </section>
              )}
              <Button
                look="plain"
                onClick={() =>
                  setCard({ ...card, bitmap: null, white: null, grey: null, dots: [], plan: [] })
                }
              >
                Another photo
              </Button>
            </>
          )}
        </aside>
      </div>
    </div>
  );
}
