import {
  mixText,
  OWN_PLACES,
  paintsById,
  passesOf,
  recipeOf,
  sameRef,
  withPassMoved,
  withPassPlaced,
  withRecipeChange,
  withoutRecipeChange,
  type Ladder,
  type OrderLayer,
  type Paint,
  type Pass,
  type PassRef,
  type RecipeChange,
  type RecipeChangeOf,
} from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { OwnPass } from './OwnPass.js';
import { PLACE_WORDS } from './placeWords.js';
import { Way } from './Way.js';

export interface RecipeProps {
  readonly ladder: Ladder;
  /** Paints that may be taken, and all that the ladder may name. */
  readonly owned: readonly Paint[];
  readonly paints: readonly Paint[];
  readonly onPut: (ladder: Ladder) => void;
}

const AS_PROPOSED = '';

type Changed = Pick<RecipeChangeOf<'change'>, 'title' | 'mix' | 'water' | 'coats' | 'over'>;

/** What a pass is laid with unless the painter says otherwise. */
function proposedText(pass: Pass, changed: boolean, paints: readonly Paint[]): string {
  if (pass.words !== null) return 'nothing fit is on your shelf';
  // What was proposed is not told beside a paint of one's own, nor for all sources of a tint at once.
  if (changed || pass.mix.length === 0) return 'what is proposed';
  return `${mixText(pass.mix, paintsById(paints))}, as proposed`;
}

/** What a change did, in words. */
function changeText(change: RecipeChange, titles: ReadonlyMap<string, string>): string {
  if (change.kind === 'add') return `${change.title}, added`;
  const title = titles.get(`${change.pass.role}/${change.pass.step}`) ?? change.pass.step;
  if (change.kind === 'leave-out') return `${title}, left out`;
  return change.kind === 'move' ? `${title}, moved` : `${title}, changed`;
}

/** Everything that the painter changed, each to be let go. */
function Changes({ ladder, paints, onPut }: RecipeProps) {
  if (ladder.recipe.length === 0) return null;
  const untouched = passesOf({ ladder: { ...ladder, recipe: [] }, paints });
  const titles = new Map([
    ...untouched.map((p) => [`${p.role}/${p.step}`, p.title] as const),
    ...ladder.recipe.flatMap((c) => (c.kind === 'add' ? [[`${c.role}/${c.id}`, c.title] as const] : [])),
  ]);
  const waiting = new Set(recipeOf({ ladder, paints }).waiting.map((c) => c.id));
  return (
    <ul aria-label={`Changed in the way of ${ladder.name}`} className="flex flex-wrap gap-2 text-label">
      {ladder.recipe.map((c) => (
        <li key={c.id} className="flex items-baseline gap-2 bg-g96 px-2 py-0.5">
          <span>
            {changeText(c, titles)}
            {waiting.has(c.id) && ' (waits: this approach has no such pass)'}
          </span>
          <button
            type="button"
            aria-label={`Let go: ${changeText(c, titles)}`}
            className="underline underline-offset-2"
            onClick={() => onPut(withoutRecipeChange(ladder, c.id))}
          >
            let go
          </button>
        </li>
      ))}
    </ul>
  );
}

interface PassPlaceProps {
  readonly over: Changed['over'];
  readonly onOver: (over: Changed['over']) => void;
}

/** Where a pass lies, if elsewhere than its approach lays it. */
const PassPlace = ({ over, onOver }: PassPlaceProps) => (
  <Choice
    label="Over"
    value={over ?? AS_PROPOSED}
    options={[
      { value: AS_PROPOSED, label: 'as its approach lays it' },
      ...OWN_PLACES.map((value) => ({ value, label: PLACE_WORDS[value] })),
    ]}
    onChange={(place) => onOver(place === AS_PROPOSED ? undefined : place)}
  />
);

export interface PassFieldsProps extends RecipeProps {
  readonly pass: Pass;
  readonly onDone: () => void;
}

/** One pass of the way: its name, what it is laid with, its place. */
export function PassFields({ ladder, owned, paints, onPut, pass, onDone }: PassFieldsProps) {
  const [adding, setAdding] = useState(false);
  const ref: PassRef = { role: pass.role, step: pass.step };
  const [name, setName] = useState<string | null>(null);
  const before = ladder.recipe.find((c) => c.kind === 'change' && sameRef(c.pass, ref));
  const held: Changed =
    before?.kind === 'change' ? before : { title: null, mix: null, water: null, coats: null };
  const { title, mix, water, coats, over } = held;
  const change = (said: Partial<Changed>) => {
    const next = { title, mix, water, coats, over, ...said };
    onPut(withRecipeChange(ladder, { kind: 'change', pass: ref, ...next }));
  };
  const own = ladder.recipe.some((c) => c.kind === 'add' && c.id === pass.step);
  const ofSource = pass.over === 'surroundings' && pass.step !== 'tint';
  const one = pass.mix.length === 1 ? pass.mix[0].paint : AS_PROPOSED;
  if (adding)
    return (
      <OwnPass
        {...{ ladder, owned, onPut }}
        before={ref}
        onDone={() => {
          setAdding(false);
          onDone();
        }}
      />
    );
  return (
    <section aria-label={`The pass: ${pass.title}`} className="grid grid-cols-2 gap-x-6 bg-g96 px-3 py-2">
      <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28">
        Its name
        <input
          className="min-w-0 flex-1 bg-transparent text-right font-semibold text-g10 outline-none"
          value={name ?? pass.title}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
          onBlur={() => {
            if (name !== null && name.trim() !== '' && name !== pass.title) change({ title: name.trim() });
            setName(null);
          }}
        />
      </label>
      {pass.role !== 'undercoat' && (
        <Choice
          label="Laid with"
          value={mix ? one : AS_PROPOSED}
          options={[
            { value: AS_PROPOSED, label: proposedText(pass, mix !== null, paints) },
            ...owned.map((p) => ({ value: p.id, label: p.name })),
          ]}
          onChange={(id) => change({ mix: id === AS_PROPOSED ? null : [{ paint: id, parts: 1 }] })}
        />
      )}
      {pass.film === 'tint' && <PassPlace over={over} onOver={(place) => change({ over: place })} />}
      {mix && (
        <NumberField
          label={`Parts of ${pass.thinner} to one of paint`}
          unit=""
          value={pass.water}
          min={0}
          max={20}
          step={0.25}
          onChange={(w) => change({ water: w })}
        />
      )}
      <div className="col-span-2 flex flex-wrap gap-2 pt-2">
        {!ofSource && (
          <>
            <Button look="plain" onClick={() => onPut(withPassMoved({ ladder, paints }, ref, -1))}>
              Earlier
            </Button>
            <Button look="plain" onClick={() => onPut(withPassMoved({ ladder, paints }, ref, 1))}>
              Later
            </Button>
            <Button look="plain" onClick={() => setAdding(true)}>
              Add a pass before it
            </Button>
          </>
        )}
        <Button
          look="plain"
          onClick={() => {
            onPut(
              own
                ? withoutRecipeChange(ladder, pass.step)
                : withRecipeChange(ladder, { kind: 'leave-out', pass: ref }),
            );
            onDone();
          }}
        >
          Leave it out
        </Button>
      </div>
    </section>
  );
}

/** The pass that was chosen; what one source of colour throws in is told by its layer. */
export function passOf(
  { ladder, paints }: RecipeProps,
  order: readonly OrderLayer[],
  chosen: PassRef,
): Pass | null {
  const passes = passesOf({ ladder, paints });
  const own = passes.find((p) => sameRef(p, chosen));
  if (own) return own;
  const layer = order.find((l) => l.role === chosen.role && l.step === chosen.step);
  const all = passes.find((p) => p.over === 'surroundings');
  if (!layer || !all) return null;
  const { title, mix, water, step } = layer;
  return { ...all, step, title, mix, water };
}

/** The way of an approach, changed where the painter wants it otherwise. */
export function RecipeEditor({ order, ...props }: RecipeProps & { readonly order: readonly OrderLayer[] }) {
  const [chosen, setChosen] = useState<PassRef | null>(null);
  const [addBefore, setAddBefore] = useState<PassRef | null>(null);
  const { ladder, paints, owned, onPut } = props;
  const pass = chosen && passOf(props, order, chosen);
  return (
    <div className="space-y-2">
      <Way
        ladder={ladder}
        order={order}
        chosen={chosen}
        onChoose={(ref) => {
          setAddBefore(null);
          setChosen(ref);
        }}
        onPlace={(ref, before) => onPut(withPassPlaced({ ladder, paints }, ref, before))}
        onAdd={(before) => {
          setChosen(null);
          setAddBefore(before);
        }}
      />
      {addBefore && (
        <OwnPass {...{ ladder, owned, onPut }} before={addBefore} onDone={() => setAddBefore(null)} />
      )}
      {pass && (
        <PassFields key={`${pass.role}/${pass.step}`} {...props} pass={pass} onDone={() => setChosen(null)} />
      )}
      <Changes {...props} />
    </div>
  );
}
