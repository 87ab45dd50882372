// Makes demo/: what the stand-in camera and the lamp scan give for the brass heron's wing. Its hashes go into
// packages/core/src/demo/heronWing.ts; a test holds both together.
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import {
  standInSculpt,
  standInSeries,
  MILD,
  luminanceImageOf,
  readPhoto,
  scanFrom,
  sculptSize,
  trustOf,
  writeSculpt,
} from '@pale-glint/core';
import sharp from 'sharp';

const PX_PER_MM = 12;
const series = standInSeries(standInSculpt('heron-wing'), {
  pxPerMm: PX_PER_MM,
  photos: 10,
  conditions: MILD,
  seed: 4,
});
const planes = series.photos.map((p) => luminanceImageOf(p.rgba, p.width, p.height));
const { sculpt, faults, expectedDeg } = scanFrom(planes, { ball: null, pxPerMm: PX_PER_MM, lampMm: 'find' });
const surface = writeSculpt(sculpt);
// Lit from the upper left, as the piece is.
const best = series.lamps.reduce(
  (b, l, i) => (l[1] - l[0] > series.lamps[b][1] - series.lamps[b][0] ? i : b),
  0,
);
const { rgba, width, height } = series.photos[best];
const jpeg = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
  .removeAlpha()
  .jpeg({ quality: 82 })
  .toBuffer();
const photo = readPhoto(new Uint8Array(jpeg)).bytes;
const hash = (bytes) => createHash('sha256').update(bytes).digest('hex');
writeFileSync(new URL('../demo/heron-wing.surface', import.meta.url), surface);
writeFileSync(new URL('../demo/heron-wing.jpg', import.meta.url), photo);
const [widthMm, heightMm] = sculptSize(sculpt);
console.log({
  surface: hash(surface),
  photo: hash(photo),
  widthMm,
  heightMm,
  widthPx: width,
  heightPx: height,
  trust: trustOf(expectedDeg),
  expectedDeg,
  middle: series.bench.middle,
  bytes: [surface.length, photo.length],
  faults,
});
