import { areaOf } from '../form/index.js';
import {
  GLOW_PASSES,
  glowLayers,
  glowStep,
  glowTurns,
  type GlowPass,
  type PreparedPart,
} from '../glint/index.js';
import type { Neighbour, Piece } from '../piece/index.js';
import { centreOff, inPicture } from './toward.js';
import { hour } from './where.js';

/** What one pass of a glow covers of a part. */
export interface GlowSheet {
  /** Names its layer of the order: what shines, and the pass. */
  readonly step: string;
  readonly mm2: number;
  /** Toward where, in words. */
  readonly where: string;
}

/** More than this of a point is covered, and it counts. */
const COVERED = 0.5;
/** A glow whose middle is nearer than this to the part's lies all over it, in mm. */
const OFF_MIDDLE_MM = 0.1;

export function glowSheet(p: PreparedPart): GlowSheet[] {
  const { canonical, model } = p.shape;
  const points = canonical.alpha.reduce((n, a) => n + a, 0);
  return glowLayers(p, canonical).map(({ step, alpha }): GlowSheet => {
    const covered = alpha.reduce((n, a, i) => n + (a >= COVERED ? canonical.alpha[i] : 0), 0);
    const off = centreOff(p, (i) => alpha[i]);
    return {
      step,
      mm2: (covered / Math.max(1, points)) * areaOf(model.rings),
      where:
        !off || Math.hypot(...off) < OFF_MIDDLE_MM
          ? 'where it faces it'
          : `toward ${hour(...inPicture(p, off))}, where it faces it`,
    };
  });
}

/** One pass over all that shines in one colour. */
export interface GlowTurn {
  readonly pass: GlowPass;
  readonly neighbours: readonly Neighbour[];
  /** The names of its steps, one a neighbour; that of the first names the layer. */
  readonly steps: readonly string[];
}

/** All passes of all glows of a piece, in the order in which they are laid. */
export function glowPassesOf({ rig }: Pick<Piece, 'rig'>): GlowTurn[] {
  const glows = rig.neighbours.filter((n) => n.where.kind === 'near' && n.strength > 0);
  const turns = glowTurns(glows);
  return [...new Set(turns.values())].flatMap((first) => {
    const neighbours = glows.filter((n) => turns.get(n.id) === first);
    return GLOW_PASSES.map((pass) => ({
      pass,
      neighbours,
      steps: neighbours.map((n) => glowStep(n.id, pass)),
    }));
  });
}

/** How many passes of glows are laid once one of them is; none for one that the piece has not. */
export const glowUpTo = (piece: Pick<Piece, 'rig'>, step: string): number =>
  glowPassesOf(piece).findIndex((p) => p.steps.includes(step)) + 1;
