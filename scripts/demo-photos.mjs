// Makes demo/warden-1.jpg to warden-3.jpg: the sluice warden at the end of its three evenings, painted by the stand-in
// painter and taken by the stand-in camera, with what each shows in demo/warden-photos.json. On the second evening the
// breastplate is too bright, which is mended on the third; then the visor's dark is filled.
import { readFileSync, writeFileSync } from 'node:fs';
import {
  doneBy,
  ORDINARY_HAND,
  paintedBy,
  paintingOrder,
  partSheet,
  photographed,
  PLAIN_SHOT,
  planRasterOf,
  readPhoto,
  sluiceWarden,
} from '@pale-glint/core';
import sharp from 'sharp';

const demo = (name) => new URL(`../demo/${name}`, import.meta.url);
const { ticks } = JSON.parse(readFileSync(demo('warden-run.json'), 'utf8'));
const sheets = new Map(sluiceWarden.parts.map((p) => [p.id, partSheet(p, sluiceWarden)]));
const order = paintingOrder(sluiceWarden, sheets);
const days = [...new Set(ticks.map((t) => t.doneAt.slice(0, 10)))].sort();
const partAt = (id) => sluiceWarden.parts.findIndex((p) => p.id === id);
const SHOTS = [
  {
    text: 'Evening one: where the steel begins',
    faults: [],
    shot: { turnDeg: 3, tiltDeg: 3, leanDeg: 40, fallOff: 0.25, cast: [1.12, 0.86] },
  },
  {
    text: 'Evening two: the breastplate shouts',
    faults: [{ part: partAt('breastplate'), kind: 'value', amount: 15 }],
    shot: { turnDeg: -4, tiltDeg: 5, leanDeg: 200, fallOff: 0.2, cast: [1.08, 0.9], stops: 0.2 },
  },
  {
    text: 'Evening three: breastplate calmed, and now the visor',
    faults: [{ part: partAt('visor'), kind: 'gap-filled', amount: 1 }],
    shot: { turnDeg: 2, tiltDeg: 4, leanDeg: 120, fallOff: 0.22, cast: [1.1, 0.88], holder: 'plinth' },
  },
];
const notes = [];
for (const [i, { text, faults, shot }] of SHOTS.entries()) {
  const last = Math.max(
    ...ticks.filter((t) => t.doneAt.startsWith(days[i])).map((t) => Date.parse(t.doneAt)),
  );
  const madeAt = new Date(last + 4 * 60_000).toISOString();
  const plan = planRasterOf(sluiceWarden, { after: doneBy(order, ticks, madeAt) });
  const painted = paintedBy(plan, { hand: ORDINARY_HAND, faults, seed: 30 + i });
  const whole = { ...PLAIN_SHOT, width: 1200, height: 1600, fills: 0.72, offset: [0.01, -0.02], ...shot };
  const { width, height, rgba } = photographed(plan, painted, whole, 40 + i);
  const jpeg = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 78 })
    .toBuffer();
  const name = `warden-${i + 1}.jpg`;
  writeFileSync(demo(name), readPhoto(new Uint8Array(jpeg)).bytes);
  notes.push({ photo: name, madeAt, text });
  console.log(name, madeAt, jpeg.length, doneBy(order, ticks, madeAt));
}
writeFileSync(demo('warden-photos.json'), `${JSON.stringify(notes, null, 2)}\n`);
