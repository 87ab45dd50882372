import {
  linearImage,
  ORDINARY_HAND,
  paintedBy,
  photographed,
  photoReport,
  PLAIN_SHOT,
  readyPhoto,
  readyPlan,
  sluiceWarden,
  WORKED_AT,
} from '@pale-glint/core';
import sharp from 'sharp';

/** A photo of 12 megapixels, as a phone takes it. */
const [WIDTH, HEIGHT] = [3000, 4000];

const took = async (work) => {
  const start = performance.now();
  const answer = await work();
  return [answer, performance.now() - start];
};

/** A large photo of the warden: decoded and reduced, its background taken out, laid on the plan and read. */
export async function photoFigures(say) {
  const [plan, planMs] = await took(() => readyPlan(sluiceWarden));
  const painted = paintedBy(plan.raster, { hand: ORDINARY_HAND, faults: [], seed: 1 });
  const shot = {
    ...PLAIN_SHOT,
    width: WIDTH / 2,
    height: HEIGHT / 2,
    fills: 0.7,
    turnDeg: 4,
    tiltDeg: 5,
    leanDeg: 60,
  };
  const { width, height, rgba } = photographed(plan.raster, painted, shot, 2);
  const jpeg = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .resize(WIDTH, HEIGHT)
    .jpeg({ quality: 80 })
    .toBuffer();
  const read = async () => {
    const [{ data, info }, decodeMs] = await took(() =>
      sharp(jpeg)
        .resize(Math.round((WIDTH * WORKED_AT) / HEIGHT), WORKED_AT)
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true }),
    );
    const [photo, readyMs] = await took(() => readyPhoto(linearImage(data, info.width, info.height)));
    const [{ registration }, laidMs] = await took(() => photoReport(plan, photo));
    return { decodeMs, readyMs, laidMs, registration };
  };
  for (const round of ['first', 'again']) {
    const { decodeMs, readyMs, laidMs, registration } = await read();
    say(
      `a photo of 12 megapixels, ${round}: decoded ${decodeMs.toFixed(0)} ms, background and figure ${readyMs.toFixed(0)} ms, ` +
        `laid and read ${laidMs.toFixed(0)} ms (${((decodeMs + readyMs + laidMs) / planMs).toFixed(2)} of drawing its plan); ` +
        `agrees by ${registration.score.toFixed(3)}`,
    );
  }
}
