import { spectrumToLab } from '../colour/index.js';
import { pigmentOf, mixText, paintsById } from '../ladder/index.js';
import { modelOf } from '../form/index.js';
import { paletteOf } from '../glint/index.js';
import { masstoneOf } from '../paint/index.js';
import type { Mix, Piece, Role } from '../piece/index.js';
import { stepsGoBy, type OrderLayer } from '../plan/index.js';
import { passesOf, type Film } from '../school/index.js';
import type { PieceAtHand } from '../sculpt/index.js';
import { percent, plain } from '../units/index.js';
import { beyondBorders, type Beyond } from './beyond.js';
import { curesFor, type Cure, type CureGlaze, type CureMeans, type PartTrial } from './cures/index.js';
import { findInPhoto, type PhotoFinding } from './findings/index.js';
import type { PointPair } from './homography.js';
import { CORE_DEEP, photoOnPlan, type PhotoOnPlan } from './onPlan.js';
import { placesOn, pointsOf, type Places } from './places.js';
import {
  planLevels,
  planRasterOf,
  type PlanLevel,
  type PlanRaster,
  type PlanRasterOptions,
} from './planRaster.js';
import { edgesReached, type Mask } from './figure.js';
import { SPILL_TO_MM } from './readSpill.js';
import { readParts, softened, type PartReading } from './readParts.js';
import { FINE_PX_PER_MM, register, type ReadyPhoto, type Registration } from './register.js';
import { focalInPhoto, focalText } from './squinted.js';
import { whenToMend, type WhenInput, type WhenToMend } from './whenToMend.js';

/** A plan made ready for photos. */
export interface ReadyPlan {
  readonly raster: PlanRaster;
  readonly levels: readonly PlanLevel[];
  readonly places: Places;
  /** What lies beyond the borders of its parts. */
  readonly beyond: Beyond;
}

export function readyPlan(piece: PieceAtHand, options?: PlanRasterOptions): ReadyPlan {
  const raster = planRasterOf(piece, options);
  const levels = planLevels(raster);
  const finest = levels[levels.length - 1];
  const places = placesOn(raster, finest);
  const beyond = beyondBorders(places, finest.width, finest.pxPerMm, SPILL_TO_MM);
  return { raster, levels, places, beyond };
}

const finestOf = ({ levels }: ReadyPlan): PlanLevel => levels[levels.length - 1];

/** Something to know about a photo before it is believed. */
export interface PhotoNote {
  readonly id:
    | 'no-figure'
    | 'another'
    | 'doubtful'
    | 'mirrored'
    | 'turned'
    | 'cut-off'
    | 'coarse'
    | 'burnt-out'
    | 'blurred'
    | 'off'
    | 'relative'
    | 'squint'
    | 'whole'
    | 'untold';
  readonly message: string;
}

/** What a photo shows beside its plan. */
export interface PhotoReport {
  /** Null where no figure was found and no points were tapped. */
  readonly registration: Registration | null;
  readonly notes: readonly PhotoNote[];
  readonly readings: readonly PartReading[];
  readonly findings: readonly PhotoFinding[];
  /** The photo on the plan's finest level; null where it does not lie on it. */
  readonly onPlan: PhotoOnPlan | null;
}

/** Beyond this the program asks for points, mm. */
const MOST_OFF_MM = 0.6;
/** Turned further than this it counts as upside down. */
const UPSIDE_DOWN_DEG = 135;
const WHOLE = 0.97;
const MOST_BURNT = 0.02;
/** Where more parts than this stray from the common tone, value cannot be told without a card. */
const MOST_STRAYED = 0.3;

const POINTS = 'Tap three or more places of it in the photo and on the map.';

function laidNotes(r: Registration | null, figure: Mask): PhotoNote[] {
  if (!r)
    return [
      {
        id: 'no-figure',
        message: `Nothing stands out from the background: photograph it before plain grey paper. ${POINTS}`,
      },
    ];
  if (r.laid === 'lost') {
    const [edge] = edgesReached(figure);
    const outside = edge
      ? ` What is seen runs into the ${edge} edge of the photo: is part of the piece outside?`
      : '';
    return [
      {
        id: 'another',
        message: `This photo does not lie on the plan: it agrees by ${plain(r.score, 2)}, from 0.8 on it would. Is it another miniature, or another side of it?${outside} ${POINTS}`,
      },
    ];
  }
  const notes: PhotoNote[] = [];
  if (r.laid === 'doubtful')
    notes.push({
      id: 'doubtful',
      message: `It may lie on the plan, it agrees by ${plain(r.score, 2)} only. ${POINTS}`,
    });
  if (r.mirrored)
    notes.push({
      id: 'mirrored',
      message: 'The photo is mirrored, as some cameras save it; it is turned over here.',
    });
  if (Math.abs(r.turnDeg) > UPSIDE_DOWN_DEG)
    notes.push({ id: 'turned', message: 'The photo is upside down; it is set upright here.' });
  if (r.inside < WHOLE)
    notes.push({
      id: 'cut-off',
      message: `${percent(1 - r.inside)} of the piece lies outside the photo and is not read.`,
    });
  if (r.pxPerMm < FINE_PX_PER_MM)
    notes.push({
      id: 'coarse',
      message: `One mm has ${plain(r.pxPerMm)} points of the photo, ${FINE_PX_PER_MM} are wanted: small parts are not read. Go nearer.`,
    });
  if (r.residualMm && r.residualMm.median > MOST_OFF_MM)
    notes.push({
      id: 'off',
      message: `Half of its parts lie ${plain(r.residualMm.median)} mm off or more. ${POINTS}`,
    });
  return notes;
}

/** A photo whose edges are weaker than this share of the plan's is blurred: by the hand, or by what is nearer or farther. A sound one taken from far off has 0.42 and reads right. */
const LEAST_SHARP = 0.38;

/** Steepness of a photo's values against the plan's, over all that is read: 1 for one as sharp as the plan. */
export function sharpnessOf(
  photo: PhotoOnPlan,
  { lightness, width }: PlanLevel,
  { of, depth }: Places,
): number {
  let [seen, meant] = [0, 0];
  for (let i = width; i < of.length - width; i++) {
    if (of[i] < 0 || depth[i] === 0) continue;
    const slope = (l: Float32Array) => Math.hypot(l[i + 1] - l[i - 1], l[i + width] - l[i - width]);
    const s = slope(photo.lightness);
    if (Number.isNaN(s)) continue;
    seen += s;
    meant += slope(lightness);
  }
  return meant > 0 ? seen / meant : 1;
}

function toneNotes(on: PhotoOnPlan, readings: readonly PartReading[], plan: ReadyPlan): PhotoNote[] {
  const { places } = plan;
  const notes: PhotoNote[] = [];
  const sharp = sharpnessOf(on, finestOf(plan), places);
  if (sharp < LEAST_SHARP)
    notes.push({
      id: 'blurred',
      message: `Its edges are ${percent(sharp)} as sharp as the plan's: hold still and focus anew. What it shows is to look at only.`,
    });
  const seen = places.of.reduce((n, p) => n + (p >= 0 ? 1 : 0), 0);
  const burnt = places.of.reduce((n, p, i) => n + (p >= 0 && on.clipped[i] ? 1 : 0), 0) / Math.max(1, seen);
  if (burnt > MOST_BURNT)
    notes.push({
      id: 'burnt-out',
      message: `${percent(burnt)} of the piece is burnt out: take it again a stop darker.`,
    });
  const told = readings.filter((r) => r.thick);
  const strayed = told.filter((r) => r.weight < 0.1).length / Math.max(1, told.length);
  if (strayed > MOST_STRAYED)
    notes.push({
      id: 'untold',
      message: `${percent(strayed)} of its parts stray from the rest: whether all is too bright or too dark cannot be told from a photo without a card.`,
    });
  else if (on.wholeLighterBy !== null) {
    const whole = on.wholeLighterBy;
    notes.push({
      id: 'whole',
      message: `By the card the whole figure is ${plain(Math.abs(whole), 0)} of value ${whole < 0 ? 'darker' : 'lighter'} than planned.`,
    });
  } else
    notes.push({
      id: 'relative',
      message:
        'Values are relative: one brightness and one colour for the whole photo are fitted to the plan.',
    });
  return notes;
}

/** What the painter tells of a photo. */
export interface PhotoHints {
  /** Places of the plan (mm from its middle, y down) and where they are in the photo as it is worked on. */
  readonly points?: readonly PointPair[];
  /** Colour of the card or paper behind the figure. */
  readonly cardHex?: string;
}

/** Lays a photo on a plan and reads it, part by part. */
export function photoReport(
  plan: ReadyPlan,
  photo: ReadyPhoto,
  { points, cardHex }: PhotoHints = {},
): PhotoReport {
  const { raster, levels, places } = plan;
  const registration = register({ levels, parts: places }, photo, points);
  const notes = laidNotes(registration, photo.figure);
  if (!registration || registration.laid === 'lost')
    return { registration, notes, readings: [], findings: [], onPlan: null };
  const level = finestOf(plan);
  const onPlan = photoOnPlan(photo, registration.h, { level, places, cardHex });
  const readings = readParts(onPlan, {
    level,
    places,
    beyond: plan.beyond,
    parts: raster.parts,
    photoPxPerMm: registration.pxPerMm,
  });
  const untold = toneNotes(onPlan, readings, plan);
  const said = (id: PhotoNote['id']) => untold.some((n) => n.id === id);
  const focal = raster.parts.find((p) => p.id === raster.focalPart);
  const fares = focal && focalInPhoto(readings, raster.parts, focal.id);
  const squint = fares && !said('blurred') ? focalText(fares, focal) : null;
  if (squint !== null) untold.push({ id: 'squint', message: squint });
  const findings = findInPhoto(readings, raster)
    .filter((f) => !said('untold') || (f.id !== 'too-bright' && f.id !== 'too-dark'))
    .map((f) => (said('blurred') ? { ...f, certain: false } : f));
  return { registration, notes: [...notes, ...untold], readings, findings, onPlan };
}

/** Trials take no more points of a part than this. */
const MOST_POINTS = 2500;

/** What is laid before the metal and after it. */
const AROUND: ReadonlySet<Role> = new Set(['undercoat', 'wear', 'glow']);

/** Films that are glazed on over true metal. */
const THIN: ReadonlySet<Film> = new Set(['wash', 'glaze', 'tint']);

function meansOf(part: Piece['parts'][number], piece: PieceAtHand, order: readonly OrderLayer[]): CureMeans {
  const byId = paintsById(piece.paints);
  const minutes = order
    .flatMap((l) => l.parts)
    .filter((s) => s.part === part.id && !AROUND.has(s.role))
    .reduce((n, s) => n + s.activeMin, 0);
  const { steps, colours, ladder } = paletteOf(part, modelOf(part.form, piece.surfaces).narrowestMm, piece);
  const isFlake = (mix: Mix) => mix.some((m) => byId.get(m.paint)?.kind === 'metallic');
  const glazeOf = (mix: Mix): CureGlaze => {
    const pigment = pigmentOf(mix, byId);
    return { pigment, colour: spectrumToLab(masstoneOf(pigment)), mixText: mixText(mix, byId) };
  };
  const passes = ladder ? passesOf({ ladder, paints: piece.paints }) : [];
  const glazed = steps.some((s) => isFlake(s.mix))
    ? passes.filter((p) => THIN.has(p.film)).map((p) => p.mix)
    : steps.map((s) => s.mix);
  return {
    minutes,
    steps: steps.map((step, i) => ({ colour: colours[i], mixText: mixText(step.mix, byId) })),
    glazes: glazed
      .filter((mix) => mix.length > 0 && !isFlake(mix))
      .map(glazeOf)
      .sort((p, q) => p.colour.l - q.colour.l),
  };
}

/** A finding with what mends it, the cheapest first. */
export interface MendedFinding {
  readonly finding: PhotoFinding;
  readonly cures: readonly Cure[];
  readonly when: WhenToMend;
  /** Points of the part on the plan's finest level. */
  readonly points: readonly number[];
}

/** Tries cures for a finding of a report. Parts without a metal's ladder have none. */
export function mend(
  plan: ReadyPlan,
  { onPlan, readings }: PhotoReport,
  finding: PhotoFinding,
  { piece, ...input }: Omit<WhenInput, 'ticks'> & { readonly piece: PieceAtHand },
): MendedFinding {
  const metal = { ...finding, part: stepsGoBy(piece, finding.part) };
  const when = whenToMend(metal, { ...input, ticks: piece.run?.ticks ?? [] });
  const n = plan.raster.parts.findIndex((p) => p.id === finding.part);
  const part = plan.raster.parts[n];
  const now = readings.find((r) => r.part === n);
  if (!onPlan || !now || part.finish.kind !== 'metal') return { finding, cures: [], when, points: [] };
  const level = finestOf(plan);
  const known = (i: number) => !Number.isNaN(onPlan.lightness[i]);
  const all = pointsOf(plan.places, 1)[n];
  const points = all.filter(known);
  const every = Math.max(1, Math.ceil(points.length / MOST_POINTS));
  const tried = points.filter((_, k) => k % every === 0);
  const deep = (points: readonly number[]) => points.filter((i) => plan.places.depth[i] >= CORE_DEEP);
  const whole: PartTrial = {
    input: {
      photo: onPlan,
      plan: [level, softened(level)],
      level,
      places: plan.places,
      beyond: plan.beyond,
      magnified: now.points / all.length,
    },
    part: { n, metal: true, weight: now.weight },
    all: points,
    core: deep(points),
    total: all.length,
    now,
  };
  const trial = { ...whole, all: tried, core: deep(tried) };
  const cures = curesFor(finding, trial, meansOf(part, piece, input.order), whole);
  return { finding, cures, when, points };
}
