import { droppedSteps, fallOffShare } from '../glint/index.js';
import type { Piece } from '../piece/index.js';
import { plain } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import type { Fix } from './fix.js';
import { lightnessAt, type Scene, type PartInView } from './scene.js';

/** Fewer metal parts than this make no figure. */
const LEAST_PARTS = 5;
/** The focal part should be among this many lightest. */
const FIRST = 3;
/** Parts smaller than this share of the largest are lost at a squint. */
const LEAST_SHARE = 0.02;
const FALL_OFFS = [0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3];

/** Mean lightness of a part as seen, after another fall-off. */
function meanOf(s: PartInView, piece: Piece): number {
  const lost = fallOffShare(droppedSteps(s.part, piece, s.p.steps), s.p.steps);
  const scale = (1 - lost) / (1 - s.p.lost);
  let sum = 0;
  for (const i of s.points) sum += lightnessAt(s, s.value[i] * scale);
  return s.points.length ? sum / s.points.length : 0;
}

interface Figure {
  readonly spread: number;
  readonly rank: number;
}

function figureOf(parts: readonly PartInView[], piece: Piece): Figure {
  const means = parts.map((s) => ({ id: s.part.id, mean: meanOf(s, piece) })).sort((a, b) => b.mean - a.mean);
  return {
    spread: means[0].mean - means[means.length - 1].mean,
    rank: means.findIndex((m) => m.id === piece.rig.focalPart) + 1,
  };
}

function fixFor(parts: readonly PartInView[], piece: Piece, limit: number): Fix | null {
  const fallOff = FALL_OFFS.find((f) => {
    if (f <= piece.rig.fallOff) return false;
    const figure = figureOf(parts, { ...piece, rig: { ...piece.rig, fallOff: f } });
    return figure.spread >= limit && figure.rank <= FIRST;
  });
  return fallOff === undefined
    ? null
    : {
        label: `let it fall off by ${plain(fallOff, 2)} steps a third`,
        changes: [{ path: ['rig', 'fallOff'], to: fallOff }],
      };
}

function judged(scene: Scene): PartInView[] {
  const largest = Math.max(0, ...scene.parts.map((s) => s.zones.areaMm2));
  return scene.parts.filter(
    (s) =>
      s.points.length > 0 &&
      (s.part.id === scene.piece.rig.focalPart || s.zones.areaMm2 >= LEAST_SHARE * largest),
  );
}

export const flatFigure: FindingDefinition = {
  id: 'flat-figure',
  label: 'Figure without a focus',
  why: 'Brightness leads the eye. Where all parts are equally bright, nothing is seen first.',
  limit: 8,
  unit: 'values between the lightest and the darkest part',
  find: (scene) => {
    const limit = scene.limit('flat-figure', null);
    const { piece } = scene;
    const parts = judged(scene);
    const focal = parts.find((s) => s.part.id === piece.rig.focalPart);
    if (limit === null || !focal || parts.length < LEAST_PARTS) return [];
    const { spread, rank } = figureOf(parts, piece);
    if (spread >= limit && rank <= FIRST) return [];
    const { xMm, yMm } = focal.part.place;
    const name = focal.part.name.split(',')[0].toLowerCase();
    return [
      {
        part: null,
        at: { xMm, yMm },
        measured: spread < limit ? spread : rank,
        wanted: spread < limit ? { from: limit, to: null } : { from: null, to: FIRST },
        message:
          spread < limit
            ? `all parts lie within ${plain(spread)} values; let those away from the ${name} grow quieter until ${plain(limit, 0)} lie between`
            : `the ${name} is number ${rank} in brightness; quieten those before it or lighten it until it is among the first ${FIRST}`,
        fix: fixFor(parts, piece, limit),
      },
    ];
  },
};
