import {
  namesOfParts,
  coatsOf,
  layerBelow,
  layerColour,
  layerKey,
  ROOM_FACTOR,
  partStepKey,
  stepsOf,
  tickFor,
  type OrderLayer,
  type Piece,
  type Schedule,
  type StepId,
} from '@pale-glint/core';
import type { BenchFileData } from './benchFileData.js';
import { BenchFileNotes } from './benchFileNotes.js';
import { BenchFilePage } from './benchFileScript.js';
import { BenchFileTicks } from './benchFileTicks.js';
import { itemAmount, itemsOf } from './session.js';
import { drawStep } from './stepDrawing.js';
import { WhatDries } from './whatDries.js';

const PICTURE_PX = 420;

/** The part that a layer covers most of, with what the layer paints on it. */
async function pictureOf(piece: Piece, order: readonly OrderLayer[], layer: OrderLayer): Promise<string> {
  const largest = layer.parts.reduce((a, b) => (b.coverMm2 > a.coverMm2 ? b : a));
  const below = layerBelow(order, layer);
  return (await drawStep(piece, largest.part, { layer, below, sizePx: PICTURE_PX })).address;
}

/** The page says when, and on which figure. */
const ONCE_DONE = { copy: 1, doneAt: new Date(0).toISOString() };

/** Everything the page in the file needs: what to do in the plan's order, with pictures. */
async function dataOf(
  piece: Piece,
  order: readonly OrderLayer[],
  schedule: Schedule,
  tell: (share: number) => void,
): Promise<Omit<BenchFileData, 'live'>> {
  const names = namesOfParts(piece);
  const paints = new Map(piece.paints.map((p) => [p.id, p]));
  const items = itemsOf(schedule, order);
  const used = order.filter((l) => items.some((i) => i.layer === layerKey(l)));
  const byKey = new Map(used.map((l) => [layerKey(l), l]));
  const pictures: Record<string, string> = {};
  for (const [k, layer] of used.entries()) {
    tell(k / used.length);
    pictures[layerKey(layer)] = layer.role === 'matte' ? '' : await pictureOf(piece, order, layer);
  }
  return {
    piece: piece.id,
    plan: new Date().toISOString(),
    name: piece.name,
    copies: piece.copies,
    items: items.map((i) => ({
      layer: i.layer,
      coat: i.coat,
      copies: [...i.copies],
      amount: itemAmount(byKey.get(i.layer)!, i),
    })),
    layers: Object.fromEntries(
      used.map((l) => [
        layerKey(l),
        {
          title: l.title,
          coats: coatsOf(l),
          mix: l.mix.map(({ paint, parts }) => ({
            name: paints.get(paint)?.name ?? paint,
            hex: paints.get(paint)?.hex ?? '#969696',
            parts,
          })),
          mixText: l.mixText,
          thinning: l.thinning,
          how: l.how,
          why: [l.why, l.tool && `With ${l.tool}.`].filter(Boolean).join(' '),
          care: [l.caution, l.missing].filter(Boolean).join(' '),
          dryMs: l.dryMin * ROOM_FACTOR[piece.table.room] * 60_000,
          atOnce: l.airbrush,
          parts: l.parts.map((s) => ({
            part: s.part,
            name: names.get(s.part) ?? s.part,
            where: s.where === 'all of it' ? '' : s.where,
            coats: s.coats,
            tick: tickFor(s, l, { ...ONCE_DONE, colour: layerColour(l, piece) }),
          })),
          picture: pictures[layerKey(l)],
        },
      ]),
    ),
  };
}

/** JSON that cannot end the script it stands in. */
const inScript = (data: unknown) =>
  JSON.stringify(data)
    .replace(/</g, '\\u003c')
    .replace(/[\u2028\u2029]/g, '');

export interface BenchFileOptions {
  /** Told how far it is, 0..1. */
  readonly tell: (share: number) => void;
  /** Whether the page is served to a phone, and sends its ticks as they are made. */
  readonly live: boolean;
}

/** How the page looks by itself, without the app's own style. */
const STYLE = `
*{box-sizing:border-box}
body{margin:0;background:#1b1b1b;color:#f9f9f9;font:22px/1.35 system-ui,sans-serif}
main{padding:16px 16px 190px;max-width:60rem;margin:auto}
h1{font-size:1.5em;line-height:1.15;margin:.2em 0}
img{display:block;width:100%;max-height:38vh;object-fit:contain;background:#777}
footer{position:fixed;inset:auto 0 0;display:flex;flex-wrap:wrap;gap:8px;padding:10px;background:#111}
button{flex:1 1 7rem;min-height:56px;border:0;font:600 20px system-ui,sans-serif;background:#424242;color:#f9f9f9}
button.main{background:#f9f9f9;color:#111}
ul{list-style:none;padding:0;margin:.4em 0}
li{padding:.25em 0;border-bottom:1px solid #424242}
i{display:inline-block;width:18px;height:18px;border-radius:50%;border:1px solid #f9f9f9;margin-right:8px;vertical-align:-2px}
.dry{background:#424242;padding:6px 10px;margin:4px 4px 0 0;display:inline-block}
.dry.now{background:#fff3c4;color:#111}
.sent,.notes-sent{opacity:.75;font-size:18px}
aside form{position:fixed;inset:auto 0 0;z-index:1;display:flex;flex-wrap:wrap;gap:8px;padding:14px;background:#1b1b1b;border-top:3px solid #f9f9f9}
aside textarea{flex:1 1 100%;height:6em;font:20px system-ui,sans-serif;padding:8px}
aside label{flex:1 1 100%;display:grid;place-items:center;min-height:56px;background:#424242;font-weight:600;font-size:20px}
aside label:focus-within{outline:3px solid #f9f9f9}
aside input{position:absolute;width:1px;height:1px;opacity:0}
.care{border-left:4px solid #fff3c4;padding-left:10px}
`;

/** What runs in the page: classes that name nothing outside themselves, written as text. */
function scriptOf(data: BenchFileData, live: boolean): string {
  const dries = `new (${WhatDries.toString()})(new Map(Object.entries(data.layers)))`;
  const told = live
    ? `new (${BenchFileTicks.toString()})(),new (${BenchFileNotes.toString()})(data.piece)`
    : 'null,null';
  return `{const data=${inScript(data)};new (${BenchFilePage.toString()})(data,${dries},${told})}`;
}

/**
 * The evening as one page: steps, pictures, timers. By itself it needs neither server nor network, and its ticks come back
 * as a file; served to a phone it sends them.
 */
export async function benchFile(
  piece: Piece,
  order: readonly OrderLayer[],
  schedule: Schedule,
  { tell, live }: BenchFileOptions,
): Promise<string> {
  const data = { ...(await dataOf(piece, order, schedule, tell)), live };
  const title = piece.name.replace(/[<&>]/g, ' ');
  const policy = [
    "default-src 'none'",
    'img-src data:',
    "style-src 'unsafe-inline'",
    "script-src 'unsafe-inline'",
    ...(live ? ["connect-src 'self'"] : []),
  ].join('; ');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<title>${title}, at the table</title>
<style>${STYLE}</style></head><body><main></main><footer></footer>
<script>${scriptOf(data, live)}</script></body></html>`;
}

/** Ticks of a file that are for steps of this order. */
export function ticksFor<T extends StepId>(order: readonly OrderLayer[], ticks: readonly T[]): T[] {
  const known = stepsOf(order);
  return ticks.filter((t) => known.has(partStepKey(t)));
}
