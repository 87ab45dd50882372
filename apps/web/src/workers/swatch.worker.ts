import {
  CardTrouble,
  measurePaints,
  readCard,
  readPhoto,
  RefusedInput,
  sampleColours,
  standInCard,
  type SwatchPhoto,
} from '@pale-glint/core';
import type { SwatchJob, SwatchMessage } from './swatchProtocol.js';

/** Colours are averaged over dots: more points than this tell no more. */
const MOST_SIDE = 1400;

const post = (news: SwatchMessage, transfer: Transferable[] = []) => self.postMessage(news, { transfer });
let photo: SwatchPhoto | null = null;

async function decoded(file: Blob): Promise<{ photo: SwatchPhoto; bitmap: ImageBitmap }> {
  const info = readPhoto(new Uint8Array(await file.arrayBuffer()));
  const scale = Math.min(1, MOST_SIDE / Math.max(info.widthPx, info.heightPx));
  const whole = await createImageBitmap(file);
  const [width, height] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  const { data } = context.getImageData(0, 0, width, height);
  return { photo: { width, height, rgba: data }, bitmap: await createImageBitmap(canvas) };
}

self.onmessage = async ({ data: job }: MessageEvent<SwatchJob>) => {
  try {
    if (job.kind === 'open') {
      const opened = await decoded(job.file);
      photo = opened.photo;
      post({ kind: 'opened', bitmap: opened.bitmap, marks: null, plan: [] }, [opened.bitmap]);
    } else if (job.kind === 'stand-in') {
      const card = standInCard(job.pots, job.white);
      photo = card.photo;
      const bitmap = await createImageBitmap(
        new ImageData(card.photo.rgba, card.photo.width, card.photo.height),
      );
      post({ kind: 'opened', bitmap, marks: card.marks, plan: card.uses }, [bitmap]);
    } else if (photo && job.kind === 'sample') {
      post({ kind: 'sampled', labs: sampleColours(photo, job.at) });
    } else if (photo && job.kind === 'read') {
      const card = readCard(photo, job.marks);
      const dots = job.plan.map((p, i) => ({ ...p, hex: card.dots[i].hex }));
      post({ kind: 'read', card, measured: measurePaints(dots, job.paints, job.grounds) });
    }
  } catch (error) {
    const known = error instanceof CardTrouble || error instanceof RefusedInput;
    post({
      kind: 'failed',
      message: known ? error.message : 'This photo could not be read here. Export it as JPEG or PNG.',
    });
  }
};
