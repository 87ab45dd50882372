// Makes demo/warden-run.json: what of the sluice warden is painted when the demo comes in, over three evenings, in the
// minutes of a painter a little slower than the starting figures.
import { writeFileSync } from 'node:fs';
import { paintingOrder, partSheet, seededRandom, sluiceWarden, tickFor } from '@pale-glint/core';

const EVENINGS = ['2026-11-17T19:30:00Z', '2026-11-19T19:40:00Z', '2026-11-24T19:35:00Z'];
/** So far it has come: its steel up to the light from below. */
const LAST = 'bounce';
const EVENING_MIN = 72;

const sheets = new Map(sluiceWarden.parts.map((p) => [p.id, partSheet(p, sluiceWarden)]));
const order = paintingOrder(sluiceWarden, sheets);
const random = seededRandom(9);
const end = order.findIndex((l) => l.step === LAST) + 1;
let spent = 0;
const ticks = order.slice(0, end).flatMap((layer) =>
  layer.parts.map((step) => {
    const minutes = step.activeMin * (1.05 + 0.4 * random());
    spent += minutes;
    const evening = Math.min(EVENINGS.length - 1, Math.floor(spent / EVENING_MIN));
    const at = Date.parse(EVENINGS[evening]) + Math.round(spent % EVENING_MIN) * 60_000;
    return tickFor(step, layer, { copy: 1, doneAt: new Date(at).toISOString(), minutes });
  }),
);
writeFileSync(new URL('../demo/warden-run.json', import.meta.url), `${JSON.stringify({ ticks })}\n`);
console.log(`${ticks.length} ticks, ${Math.round(spent)} min`);
