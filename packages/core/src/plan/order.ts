import { areaOf, modelOf } from '../form/index.js';
import { paletteOf, tintSources } from '../glint/index.js';
import { mixText, paintsById } from '../ladder/index.js';
import { PURPOSES, type Ladder, type Part, type Piece, type Purpose, type Role } from '../piece/index.js';
import { DRY_MIN, dryOf, passesOf, sourceChange, toolText, type Pass } from '../school/index.js';
import { capital, listOf, thinning, uncapital } from '../units/index.js';
import { activeMinutes, amountText, mixedMl } from './amounts.js';
import type { PartSheet } from './partSheet.js';
import { withSameMetalJoined } from './sameMetal.js';
import { partStepFor, plainStep, type MetalPart, type PartStep } from './partSteps.js';
import { toolFor } from './brushes.js';
import { glowOrder } from './glowOrder.js';
import { tintMix, tintTitle, tintWanted } from './tints.js';
import { missingText, type OrderInput, type OrderLayer } from './orderLayer.js';
import { wearLayers } from './wearLayers.js';

const SPRAY =
  "Spray outdoors or with good extraction, wear a respirator, no flame. Follow the maker's label and your local rules.";
const CAUTIONS: Partial<Record<Role, string>> = {
  edges: "Do not point the brush with your lips: some pigments are toxic. Follow the maker's label.",
};

const BRUSHED_PRIMER = {
  tool: { kind: 'brush', size: '0', load: 'half full' },
  stroke: 'Brushed thinly over the first primer, on these parts alone.',
  begin: 'dry',
} as const satisfies Partial<Pass>;

const beyond = (level: Purpose, purpose: Purpose): boolean =>
  PURPOSES.indexOf(level) > PURPOSES.indexOf(purpose);

/** What a layer adds, by the part that it changes most. */
function addsText(parts: readonly PartStep[]): string {
  const most = Math.max(-1, ...parts.map((p) => p.change ?? -1));
  if (most < 0) return '';
  if (most >= 10) return "plain to see at arm's length";
  if (most >= 3) return "seen at arm's length";
  return most >= 1 ? 'seen from close only' : 'hardly seen';
}

/** Metal parts of a piece that have a sheet, back to front. */
const metalsOf = (piece: Piece, sheets: ReadonlyMap<string, PartSheet>): MetalPart[] =>
  piece.parts.flatMap((part) => {
    const sheet = sheets.get(part.id);
    if (part.finish.kind !== 'metal' || !sheet) return [];
    return [{ part, sheet, palette: paletteOf(part, modelOf(part.form).narrowestMm, piece) }];
  });

/** A layer before it is known which parts take it. */
interface LayerPlan {
  readonly ladder: Ladder;
  readonly pass: Pass;
  readonly title: string;
  readonly taken: readonly (PartStep | null)[];
  /** What it is laid from where no mix tells it; the pass's own words unless told. */
  readonly words?: string | null;
  /** What of it is not on the shelf where no mix tells it. */
  readonly missing?: string;
  /** How much more is covered than the parts that take it; nothing unless told. */
  readonly besides?: number;
}

/** A layer of an order; none where no part takes it. */
function layerFor({ piece, paints }: OrderInput, plan: LayerPlan): OrderLayer[] {
  const { ladder, pass, title, words = pass.words, besides = 0 } = plan;
  const parts = plan.taken.filter((p) => p !== null);
  if (parts.length === 0) return [];
  const { role, film, mix, water } = pass;
  const airbrush = pass.tool.kind === 'airbrush';
  const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
  return [
    {
      role,
      step: parts[0].step,
      film,
      title: capital(title),
      mix,
      water,
      airbrush,
      parts,
      ladder: ladder.id,
      mixText: words ?? mixText(mix, paints),
      thinner: pass.thinner,
      thinning: airbrush && water === 0 ? 'as it is supplied for spraying' : thinning(water, pass.thinner),
      share: pass.share,
      amount: amountText((ml * (1 + besides)) / (1 + water), { role, airbrush }),
      besides,
      dryMin: pass.waitMin,
      tool: toolText(toolFor(pass, parts)),
      how: pass.stroke,
      begin: pass.begin,
      why: pass.why,
      beyond: beyond(pass.level, piece.rig.purpose),
      adds: addsText(parts),
      caution: CAUTIONS[role] ?? (airbrush ? SPRAY : null),
      missing: missingText(pass, piece.paints, plan.missing ?? null),
    },
  ];
}

const OVER_ALL = 'Over the whole miniature, even and thin, into every recess.';

/** What there is of a piece beside some of its parts, as a share of their area. */
function areaBesides(piece: Piece, metals: readonly MetalPart[]): number {
  const among = new Set(metals.map((m) => m.part.id));
  const mm2 = (parts: readonly Part[]) => parts.reduce((sum, p) => sum + areaOf(modelOf(p.form).rings), 0);
  const mine = mm2(piece.parts.filter((p) => among.has(p.id)));
  return mine > 0 ? mm2(piece.parts) / mine - 1 : 0;
}

/** The whole miniature is sprayed once, with the primer that most of it wants; any other is brushed on afterwards. */
function primerLayers(input: OrderInput): OrderLayer[] {
  const { piece, metals, inUse } = input;
  const primed = [...new Set(inUse.map((l) => l.undercoat))]
    .map((undercoat) => {
      const over = inUse.filter((l) => l.undercoat === undercoat);
      return { over, mine: metals.filter((m) => over.some((l) => l.id === m.palette.ladder?.id)) };
    })
    .sort((p, q) => q.mine.length - p.mine.length);
  return primed.flatMap(({ over, mine }, i) => {
    const [ladder] = over;
    const passes = passesOf({ ladder, paints: piece.paints });
    const sprayed = passes.find((p) => p.role === 'undercoat');
    if (!sprayed) return [];
    const besides = i === 0 && sprayed.tool.kind === 'airbrush' ? areaBesides(piece, mine) : 0;
    const first = besides > 0 ? { ...sprayed, stroke: OVER_ALL } : sprayed;
    const pass = i === 0 ? first : { ...sprayed, ...BRUSHED_PRIMER };
    return layerFor(input, {
      besides,
      ladder,
      pass,
      title: `Undercoat for ${listOf(over.map((l) => l.name.toLowerCase()))}`,
      taken: mine.map((m) => partStepFor(m, pass)),
    });
  });
}

/** A glaze for each colour that the surroundings throw in. */
function tintPasses(input: OrderInput, ladder: Ladder, mine: readonly MetalPart[], pass: Pass): OrderLayer[] {
  const { rig, paints } = input.piece;
  return tintSources(rig).flatMap((source) => {
    const { leftOut, own } = sourceChange(ladder, source.id);
    if (leftOut) return [];
    const mix = own?.mix ?? tintMix(source.hex, paints);
    const coats = own?.coats ? { count: own.coats } : pass.coats;
    const waitMin = dryOf(mix, paints, pass.waitMin);
    const laid: Pass = { ...pass, mix, coats, waitMin, water: own?.water ?? pass.water };
    return layerFor(input, {
      ladder,
      pass: laid,
      title: titleOf(input, ladder, { ...pass, title: own?.title ?? tintTitle(source.id, input.piece) }),
      taken: mine.map((m) => partStepFor(m, laid, source.id)),
      ...(mix.length === 0 && tintWanted(source.hex, paints)),
    });
  });
}

/** What a layer of a metal is called: where several metals are in use, by which of them it is. */
function titleOf(
  { inUse }: OrderInput,
  ladder: Ladder,
  { over, title }: Pick<Pass, 'over' | 'title'>,
): string {
  if (inUse.length < 2) return title;
  // Passes over zones are named to follow the metal, or by the painter; those beside them are named to stand alone.
  return `${ladder.name}, ${typeof over === 'string' ? uncapital(title) : title}`;
}

/** The last dots; parts that want them pale have a layer of their own before. */
function dotPasses(input: OrderInput, ladder: Ladder, mine: readonly MetalPart[], pass: Pass): OrderLayer[] {
  const light = ladder.steps[Math.max(0, ladder.steps.length - 2)];
  const pale: Pass = { ...pass, step: 'glints-pale', title: 'Glints, pale dots', mix: light.mix };
  return [pale, pass].flatMap((as) =>
    layerFor(input, {
      ladder,
      pass: as,
      title: titleOf(input, ladder, as),
      taken: mine.filter((m) => m.sheet.paleGlints === (as === pale)).map((m) => partStepFor(m, as)),
    }),
  );
}

/** One pass of a metal's approach as a layer, or as several. */
function passLayers(input: OrderInput, ladder: Ladder, mine: readonly MetalPart[], pass: Pass): OrderLayer[] {
  if (pass.role === 'undercoat') return [];
  if (pass.over === 'surroundings') return tintPasses(input, ladder, mine, pass);
  if (pass.over === 'dots') return dotPasses(input, ladder, mine, pass);
  // Parts keep the passes their palette was laid with.
  const own = (m: MetalPart) =>
    m.palette.approach!.passes.find((p) => p.role === pass.role && p.step === pass.step)!;
  return layerFor(input, {
    ladder,
    pass,
    title: titleOf(input, ladder, pass),
    taken: mine.map((m) => partStepFor(m, own(m))),
  });
}

/**
 * The painting order of a piece: everything undercoated, then one metal after the other by its approach, then the matte
 * parts. Each layer is one mix over all the parts that take it.
 * @param sheets one a part, by part id; parts without one are left out
 */
export function paintingOrder(piece: Piece, sheets: ReadonlyMap<string, PartSheet>): OrderLayer[] {
  const metals = metalsOf(piece, sheets);
  const inUse = piece.ladders.filter((l) => metals.some((m) => m.palette.ladder?.id === l.id));
  const input: OrderInput = { piece, paints: paintsById(piece.paints), metals, inUse };
  const matte = piece.parts.filter((p) => p.finish.kind === 'matte' && sheets.has(p.id));
  const layers = [
    ...primerLayers(input),
    ...inUse.flatMap((ladder) => {
      const mine = metals.filter((m) => m.palette.ladder?.id === ladder.id);
      const { passes } = mine[0].palette.approach!;
      return passes.flatMap((pass) => passLayers(input, ladder, mine, pass));
    }),
    ...(matte.length > 0 ? [matteLayer(matte, sheets)] : []),
    ...wearLayers(input),
    ...glowOrder(input, sheets),
  ];
  return withSameMetalJoined(layers, piece);
}

/** So many parts are called by their names. */
const MOST_NAMED = 2;
const matteTitle = (parts: readonly Part[]): string =>
  parts.length <= MOST_NAMED ? listOf(parts.map((p) => p.name)) : 'What is not metal';

function matteLayer(parts: readonly Part[], sheets: ReadonlyMap<string, PartSheet>): OrderLayer {
  return {
    role: 'matte',
    step: 'matte',
    ladder: null,
    title: matteTitle(parts),
    film: null,
    mix: [],
    water: 0,
    share: 1,
    dryMin: DRY_MIN.layer,
    tool: '',
    airbrush: false,
    begin: '',
    why: '',
    beyond: false,
    adds: '',
    mixText: 'your own paints',
    thinner: 'water',
    thinning: 'as you like',
    amount: '',
    caution: null,
    missing: '',
    how: 'Base, shade and light in your own way; keep it matt beside the metal.',
    parts: parts.map((part) => {
      const area = sheets.get(part.id)!.zones.areaMm2;
      return plainStep({
        part: part.id,
        step: 'matte',
        role: 'matte',
        coats: 2,
        coverShare: 1,
        coverMm2: area,
        mixedMl: mixedMl(area, 2),
        activeMin: activeMinutes.layer(area, 2),
      });
    }),
  };
}
