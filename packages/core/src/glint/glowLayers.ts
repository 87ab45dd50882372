import { hexToLinear } from '../colour/index.js';
import { placeOfPoint, type Surface, type SurfaceModel } from '../form/index.js';
import { smoothstep, tableMemo, weakMemo, weakMemo2 } from '../units/index.js';
import { glowsOn } from './glow.js';
import { glowCast, type Shining } from './glowCast.js';
import { GLOW_PASSES, type GlowPass } from './glowPasses.js';
import type { Occluder } from './occlusion.js';
import type { OverLayer } from './over.js';
import type { PreparedPart } from './prepare.js';
import { nearestMix } from './worn.js';

/** One pass of one glow over a part. */
export interface GlowLayer extends OverLayer {
  /** Names its layer of the order. */
  readonly step: string;
  /** Which of all passes of glows of the piece it belongs to, from 0. */
  readonly at: number;
}

/** Of the tints so much stays off the white of the ground. */
const SPARES = 0.75;
/** Bright passes end over this much. */
const ENDS_MM = 1.5;
const WHITE = GLOW_PASSES.findIndex((pass) => pass.id === 'core');
/** Glows kept with a surface. */
const MOST_KEPT = 8;

/** The glows of a piece as a part meets them. */
const shiningOn = ({ light }: PreparedPart): Shining[] =>
  light.neighbours.flatMap((n) => (n.from && n.from.strength > 0 ? [{ ...n, from: n.from }] : []));

/** How much of each point a pass covers, from the light that falls on it. */
function passAlpha(
  pass: GlowPass,
  lit: Float32Array,
  { grid }: Surface,
  { at, sizeMm }: Shining['from'],
): Float32Array {
  const [low, high] = [pass.from * (1 - pass.fades), pass.from * (1 + pass.fades)];
  return lit.map((e, i) => {
    if (e <= low) return 0;
    const covered = smoothstep(low, high, e);
    if (pass.withinMm === null) return covered;
    const [x, y] = placeOfPoint(grid, i);
    const away = Math.hypot(at[0] - x, at[1] - y, at[2]) - sizeMm / 2;
    return covered * (1 - smoothstep(pass.withinMm - ENDS_MM, pass.withinMm, away));
  });
}

/** What the passes of a glow cover of a surface; kept with it, since the main light changes nothing of it. */
const coveredOn = weakMemo2((model: SurfaceModel, surface: Surface) =>
  weakMemo((occluders: readonly Occluder[]) =>
    tableMemo(MOST_KEPT, (n: Shining, mirrors: boolean): readonly (Float32Array | null)[] => {
      const lit = glowCast({ model, surface, occluders, mirrors }, n);
      if (!lit) return [];
      const covers = GLOW_PASSES.map((pass) => passAlpha(pass, lit, surface, n.from));
      return covers.map((own, k) => {
        const alpha =
          GLOW_PASSES[k].film === 'glaze' ? own.map((a, i) => a * (1 - SPARES * covers[WHITE][i])) : own;
        return alpha.some((a) => a > 0) ? alpha : null;
      });
    }),
  ),
);

/**
 * Glows of one colour are laid together, pass by pass: which of all those passes each glow's first one is.
 * @param glows all that shine, by what they are known by
 */
export function glowTurns(
  glows: readonly { readonly id: string; readonly hex: string }[],
): Map<string, number> {
  const colours = [...new Set(glows.map((n) => n.hex))];
  return new Map(glows.map((n) => [n.id, colours.indexOf(n.hex) * GLOW_PASSES.length]));
}

/** The name that the order has for a pass of a glow. */
export const glowStep = (neighbour: string, pass: Pick<GlowPass, 'id'>): string => `${neighbour}-${pass.id}`;

/** The light of all glows on a part, pass by pass in the order it is laid; passes that lie nowhere are left out. */
export function glowLayers(p: PreparedPart, surface: Surface): GlowLayer[] {
  const shining = shiningOn(p);
  const turns = glowTurns(shining);
  const mirrored = p.metal ? new Set(glowsOn(p.light).map((n) => n.id)) : null;
  const covered = coveredOn(p.shape.model, surface)(p.occluders);
  const layers = shining.flatMap((n) =>
    covered(n, mirrored?.has(n.id) ?? false).flatMap((alpha, k): GlowLayer[] => {
      if (!alpha) return [];
      const pass = GLOW_PASSES[k];
      const wanted = pass.colour(n.hex).hex;
      return [
        {
          step: glowStep(n.id, pass),
          at: turns.get(n.id)! + k,
          alpha,
          film: pass.film,
          hides: pass.hides,
          body: pass.body,
          colour: hexToLinear(nearestMix(wanted, p.paints)?.hex ?? wanted),
        },
      ];
    }),
  );
  return layers.sort((a, b) => a.at - b.at);
}
