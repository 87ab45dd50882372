import {
  besideAnother,
  doneBy,
  layerOf,
  linearImage,
  mend,
  partsIn,
  photoReport,
  readyPhoto,
  readyPlan,
  WORKED_AT,
  type Image,
  type LayerId,
  type OrderLayer,
  type PartBeside,
  type PhotoReport,
  type PointPair,
  type ReadyPlan,
  type WhenToMend,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { answer, figureViewFrom, hexFrom, orderOf, pieceOnShelfFrom, readText, refuse } from '../io.js';
import { decodedPhoto } from '../photoFile.js';

interface PhotoFlags {
  readonly card?: string;
  readonly points?: string;
  readonly after?: string;
  readonly from?: string;
  readonly beside?: string;
  readonly shelf?: string;
}

/** A photo the right way up, as large as it is worked on, in linear light. */
async function opened(path: string): Promise<Image> {
  const { data, width, height } = await decodedPhoto(
    path,
    ({ widthPx, heightPx }) => WORKED_AT / Math.max(widthPx, heightPx),
  );
  return linearImage(data, width, height);
}

const isPoint = (p: unknown): p is [number, number] =>
  Array.isArray(p) && p.length === 2 && p.every((v) => typeof v === 'number' && Number.isFinite(v));

/** Places of the plan and of the photo that are one, from a JSON file. */
function pointsFrom(path: string): PointPair[] {
  const accepted = 'a JSON list of three or more { "from": [mm, mm], "to": [px, px] }';
  let list: unknown;
  try {
    list = JSON.parse(readText(path));
  } catch {
    return refuse('points', `"${path}", which is no JSON`, accepted);
  }
  if (!Array.isArray(list) || list.length < 3) return refuse('points', 'fewer than three', accepted);
  return list.map((p: { from?: unknown; to?: unknown }, i) =>
    isPoint(p.from) && isPoint(p.to)
      ? { from: p.from, to: p.to }
      : refuse(`points.${i}`, JSON.stringify(p), accepted),
  );
}

/** The layer that the photo was taken after: by its step, else what the ticks say. */
function afterOf(step: string | undefined, order: readonly OrderLayer[]): LayerId | null {
  if (step === undefined || step === 'finished') return null;
  const layer = order.find((l) => l.step === step || `${l.role}/${l.step}` === step);
  return layer
    ? layerOf(layer)
    : refuse(
        'after',
        `"${step}"`,
        `finished, or one of ${[...new Set(order.map((l) => `${l.role}/${l.step}`))].join(', ')}`,
      );
}

/** A report as the contract has it. */
function told(
  plan: ReadyPlan,
  report: PhotoReport,
  mendedBy: (i: number) => { readonly cure: unknown; readonly when: WhenToMend },
) {
  const { registration: r, onPlan, readings, findings, notes } = report;
  const { parts } = plan.raster;
  return {
    registered: r?.laid ?? 'lost',
    score: r?.score ?? 0,
    mirrored: r?.mirrored ?? false,
    turnDeg: r?.turnDeg ?? 0,
    residualMm: r?.residualMm ?? null,
    notes,
    tone: onPlan && {
      values: onPlan.wholeLighterBy === null ? 'relative' : 'by the card',
      wholeLighterBy: onPlan.wholeLighterBy,
      cast: onPlan.cast,
      chroma: onPlan.chroma,
    },
    parts: readings.map((p) => ({
      part: parts[p.part].id,
      areaMm2: p.areaMm2,
      value: { planned: p.plan.median, seen: p.photo.median, lighterBy: p.lighterBy },
      light: { dxMm: p.photo.light[0] - p.plan.light[0], dyMm: p.plan.light[1] - p.photo.light[1] },
      agreement: p.agreement,
      gapFilledBy: p.gapFilledBy,
      paleTimes: p.paleTimes,
      hue: { turnDeg: p.hueTurnDeg, chromaTimes: p.chromaTimes },
      counted: p.weight,
    })),
    findings: findings.map((f, i) => ({ ...f, ...mendedBy(i) })),
  };
}

/** Lays a photo on a piece's plan and answers with what it shows, and with the cheapest cure of each finding. @throws RefusedInput */
async function photoCommand(path: string, photo: string, o: PhotoFlags): Promise<void> {
  const piece = pieceOnShelfFrom(path, o.shelf);
  const figureView = figureViewFrom(piece, o.from);
  if (partsIn(piece, figureView).length === 0)
    refuse('parts', 'none', 'a piece with a part in this view to hold the photo against');
  const card = o.card === undefined ? {} : { cardHex: hexFrom('card', o.card) };
  const hints = { ...card, ...(o.points !== undefined && { points: pointsFrom(o.points) }) };
  const image = await opened(photo);
  const order = orderOf(piece);
  const after = o.after === undefined ? doneBy(order, piece.run?.ticks ?? [], null) : afterOf(o.after, order);
  const plan = readyPlan(piece, { after, figureView });
  const report = photoReport(plan, readyPhoto(image), hints);
  let beside: PartBeside[] | null = null;
  if (o.beside !== undefined) {
    const other = photoReport(plan, readyPhoto(await opened(o.beside)), card);
    if (!other.onPlan) refuse('beside', o.beside, 'a photo that lies on the plan');
    beside = besideAnother(report.readings, other.readings, plan.raster.parts);
  }
  answer({
    ...told(plan, report, (i) => {
      const { cures, when } = mend(plan, report, report.findings[i], {
        piece,
        order,
        after,
        now: Date.now(),
      });
      if (cures.length === 0) return { cure: null, when };
      const { colours: _, ...cure } = cures[0];
      return { cure, when };
    }),
    ...(beside && { beside }),
  });
}

export function photoCommands(program: Command): void {
  program
    .command('photo')
    .description('lays a photo of the painted miniature on its plan, and tells what strays and what mends it')
    .argument('<PIECE>', 'a piece file or archive')
    .argument('<PHOTO>', 'a JPEG or PNG, taken from the planned side before plain paper')
    .option(
      '--card <HEX>',
      'colour of the card or paper behind it, and behind --beside: values are then told, not only compared',
    )
    .option('--points <FILE.json>', 'places of plan and photo that are one, where it does not lie by itself')
    .option('--after <STEP>', 'the step that it was taken after, or finished; by the ticks unless told')
    .option(
      '--from <VIEW>',
      'the view of the piece that it was taken from; the first that has a part unless told',
    )
    .option('--beside <PHOTO>', 'a photo of another of the same plan: what the two differ in, part by part')
    .option('--shelf <SHELF.json>', 'planned with the paints of this shelf alone')
    .action(photoCommand);
}
