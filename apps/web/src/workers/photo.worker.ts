import {
  besideAnother,
  differencePicture,
  labPicture,
  linearImage,
  mend,
  middleOfPlan,
  pairsOf,
  photoReport,
  planOnCard,
  readyPhoto,
  readyPlan,
  refused,
  withCure,
  WORKED_AT,
  type Cure,
  type LabPlanes,
  type MendedFinding,
  type OrderLayer,
  type PartBeside,
  type PhotoLook,
  type PhotoReport,
  type Piece,
  type PieceAtHand,
  type PlanMiddle,
  type ReadyPhoto,
  type ReadyPlan,
  type ToldOfPhoto,
} from '@pale-glint/core';
import { LRUCache } from 'lru-cache';
import { decodePhoto } from './decode.js';
import { answerJobs, type JobTools } from './jobs.js';
import { needSculpts, surfacesOf } from './sculpts.js';

/** A picture on the plan's places, in colour and in values alone. */
export type BothLooks = Readonly<Record<PhotoLook, ImageBitmap>>;

/** A cure without its colours, which stay in the worker. */
export type CureLine = Omit<Cure, 'colours'>;

/** What a photo shows beside its plan, for the page. */
export interface ReadPhoto extends Pick<PhotoReport, 'registration' | 'notes' | 'readings'> {
  readonly findings: readonly {
    readonly finding: MendedFinding['finding'];
    readonly cures: readonly CureLine[];
    readonly when: MendedFinding['when'];
    /** Where it is on the pictures, in their points. */
    readonly at: readonly [x: number, y: number];
  }[];
  /** Size of the pictures, and how large they are on the miniature. */
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  /** Their middle in the piece's frame. */
  readonly middle: PlanMiddle;
  readonly plan: BothLooks;
  /** Null where the photo does not lie on the plan. */
  readonly photo: BothLooks | null;
  readonly difference: ImageBitmap | null;
  /** The photo as it was taken, at the size that places in it are told in. */
  readonly whole: ImageBitmap;
}

/** Another photo, held beside the one that was read. */
export interface PhotoBeside {
  /** Null where it does not lie on the plan. */
  readonly looks: BothLooks | null;
  readonly parts: readonly PartBeside[];
}

/** A photo and what it is held against. */
export interface PhotoAndPlan {
  /** Where the photo is fetched, and what it is kept by. */
  readonly address: string;
  readonly piece: Piece;
  /** What the painter told of it. */
  readonly told: ToldOfPhoto;
}

export interface ReadJob extends PhotoAndPlan {
  readonly order: readonly OrderLayer[];
}

/** Two photos may be held beside each other, each with its plan. */
const AT_HAND = 2;
const kept = new LRUCache<string, { readonly photo: ReadyPhoto; readonly canvas: OffscreenCanvas }>({
  max: AT_HAND,
});
const planned = new LRUCache<string, ReadyPlan>({ max: AT_HAND });
let last: {
  readonly plan: ReadyPlan;
  readonly report: PhotoReport;
  readonly mended: readonly MendedFinding[];
} | null = null;

async function opened(address: string) {
  const found = kept.get(address);
  if (found) return found;
  const response = await fetch(address);
  if (!response.ok) throw refused('photo', `the server answered ${response.status}`, 'a photo that is kept');
  const { rgba, width, height, canvas } = await decodePhoto(await response.blob(), WORKED_AT);
  const photo = { photo: readyPhoto(linearImage(rgba, width, height)), canvas };
  kept.set(address, photo);
  return photo;
}

/** What decides how a piece looks; notes and ticks do not. */
function keyOf({
  piece: { notes: _notes, run: _run, ...looks },
  told: { view, after },
}: PhotoAndPlan): string {
  return JSON.stringify([looks, view, after]);
}

async function planOf(job: PhotoAndPlan, tools: JobTools): Promise<ReadyPlan> {
  const {
    piece,
    told: { view, after },
  } = job;
  await needSculpts(piece);
  const key = keyOf(job);
  const found = planned.get(key);
  if (found) return found;
  const atHand: PieceAtHand = { ...piece, surfaces: surfacesOf(piece) };
  const plan = readyPlan(atHand, {
    after,
    figureView: view,
    onPart: (done, of) => tools.tell('The plan is drawn', (0.6 * done) / of),
  });
  planned.set(key, plan);
  return plan;
}

/** A canvas of bytes as a bitmap that is handed over. */
async function bitmapOf(rgba: Uint8ClampedArray<ArrayBuffer>, plan: ReadyPlan, { hand }: JobTools) {
  const { width, height } = plan.levels[plan.levels.length - 1];
  return hand(await createImageBitmap(new ImageData(rgba, width, height)));
}

async function bothLooks(planes: LabPlanes, plan: ReadyPlan, tools: JobTools): Promise<BothLooks> {
  return {
    colour: await bitmapOf(labPicture(planes, 'colour'), plan, tools),
    value: await bitmapOf(labPicture(planes, 'value'), plan, tools),
  };
}

/** A place of the piece on the pictures. */
function placeOn({ raster: { picture }, levels }: ReadyPlan, { xMm, yMm }: { xMm: number; yMm: number }) {
  const { pxPerMm } = levels[levels.length - 1];
  return [(xMm - picture.leftMm) * pxPerMm, (picture.topMm - yMm) * pxPerMm] as const;
}

/** A photo laid on its plan and read. */
async function reportOf(job: PhotoAndPlan, tools: JobTools) {
  const { photo, canvas } = await opened(job.address);
  const plan = await planOf(job, tools);
  tools.tell('The photo is laid on it', 0.65);
  const report = photoReport(plan, photo, {
    points: pairsOf(job.told.places, middleOfPlan(plan.raster), canvas),
    ...(job.told.cardHex !== null && { cardHex: job.told.cardHex }),
  });
  return { plan, report, canvas };
}

const jobs = {
  /** Lays a photo on the plan, reads it, and tries what mends its findings. */
  async read(job: ReadJob, tools: JobTools): Promise<ReadPhoto> {
    const { plan, report, canvas } = await reportOf(job, tools);
    const piece: PieceAtHand = { ...job.piece, surfaces: surfacesOf(job.piece) };
    const mended = report.findings.map((f, i) => {
      tools.tell('What mends it is tried', 0.8 + (0.15 * i) / report.findings.length);
      return mend(plan, report, f, { piece, order: job.order, after: job.told.after, now: Date.now() });
    });
    last = { plan, report, mended };
    const { width, height, pxPerMm } = plan.levels[plan.levels.length - 1];
    const { registration, notes, readings, onPlan } = report;
    return {
      registration,
      notes,
      readings,
      findings: mended.map(({ finding, cures, when }) => ({
        finding,
        when,
        cures: cures.map(({ colours: _, ...line }) => line),
        at: placeOn(plan, finding.at),
      })),
      width,
      height,
      pxPerMm,
      middle: middleOfPlan(plan.raster),
      plan: await bothLooks(planOnCard(plan), plan, tools),
      photo: onPlan && (await bothLooks(onPlan.seen, plan, tools)),
      difference: onPlan && (await bitmapOf(differencePicture(onPlan.seen, plan), plan, tools)),
      whole: tools.hand(await createImageBitmap(canvas)),
    };
  },
  /** The photo as it would look with some findings mended. @param chosen id of a cure a finding, in their order; null for none */
  async mended(
    { chosen }: { readonly chosen: readonly (string | null)[] },
    tools: JobTools,
  ): Promise<BothLooks> {
    const seen = last?.report.onPlan?.seen;
    if (!last || !seen) throw refused('photo', 'none is read', 'a photo that lies on the plan');
    const { plan, mended } = last;
    const planes = mended.reduce((p: LabPlanes, m, i) => {
      const cure = m.cures.find((c) => c.id === chosen[i]);
      return cure ? withCure(p, m, cure) : p;
    }, seen);
    return bothLooks(planes, plan, tools);
  },
  /** Another photo of the same side, read against the one that was read last. */
  async beside(other: PhotoAndPlan, tools: JobTools): Promise<PhotoBeside> {
    const mine = last;
    if (!mine?.report.onPlan) throw refused('photo', 'none is read', 'a photo that lies on the plan');
    const { plan, report } = await reportOf(other, tools);
    return {
      looks: report.onPlan && (await bothLooks(report.onPlan.seen, plan, tools)),
      parts: besideAnother(mine.report.readings, report.readings, plan.raster.parts),
    };
  },
};
export type PhotoJobs = typeof jobs;
answerJobs(jobs);
