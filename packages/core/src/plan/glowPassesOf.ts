import { areaOf } from '../form/index.js';
import { GLOW_PASSES, glowLayers, glowStep, type GlowPass, type PreparedPart } from '../glint/index.js';
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

/** All passes of all glows of a piece, in the order in which they are laid. */
export const glowPassesOf = ({
  rig,
}: Pick<Piece, 'rig'>): { step: string; neighbour: Neighbour; pass: GlowPass }[] =>
  rig.neighbours
    .filter((n) => n.where.kind === 'near' && n.strength > 0)
    .flatMap((neighbour) =>
      GLOW_PASSES.map((pass) => ({ step: glowStep(neighbour.id, pass), neighbour, pass })),
    );

/** How many passes of glows are laid once one of them is; none for one that the piece has not. */
export const glowUpTo = (piece: Pick<Piece, 'rig'>, step: string): number =>
  glowPassesOf(piece).findIndex((p) => p.step === step) + 1;
