import { modelOf } from '../form/index.js';
import { paletteOf, tintSources, type Palette } from '../glint/index.js';
import { midStep, mixText, paintsById } from '../ladder/index.js';
import type { Ladder, LadderStep, Mix, Part, Piece, Role } from '../piece/index.js';
import { listOf, plain, thinning } from '../units/index.js';
import type { Border } from '../zone/index.js';
import { activeMinutes, amountText, DRY_MIN, mixedMl } from './amounts.js';
import type { PartSheet } from './partSheet.js';
import { tintPaint, tintPlace, tintTitle } from './tints.js';
import { whereText } from './where.js';

/** One step of the painting order on one part. */
export interface PartStep {
  readonly part: string;
  readonly step: string;
  readonly role: Role;
  readonly coats: number;
  /** Real-valued coats behind it, for "about". */
  readonly exactCoats: number;
  readonly coverShare: number;
  readonly coverMm2: number;
  /** Volume to mix, water included. */
  readonly mixedMl: number;
  readonly activeMin: number;
  readonly where: string;
  /** How its border to what is below is painted; empty where it has none. */
  readonly border: string;
  /** Which part of this part's ladder it is, 1..n; 0 for steps that are no value step. */
  readonly number: number;
}

/** A layer of the order: one mix, on every part that takes it. */
export interface OrderLayer {
  readonly role: Role;
  readonly step: string;
  readonly ladder: string | null;
  readonly title: string;
  readonly mix: Mix;
  readonly mixText: string;
  readonly thinning: string;
  readonly amount: string;
  readonly dryMin: number;
  readonly how: string;
  readonly caution: string | null;
  readonly parts: readonly PartStep[];
}

const HOW: Record<Role, string> = {
  undercoat: 'Even and thin, into every recess.',
  value: 'Pull each stroke toward the light and lift there: the paint gathers where the brush leaves.',
  smoothing:
    'Wipe the brush almost dry. Glaze over the soft borders only, from the dark side; let each coat dry.',
  bounce: 'A thin crescent, never brighter than the mid step. Leave the dark gap inside it.',
  tint: 'Strongest in the mid values, none in the lights.',
  lining: 'Point of the brush only, both hands supported. Tidy both sides after.',
  edges: 'Side of the tip along the rim, tip loaded only. Turn the piece, keep the hand still.',
  glints: 'Neat, one touch each, then leave it: worked white turns chalky.',
  matte: 'Base, shade and light in your own way; keep it matt beside the metal.',
};

const CAUTIONS: Partial<Record<Role, string>> = {
  undercoat:
    "Spray outdoors or with good extraction, wear a respirator, no flame. Follow the maker's label and your local rules.",
  edges: "Do not point the brush with your lips: some pigments are toxic. Follow the maker's label.",
};

/** Less than this cannot be painted: a tenth of a mm square. */
const LEAST_MM2 = 0.01;
/** A tint over less than this is not worth opening a pot for. */
const LEAST_TINT_MM2 = 0.5;
const TINT_WATER = 5;

const borderText = (b: Border | undefined): string => {
  if (!b) return '';
  const says: string[] = [];
  if (b.hardMm >= 0.3) says.push(`hard for ${plain(b.hardMm, b.hardMm < 10 ? 1 : 0)} mm`);
  if (b.softMm >= 0.3) says.push(`blended over about ${plain(b.blendMm)} mm`);
  return listOf(says);
};

interface Metal {
  readonly part: Part;
  readonly sheet: PartSheet;
  readonly palette: Palette;
}

/**
 * The painting order of a piece: undercoat, value steps dark to light, smoothing, bounce, tints, lining, edges, dots,
 * one metal after the other, then the matte parts. Each layer is one mix over all the parts that take it.
 * @param sheets one a part, by part id; parts without one are left out
 */
export function paintingOrder(piece: Piece, sheets: ReadonlyMap<string, PartSheet>): OrderLayer[] {
  const paints = paintsById(piece.paints);
  const metals: Metal[] = piece.parts.flatMap((part) => {
    const sheet = sheets.get(part.id);
    if (part.finish.kind !== 'metal' || !sheet) return [];
    return [{ part, sheet, palette: paletteOf(part, modelOf(part.form).narrowestMm, piece) }];
  });
  const layers: OrderLayer[] = [];
  const whole = ({ sheet }: Metal) => sheet.zones.areaMm2;
  const step = (m: Metal, s: string, role: Role, over: Partial<PartStep>): PartStep => ({
    part: m.part.id, step: s, role, coats: 1, exactCoats: 1, coverShare: 1, coverMm2: whole(m), mixedMl: 0, activeMin: 1, where: 'all of it', border: '', number: 0, ...over,
  }); // prettier-ignore
  const add = (
    ladder: Ladder,
    role: Role,
    step: string,
    title: string,
    mix: Mix,
    water: number,
    dryMin: number,
    parts: PartStep[],
    words: string | null = null,
  ) => {
    if (parts.length === 0) return;
    const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
    layers.push({
      role, step, title, mix, dryMin, parts,
      ladder: ladder.id,
      mixText: words ?? mixText(mix, paints),
      thinning: thinning(water),
      amount: amountText(ml / (1 + water)),
      how: HOW[role],
      caution: CAUTIONS[role] ?? null,
    }); // prettier-ignore
  };
  const inUse = piece.ladders.filter((l) => metals.some((m) => m.palette.ladder?.id === l.id));
  // The whole miniature is primed at once: one layer a primer, before everything.
  for (const undercoat of new Set(inUse.map((l) => l.undercoat))) {
    const over = inUse.filter((l) => l.undercoat === undercoat);
    const mine = metals.filter((m) => over.some((l) => l.id === m.palette.ladder?.id));
    add(over[0], 'undercoat', 'undercoat', `Undercoat for ${listOf(over.map((l) => l.name.toLowerCase()))}`, [{ paint: undercoat, parts: 1 }], 0, paints.get(undercoat)?.dryMin ?? DRY_MIN.primer,
      mine.map((m) => step(m, 'undercoat', 'undercoat', { mixedMl: mixedMl(whole(m) * m.sheet.surfaceRatio, 1), activeMin: 1 }))); // prettier-ignore
  }
  for (const ladder of inUse) {
    const mine = metals.filter((m) => m.palette.ladder?.id === ladder.id);
    const layer = (role: Role, id: string, title: string, mix: Mix, water: number, dryMin: number, parts: PartStep[], words?: string) =>
      add(ladder, role, id, title, mix, water, dryMin, parts, words); // prettier-ignore
    ladder.steps.forEach((ladderStep, index) => {
      const takers = mine.flatMap((m) => {
        const k = m.palette.steps.findIndex((s) => s.id === ladderStep.id);
        // A step that this light leaves nothing to paint with is no step.
        return k < 0 || m.sheet.zones.zones[k].coverMm2 < LEAST_MM2 ? [] : [{ m, k }];
      });
      layer('value', ladderStep.id, `${inUse.length > 1 ? `${ladder.name}, value` : 'Value'} step ${index + 1} of ${ladder.steps.length}`, ladderStep.mix, ladderStep.water, dryOf(ladderStep, paints),
        takers.map(({ m, k }) => {
          const zone = m.sheet.zones.zones[k];
          const laid = m.palette.films!.steps[k];
          return step(m, ladderStep.id, 'value', {
            number: k + 1,
            coats: laid.coats,
            exactCoats: laid.exactCoats,
            coverShare: zone.coverShare,
            coverMm2: zone.coverMm2,
            mixedMl: mixedMl(zone.coverMm2 * m.sheet.surfaceRatio, laid.coats),
            activeMin: activeMinutes.layer(zone.coverMm2, laid.coats),
            where: whereText(m.part.form, modelOf(m.part.form), zone.cover, zone.coverShare),
            border: borderText(m.sheet.zones.borders[k - 1]),
          });
        })); // prettier-ignore
    });

    const mid = ladder.steps[midStep(ladder.steps.length)];
    const softOf = (m: Metal) => m.sheet.zones.borders.reduce((sum, b) => sum + b.softMm, 0);
    layer('smoothing', 'smoothing', 'Smoothing glaze over the soft borders', mid.mix, 4, DRY_MIN.glaze,
      mine.filter((m) => softOf(m) > 0.5).map((m) => {
        const mm2 = Math.min(whole(m), m.sheet.zones.borders.reduce((sum, b) => sum + b.softMm * Math.min(b.blendMm, 2), 0));
        return step(m, 'smoothing', 'smoothing', {
          coats: 3, exactCoats: 3, coverMm2: mm2, coverShare: mm2 / whole(m), mixedMl: mixedMl(mm2, 3, true),
          activeMin: activeMinutes.glaze(softOf(m), 1), where: `${plain(softOf(m), 0)} mm of soft borders`,
        });
      })); // prettier-ignore
    layer('bounce', 'bounce', 'Bounce, light from below', mid.mix, 1.5, DRY_MIN.layer,
      mine.filter((m) => m.sheet.bounce && m.sheet.zones.areaMm2 > 3).map((m) =>
        step(m, 'bounce', 'bounce', { coverMm2: whole(m) * 0.06, coverShare: 0.06, mixedMl: mixedMl(whole(m) * 0.06, 1), activeMin: activeMinutes.layer(whole(m) * 0.06, 1), where: 'along the rim away from the main light' }))); // prettier-ignore
    for (const source of tintSources(piece.rig)) {
      const glaze = tintPaint(source.hex, piece.paints);
      layer('tint', source.id, tintTitle(source.id, piece), glaze ? [{ paint: glaze.id, parts: 1 }] : [], TINT_WATER, DRY_MIN.tint,
        mine.flatMap((m) => {
          const mm2 = m.sheet.tints.find((t) => t.id === source.id)?.mm2 ?? 0;
          if (mm2 < LEAST_TINT_MM2) return [];
          return [step(m, source.id, 'tint', { coverMm2: mm2, coverShare: mm2 / whole(m), mixedMl: mixedMl(mm2, 1, true), activeMin: activeMinutes.glaze(Math.sqrt(mm2) * 2, 1), where: `${plain(mm2, 0)} mm² of the mid values, ${tintPlace(source.id)}` })];
        }), glaze ? undefined : `a glaze of your own near ${source.hex}`); // prettier-ignore
    }
    const dark = ladder.steps[0];
    layer('lining', 'lining', 'Lining in recesses and joints', dark.mix, 1.5, DRY_MIN.line,
      mine.filter((m) => m.sheet.recessMm > 0).map((m) => step(m, 'lining', 'lining', lineStep(m, m.sheet.recessMm, 'recesses, joints and cuts')))); // prettier-ignore
    const light = ladder.steps[Math.max(0, ladder.steps.length - 2)];
    layer('edges', 'edges', 'Edges', light.mix, 0.5, DRY_MIN.line,
      mine.filter((m) => m.sheet.edgeMm > 0).map((m) => step(m, 'edges', 'edges', lineStep(m, m.sheet.edgeMm, `${plain(m.sheet.edgeMm, 0)} mm of rim; full where it faces the light, at most the mid step in shade`)))); // prettier-ignore
    const top = ladder.steps[ladder.steps.length - 1];
    const dots = (pale: boolean, id: string, title: string, mix: Mix) =>
      layer('glints', id, title, mix, 0, DRY_MIN.line,
        mine.filter((m) => m.sheet.glintShare > 0 && m.sheet.paleGlints === pale).map((m) => step(m, id, 'glints', {
          coverShare: m.sheet.glintShare, coverMm2: m.sheet.glintShare * whole(m), mixedMl: mixedMl(m.sheet.glintShare * whole(m), 1),
          activeMin: activeMinutes.dots(3), where: 'the dots on the map',
        }))); // prettier-ignore
    dots(true, 'glints-pale', 'Glints, pale dots', light.mix);
    dots(false, 'glints', 'Glints, the last dots', top.mix);
  }
  const matte = piece.parts.filter((p) => p.finish.kind === 'matte' && sheets.has(p.id));
  if (matte.length > 0) layers.push(matteLayer(matte, sheets));
  return layers;
}

const dryOf = (step: LadderStep, paints: ReturnType<typeof paintsById>): number =>
  Math.max(DRY_MIN.layer, ...step.mix.map(({ paint }) => paints.get(paint)?.dryMin ?? 0));

function lineStep(m: Metal, mm: number, where: string): Partial<PartStep> {
  const mm2 = mm * m.sheet.edgeWidthMm;
  return {
    coverMm2: mm2,
    coverShare: Math.min(1, mm2 / m.sheet.zones.areaMm2),
    mixedMl: mixedMl(mm2, 1),
    activeMin: activeMinutes.line(mm),
    where,
  };
}

function matteLayer(parts: readonly Part[], sheets: ReadonlyMap<string, PartSheet>): OrderLayer {
  return {
    role: 'matte', step: 'matte', ladder: null, title: 'Cloth, leather, wood and skin', mix: [], dryMin: DRY_MIN.layer,
    mixText: 'your own paints', thinning: 'as you like', amount: '', how: HOW.matte, caution: null,
    parts: parts.map((part) => {
      const area = sheets.get(part.id)!.zones.areaMm2;
      return { part: part.id, step: 'matte', role: 'matte', coats: 2, exactCoats: 2, coverShare: 1, coverMm2: area, mixedMl: mixedMl(area, 2), activeMin: activeMinutes.layer(area, 2), where: 'all of it', border: '', number: 0 };
    }),
  }; // prettier-ignore
}
