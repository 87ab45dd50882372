import type { Lab } from '../../colour/index.js';
import type { Pigment } from '../../paint/index.js';
import type { PhotoFindingId } from '../findings/index.js';
import type { Colours, PartTrial, Where } from './trial.js';

/** A step of the part's ladder. */
export interface CureStep {
  readonly colour: Lab;
  readonly mixText: string;
}

/** A mix that a glaze can be made of; flake makes none. */
export interface CureGlaze extends CureStep {
  readonly pigment: Pigment;
}

/** What a part is painted with, and how long its passes take. */
export interface CureMeans {
  /** Dark to light. */
  readonly steps: readonly CureStep[];
  /** What it may be glazed with, dark to light: the ladder's steps, or the washes and glazes of true metal. */
  readonly glazes: readonly CureGlaze[];
  /** Minutes of all its passes together. */
  readonly minutes: number;
}

/** A way of mending, tried out. */
export interface CureTry {
  readonly colours: Colours;
  /** What to do, in words, from the mix to the brush. */
  readonly words: string;
  /** At the brush. */
  readonly minutes: number;
  /** How often it has to dry in between. */
  readonly dries: number;
  /** What can go wrong, and how far. */
  readonly risk: string;
}

/** A kind of cure. One file holds those of a kind; the registry lists them. */
export interface CureDefinition {
  readonly id: string;
  readonly label: string;
  /** Findings it may mend. */
  readonly mends: readonly PhotoFindingId[];
  /** Ways of doing it, the least change first; the first that mends is taken. */
  tries(trial: PartTrial, means: CureMeans): Iterable<CureTry>;
}

export type { Colours, PartTrial, Where };
