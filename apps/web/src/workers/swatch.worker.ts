import {
  measurePaints,
  readCard,
  readPhoto,
  refused,
  sampleColours,
  standInCard,
  type CardGrounds,
  type CardMarks,
  type Paint,
  type Pixel,
  type SwatchPhoto,
  type UsedDot,
} from '@pale-glint/core';
import { decodePhoto } from './decode.js';
import { answerJobs, type JobTools } from './jobs.js';

/** Colours are averaged over dots: more points than this tell no more. */
const MOST_SIDE = 1400;

export type DotPlan = Pick<UsedDot, 'paint' | 'use'>;

/** A photo that is open now. */
export interface OpenedCard {
  readonly bitmap: ImageBitmap;
  /** Null for a photo of the painter's own. */
  readonly marks: CardMarks | null;
  readonly plan: readonly DotPlan[];
}

let photo: SwatchPhoto | null = null;
function opened(): SwatchPhoto {
  if (!photo) throw refused('photo', 'none is open', 'an open photo');
  return photo;
}

async function decoded(file: Blob): Promise<{ photo: SwatchPhoto; bitmap: ImageBitmap }> {
  // What is no photo is refused by its own bytes, before a browser makes of it what it can.
  readPhoto(new Uint8Array(await file.arrayBuffer()));
  const { width, height, rgba, canvas } = await decodePhoto(file, MOST_SIDE);
  return { photo: { width, height, rgba }, bitmap: await createImageBitmap(canvas) };
}

const jobs = {
  /** A photo of the painter's own; kept here for what is asked afterwards. */
  async open(file: Blob, { hand }: JobTools): Promise<OpenedCard> {
    const { photo: own, bitmap } = await decoded(file);
    photo = own;
    return { bitmap: hand(bitmap), marks: null, plan: [] };
  },
  /** A stand-in card of these pots. */
  async standIn(
    { pots, white }: { readonly pots: readonly Paint[]; readonly white: Paint | null },
    { hand }: JobTools,
  ): Promise<OpenedCard> {
    const card = standInCard(pots, white);
    photo = card.photo;
    const { rgba, width, height } = card.photo;
    const bitmap = await createImageBitmap(new ImageData(rgba, width, height));
    return { bitmap: hand(bitmap), marks: card.marks, plan: card.uses };
  },
  /** Colours of the photo that is open, at some places. */
  sample: (at: readonly Pixel[]) => sampleColours(opened(), at),
  /** Reads the dots of the photo that is open, and what they tell of the paints. */
  read(job: {
    readonly marks: CardMarks;
    readonly plan: readonly DotPlan[];
    readonly paints: readonly Paint[];
    readonly grounds: CardGrounds;
  }) {
    const card = readCard(opened(), job.marks);
    const dots = job.plan.map((p, i) => ({ ...p, hex: card.dots[i].hex }));
    return { card, measured: measurePaints(dots, job.paints, job.grounds) };
  },
};
export type SwatchJobs = typeof jobs;
answerJobs(jobs);
