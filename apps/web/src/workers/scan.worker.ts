import {
  standInSculpt,
  standInSeries,
  HARD,
  MILD,
  NoScan,
  luminanceImageOf,
  readArchive,
  refused,
  RefusedInput,
  readPhoto,
  scanFrom,
  writeArchive,
  writeSculpt,
  type StandInPhoto,
  type Circle,
  type LuminanceImage,
  type PhotoFault,
  type Scan,
  type Problem,
  type Sculpt,
  type Spoilt,
  type Vec3,
} from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';

export interface StandInJob {
  readonly sculpt: string;
  readonly photos: number;
  readonly pxPerMm: number;
  readonly seed: number;
  readonly hard: boolean;
  readonly spoil: { readonly photo: number; readonly how: Spoilt } | null;
}

export interface StandInPhotos {
  readonly photos: readonly Blob[];
  readonly ballMm: number;
  readonly heightMm: number;
}

export interface ScanPhotosJob {
  readonly photos: readonly Blob[];
  /** Outline of the ball in the first photo, in its pixels; null to look for it. */
  readonly ball: Circle | null;
  /** The ball's width. */
  readonly ballMm: number;
  readonly lampMm: number | 'far' | 'find';
}

export interface ScanDone {
  /** As it is stored. */
  readonly surface: Uint8Array<ArrayBuffer>;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly ball: Circle;
  /** By photo. */
  readonly faults: readonly (PhotoFault | null)[];
  readonly used: readonly number[];
  /** Photos contradict each other and none can be named. */
  readonly unclear: boolean;
  /** Error of its slopes that is to be expected, in the mean. */
  readonly expectedDeg: number;
  /** By the bead it would be so high, which no miniature is; null where that is likely. */
  readonly oddHeightMm: number | null;
  readonly lampMm: number | null;
  readonly ambient: number;
  readonly lamps: readonly Vec3[];
  readonly sculpt: Sculpt;
}

export type ScanAnswer =
  | ({ readonly kind: 'scan' } & ScanDone)
  | {
      readonly kind: 'no scan';
      readonly problem: Problem;
      /** By photo. */
      readonly faults: readonly (PhotoFault | null)[];
      /** Where the bead was taken to be, where that far was come. */
      readonly ball: Circle | null;
    };

export interface PackJob {
  readonly piece: string;
  readonly hashes: readonly string[];
}

/** Photos are reduced to this many pixels before they are worked on. */
const MOST_WORKED = 2_000_000;
async function jpegOf({ width, height, rgba }: StandInPhoto): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.93 });
}

/** The stand-in camera takes a series; the photos leave as JPEG files, like those of a phone. */
async function standIn(job: StandInJob, { tell }: JobTools): Promise<StandInPhotos> {
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
  return { photos, ballMm: 2 * series.bench.ballMm.radius, heightMm: sculpt.heightMm };
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
    throw refused('photo', 'a picture that cannot be decoded', 'a whole JPEG or PNG');
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

async function scan(job: ScanPhotosJob, { tell, hand }: JobTools): Promise<ScanAnswer> {
  const images: LuminanceImage[] = [];
  let by = 1;
  for (const [k, file] of job.photos.entries()) {
    tell(`opening photo ${k + 1} of ${job.photos.length}`, (0.2 * k) / job.photos.length);
    try {
      const { image, whole } = await decoded(file, MOST_WORKED);
      images.push(image);
      by = whole;
    } catch (error) {
      if (!(error instanceof RefusedInput)) throw error;
      const [{ held, accepted }] = error.problems;
      throw refused(`photo ${k + 1}`, held, accepted);
    }
  }
  const ball = job.ball && { x: job.ball.x * by, y: job.ball.y * by, r: job.ball.r * by };
  const inPhoto = ({ x, y, r }: Circle): Circle => ({ x: x / by, y: y / by, r: r / by });
  let found: Scan;
  try {
    found = scanFrom(images, {
      ball,
      // Known only once the ball is: its width in mm against its width in pixels.
      pxPerMm: ball ? (2 * ball.r) / job.ballMm : { ballMm: job.ballMm },
      lampMm: job.lampMm,
      onProgress: (doing, share) => tell(doing, 0.2 + 0.78 * share),
    });
  } catch (error) {
    if (!(error instanceof NoScan)) throw error;
    const { problems, faults, ball: taken } = error;
    return { kind: 'no scan', problem: problems[0], faults, ball: taken && inPhoto(taken) };
  }
  tell('packing the surface', 0.99);
  const surface = writeSculpt(found.sculpt);
  hand(surface.buffer);
  return {
    kind: 'scan',
    surface,
    widthMm: found.sculpt.width / found.sculpt.pxPerMm,
    heightMm: found.sculpt.height / found.sculpt.pxPerMm,
    ball: inPhoto(found.ball),
    faults: found.faults,
    used: found.used,
    unclear: found.unclear,
    expectedDeg: found.expectedDeg,
    oddHeightMm: found.oddHeightMm,
    lampMm: found.lampMm,
    ambient: found.ambient,
    lamps: found.lamps.map((l) => l.toward),
    sculpt: found.sculpt,
  };
}

const jobs = {
  /** Photos by the stand-in camera. */
  standIn,
  /** A surface from photos under a moving lamp; where the photos do not give one, what each of them showed. */
  scan,
  /** A piece and its photos and surfaces made into one archive. */
  async pack({ piece, hashes }: PackJob, { tell, hand }: JobTools): Promise<Uint8Array<ArrayBuffer>> {
    const blobs = new Map<string, Uint8Array<ArrayBuffer>>();
    for (const [i, hash] of hashes.entries()) {
      tell('fetching photos and surfaces', i / hashes.length);
      const response = await fetch(`/api/blobs/${hash}`);
      if (!response.ok) throw new Error('one of its photos or surfaces is not on the server any more');
      blobs.set(hash, new Uint8Array(await response.arrayBuffer()));
    }
    const bytes = writeArchive({ piece, blobs });
    hand(bytes.buffer);
    return bytes;
  },
  /** An archive taken apart. */
  async unpack(file: Blob) {
    const { piece, blobs } = readArchive(new Uint8Array(await file.arrayBuffer()));
    return { piece, blobs: new Map([...blobs].map(([hash, bytes]) => [hash, new Blob([bytes])])) };
  },
};
export type ScanJobs = typeof jobs;
answerJobs(jobs);
