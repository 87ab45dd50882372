import { percent } from '../../units/index.js';
import { edgePoints } from '../readEdges.js';
import { SPILL_TO_MM } from '../readSpill.js';
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

interface Again {
  readonly where: Where;
  /** Passes over one another. */
  readonly passes: number;
  readonly words: (share: string) => string;
}

function again(trial: PartTrial, { minutes }: CureMeans, { where, passes, words }: Again): CureTry {
  const share = shareOf(trial, where);
  return {
    colours: repainted(photoColours(trial), planColours(trial), where),
    words: words(percent(share)),
    // Smaller places go slower: time grows with the three-quarter power of area.
    minutes: AGAIN_MIN + minutes * share ** 0.75,
    dries: passes - 1,
    risk: 'Paint over paint: keep it thin, or the brush marks of both show.',
  };
}

function* relit(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const [plan, now] = [planColours(trial), photoColours(trial)];
  yield again(trial, means, {
    where: (k) => Math.abs(plan.lightness[k] - now.lightness[k]) > APART,
    passes: 2,
    words: (share) =>
      `Glaze the old light out with the middle mixes, then paint the light where the map has it: ${share} of the part.`,
  });
}

function* lightsAgain(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const plan = planColours(trial);
  for (const share of [0.8, 0.6, 0.4]) {
    const least = valueAt(plan, share);
    const found = means.steps.findIndex((s) => s.colour.l >= least);
    const from = found < 0 ? means.steps.length - 1 : found;
    yield again(trial, means, {
      where: (k) => plan.lightness[k] >= least,
      passes: means.steps.length - from,
      words: (share) =>
        `Lay its lights again from ${means.steps[from].mixText} up, where the map has them: ${share} of the part.`,
    });
  }
}

function* tidied(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const [plan, now] = [planColours(trial), photoColours(trial)];
  const { beyond } = trial.input;
  const strays = (k: number) =>
    Math.hypot(plan.lightness[k] - now.lightness[k], plan.a[k] - now.a[k], plan.b[k] - now.b[k]) > 2 * APART;
  yield again(trial, means, {
    where: (k) => beyond.mm[trial.all[k]] < SPILL_TO_MM && strays(k),
    passes: 2,
    words: (share) =>
      `Cover the spilt paint with the mixes that belong there, up to the border: ${share} of the part.`,
  });
}

function* edgesAgain(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  const { level, places, plan } = trial.input;
  const edges = new Set(edgePoints(plan[0].lightness, trial.all, { level, places }, 2).map((e) => e.k));
  const last = means.steps[means.steps.length - 1];
  if (edges.size === 0 || !last) return;
  yield again(trial, means, {
    where: (k) => edges.has(k),
    passes: 1,
    words: () => `Draw its edges with ${last.mixText}, with the side of the brush, where the map has them.`,
  });
}

function* wholly(trial: PartTrial, means: CureMeans): Generator<CureTry> {
  yield {
    colours: planColours(trial),
    words: 'Paint this part again from its base, step by step as planned.',
    minutes: means.minutes,
    dries: Math.max(0, means.steps.length - 1),
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
export const tidy: CureDefinition = {
  id: 'tidy',
  label: 'the border tidied up',
  mends: ['spill'],
  tries: tidied,
};
export const drawEdges: CureDefinition = {
  id: 'draw-edges',
  label: 'its edges drawn',
  mends: ['edges-lost'],
  tries: edgesAgain,
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
    'spill',
    'edges-lost',
  ],
  tries: wholly,
};
