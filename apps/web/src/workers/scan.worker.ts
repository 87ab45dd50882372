import {
  standInSculpt,
  standInSeries,
  HARD,
  MILD,
  NoBall,
  NoScan,
  luminanceImageOf,
  readArchive,
  RefusedInput,
  readPhoto,
  scanFrom,
  writeArchive,
  writeSculpt,
  type StandInPhoto,
  type LuminanceImage,
} from '@pale-glint/core';
import type { PackJob, ScanJob, ScanMessage, ScanPhotosJob, StandInJob, UnpackJob } from './scanProtocol.js';

/** Photos are reduced to this many pixels before they are worked on. */
const MOST_WORKED = 2_000_000;
const post = (news: ScanMessage, transfer: Transferable[] = []) => self.postMessage(news, { transfer });
const tell = (doing: string, share: number) => post({ kind: 'progress', doing, share });

async function jpegOf({ width, height, rgba }: StandInPhoto): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.93 });
}

/** The stand-in camera takes a series; the photos leave as JPEG files, like those of a phone. */
async function standIn(job: StandInJob): Promise<void> {
  const sculpt = standInSculpt(job.sculpt);
  const photos: Blob[] = [];
  const series = standInSeries(sculpt, {
    pxPerMm: job.pxPerMm,
    photos: job.photos,
    seed: job.seed,
    conditions: job.hard ? HARD : MILD,
    ...(job.spoil && { spoil: job.spoil }),
    onPhoto: (done, of) => tell(`photo ${done} of ${of}`, done / of),
  });
  for (const photo of series.photos) photos.push(await jpegOf(photo));
  post({ kind: 'photos', photos, ballMm: 2 * series.bench.ballMm.radius, heightMm: sculpt.heightMm });
}

/** A photo as its decoder shows it, the right way up, at most so large. */
async function decoded(file: Blob, most: number): Promise<{ image: LuminanceImage; whole: number }> {
  const { bytes, widthPx, heightPx } = readPhoto(new Uint8Array(await file.arrayBuffer()));
  const by = Math.min(1, Math.sqrt(most / (widthPx * heightPx)));
  const [width, height] = [Math.round(widthPx * by), Math.round(heightPx * by)];
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(new Blob([bytes]), {
      resizeWidth: width,
      resizeHeight: height,
      resizeQuality: 'medium',
    });
  } catch {
    throw new RefusedInput([
      { path: 'photo', held: 'a picture that cannot be decoded', accepted: 'a whole JPEG or PNG' },
    ]);
  }
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return {
    image: luminanceImageOf(context.getImageData(0, 0, width, height).data, width, height),
    whole: by,
  };
}

async function scan(job: ScanPhotosJob): Promise<void> {
  const images: LuminanceImage[] = [];
  let by = 1;
  for (const [k, file] of job.photos.entries()) {
    tell(`opening photo ${k + 1} of ${job.photos.length}`, (0.2 * k) / job.photos.length);
    try {
      const { image, whole } = await decoded(file, MOST_WORKED);
      images.push(image);
      by = whole;
    } catch (error) {
      if (error instanceof RefusedInput)
        throw new NoScan(
          `photo ${k + 1}: ${error.problems[0].held}; accepted: ${error.problems[0].accepted}`,
        );
      throw error;
    }
  }
  const ball = job.ball && { x: job.ball.x * by, y: job.ball.y * by, r: job.ball.r * by };
  const found = scanFrom(images, {
    ball,
    // Known only once the ball is: its width in mm against its width in pixels.
    pxPerMm: ball ? (2 * ball.r) / job.ballMm : { ballMm: job.ballMm },
    lampMm: job.lampMm,
    onProgress: (doing, share) => tell(doing, 0.2 + 0.78 * share),
  });
  tell('packing the surface', 0.99);
  const surface = writeSculpt(found.sculpt);
  post(
    {
      kind: 'scan',
      surface,
      widthMm: found.sculpt.width / found.sculpt.pxPerMm,
      heightMm: found.sculpt.height / found.sculpt.pxPerMm,
      ball: { x: found.ball.x / by, y: found.ball.y / by, r: found.ball.r / by },
      faults: found.faults,
      used: found.used,
      unclear: found.unclear,
      lampMm: found.lampMm,
      ambient: found.ambient,
      lamps: found.lamps.map((l) => l.toward),
      sculpt: found.sculpt,
    },
    [surface.buffer],
  );
}

async function pack(job: PackJob): Promise<void> {
  const blobs = new Map<string, Uint8Array<ArrayBuffer>>();
  for (const [i, hash] of job.hashes.entries()) {
    tell('fetching photos and surfaces', i / job.hashes.length);
    const response = await fetch(`/api/blobs/${hash}`);
    if (!response.ok) throw new Error('one of its photos or surfaces is not on the server any more');
    blobs.set(hash, new Uint8Array(await response.arrayBuffer()));
  }
  const bytes = writeArchive({ piece: job.piece, blobs });
  post({ kind: 'packed', bytes }, [bytes.buffer]);
}

async function unpack(job: UnpackJob): Promise<void> {
  const { piece, blobs } = readArchive(new Uint8Array(await job.file.arrayBuffer()));
  post({
    kind: 'unpacked',
    piece,
    blobs: new Map([...blobs].map(([hash, bytes]) => [hash, new Blob([bytes])])),
  });
}

self.onmessage = async ({ data: job }: MessageEvent<ScanJob>) => {
  try {
    if (job.kind === 'stand-in') await standIn(job);
    else if (job.kind === 'scan') await scan(job);
    else if (job.kind === 'pack') await pack(job);
    else await unpack(job);
  } catch (error) {
    const faults = error instanceof NoScan ? error.faults : [];
    const message = error instanceof Error ? error.message : String(error);
    post({ kind: 'failed', message, faults, ball: error instanceof NoBall });
  }
};
