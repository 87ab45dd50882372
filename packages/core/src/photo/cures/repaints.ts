import { percent } from '../../units/index.js';
import type { CureDefinition, CureMeans, CureTry } from './definition.js';
import {
  photoColours,
  planColours,
  repainted,
  shareOf,
  valueAt,
  type PartTrial,
  type Where,
} from './trial.js';

/** Where photo and plan are further apart than this, painting anew is seen, L*. */
const APART = 5;
/** Minutes to find back into a part: mixes, a look at the plan. */
const AGAIN_MIN = 2;

function again(
  trial: PartTrial,
  { minutes }: CureMeans,
  where: Where,
  words: (share: string) => string,
): CureTry {
  const share = shareOf(trial, where);
  return {
    colours: repainted(photoColours(trial), planColours(trial), where),
    words: words(percent(share)),
    // Smaller places go slower: time grows with the three-quarter power of area.
    minutes: AGAIN_MIN + minutes * share ** 0.75,
    risk: 'Paint over paint: keep it thin, or the brush marks of both show.',
  };
}

function* relit(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const [plan, now] = [planColours(trial), photoColours(trial)];
  yield again(
    trial,
    means,
    (k) => Math.abs(plan.lightness[k] - now.lightness[k]) > APART,
    (share) =>
      `Glaze the old light out with the middle mixes, then paint the light where the map has it: ${share} of the part.`,
  );
}

function* lightsAgain(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const plan = planColours(trial);
  for (const from of [0.8, 0.6, 0.4]) {
    const least = valueAt(plan, from);
    const first = means.steps.find((s) => s.colour.l >= least) ?? means.steps[means.steps.length - 1];
    yield again(
      trial,
      means,
      (k) => plan.lightness[k] >= least,
      (share) =>
        `Lay its lights again from ${first.mixText} up, where the map has them: ${share} of the part.`,
    );
  }
}

function* wholly(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  yield {
    colours: planColours(trial),
    words: 'Paint this part again from its base, step by step as planned.',
    minutes: means.minutes,
    risk: 'The most paint and the most time; nothing of what is there helps or hinders.',
  };
}

export const relight: CureDefinition = {
  id: 'relight',
  label: 'its light painted in place',
  mends: ['light-moved', 'gap-filled', 'too-large'],
  tries: relit,
};
export const repaintLights: CureDefinition = {
  id: 'repaint-lights',
  label: 'its lights again',
  mends: ['too-dark', 'too-small', 'washed-out-hue', 'missed-part'],
  tries: lightsAgain,
};
export const repaint: CureDefinition = {
  id: 'repaint',
  label: 'painted again',
  mends: [
    'missed-part',
    'light-moved',
    'gap-filled',
    'too-bright',
    'too-dark',
    'wrong-hue',
    'washed-out-hue',
    'too-large',
    'too-small',
  ],
  tries: wholly,
};
