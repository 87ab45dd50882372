import { activeMinutes } from '../../plan/index.js';
import { thinning } from '../../units/index.js';
import type { CureDefinition, CureGlaze, CureMeans, CureTry } from './definition.js';
import { glazed, photoColours, planColours, shareOf, valueAt, type PartTrial, type Where } from './trial.js';

const GLAZE_WATER = 3;
const MOST_COATS = 6;
/** A mix must lie this far from what is there to change it, L*. */
const APART = 6;
const CREEPS = 'Colour creeps with every coat: look after each, and stop early.';
const EVERYWHERE: Where = () => true;

const coatsOf = (coats: number): string =>
  coats === 1 ? '1 coat' : `${coats} coats, each dry before the next`;

/** Coats of one mix over some of a part, one after the other. */
function* coatsOver(
  trial: PartTrial,
  { pigment, mixText }: CureGlaze,
  { where, place }: { readonly where: Where; readonly place: string },
): Generator<CureTry> {
  const now = photoColours(trial);
  const mm2 = trial.now.areaMm2 * shareOf(trial, where);
  for (let coats = 1; coats <= MOST_COATS; coats++)
    yield {
      colours: glazed(now, { pigment, coats, water: GLAZE_WATER }, where),
      words: `Glaze ${place} with ${mixText}, ${thinning(GLAZE_WATER)}, ${coatsOf(coats)}.`,
      minutes: activeMinutes.layer(mm2, coats),
      dries: coats - 1,
      risk: CREEPS,
    };
}

function* darker(trial: PartTrial, { glazes }: CureMeans): Generator<CureTry> {
  const { median } = trial.now.photo;
  // The nearest darker mix changes hue least; a darker one needs fewer coats.
  for (const step of glazes.filter((s) => s.colour.l < median - APART).reverse())
    yield* coatsOver(trial, step, { where: EVERYWHERE, place: 'all of it' });
}

function* lighter(trial: PartTrial, { glazes }: CureMeans): Generator<CureTry> {
  const { median } = trial.now.photo;
  for (const step of glazes.filter((s) => s.colour.l > median + APART))
    yield* coatsOver(trial, step, { where: EVERYWHERE, place: 'all of it' });
}

function* intoGap(trial: PartTrial, { glazes }: CureMeans): Generator<CureTry> {
  const plan = planColours(trial);
  const upTo = valueAt(plan, 0.17);
  for (const step of glazes.slice(0, 2))
    yield* coatsOver(trial, step, {
      where: (k) => plan.lightness[k] <= upTo,
      place: 'the dark between its lights',
    });
}

const chromaOf = ({ colour }: CureGlaze): number => Math.hypot(colour.a, colour.b);

function* colourful(trial: PartTrial, { glazes }: CureMeans): Generator<CureTry> {
  for (const step of [...glazes].sort((p, q) => chromaOf(q) - chromaOf(p)).slice(0, 3))
    yield* coatsOver(trial, step, { where: EVERYWHERE, place: 'all of it' });
}

function* fromBorder(trial: PartTrial, { glazes }: CureMeans): Generator<CureTry> {
  const [plan, now] = [planColours(trial), photoColours(trial)];
  const pale = valueAt(plan, 0.88);
  const where: Where = (k) => plan.lightness[k] <= pale && now.lightness[k] > plan.lightness[k] + 2;
  for (const step of glazes.slice(-4, -1).reverse())
    yield* coatsOver(trial, step, { where, place: 'from the border of its palest place inward' });
}

export const glazeDarker: CureDefinition = {
  id: 'glaze-darker',
  label: 'a thin dark filter',
  mends: ['too-bright', 'too-large'],
  tries: darker,
};
export const glazeLighter: CureDefinition = {
  id: 'glaze-lighter',
  label: 'a thin light veil',
  mends: ['too-dark', 'too-small'],
  tries: lighter,
};
export const glazeGap: CureDefinition = {
  id: 'glaze-gap',
  label: 'the dark laid in again',
  mends: ['gap-filled'],
  tries: intoGap,
};
export const glazeColour: CureDefinition = {
  id: 'glaze-colour',
  label: 'a saturated glaze',
  mends: ['washed-out-hue', 'wrong-hue'],
  tries: colourful,
};
export const glazeBorder: CureDefinition = {
  id: 'glaze-border',
  label: 'a glaze from the border',
  mends: ['too-large'],
  tries: fromBorder,
};
