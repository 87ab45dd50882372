import {
  areaOf,
  forms,
  modelOf,
  newPart,
  newPiece,
  SURROUND,
  partAllRound,
  placedBounds,
  remediesFor,
  renderPiece,
  shapeOf,
  taggedSrgb,
  unionBounds,
  writeSvg,
  RefusedInput,
  regionAt,
  primedPicture,
  proposedRegions,
  fixAll,
  partsIn,
  rigSeen,
  sculptsOf,
  stepPicture,
  viewIn,
  strokesOf,
  survivalOf,
  type Piece,
  type Survival,
  problemLine,
} from '@pale-glint/core';
import { encode } from 'fast-png';
import { leanReceiver, type LeanPiece } from './lean.js';
import type {
  CardJob,
  Job,
  MapJob,
  MapMessage,
  PictureJob,
  RoundJob,
  SettleJob,
  StepJob,
  RegionJob,
  RegionsJob,
  SurfaceJob,
  SvgJob,
} from './protocol.js';
import { keepDrawn } from './measured.js';
import { needSculpts, surfacesOf } from './sculpts.js';
import { joinPartner, measure } from './measure.js';
import { computedFor, internPiece, paintOn, prepare, sheetFor, stageFor } from './stages.js';

/** Work is given up to newer messages at least this often. */
const YIELD_MS = 8;

const post = (news: MapMessage, transfer: Transferable[] = []) => self.postMessage(news, { transfer });
const breath = () => new Promise<void>((resolve) => setTimeout(resolve, 0));
/** Maps that are being drawn here. */
const drawing = new Set<number>();
/** A breath that lasts while a map is drawn: what the hand is on goes before all else. */
async function rest(): Promise<void> {
  do await breath();
  while (drawing.size > 0);
}
const bitmapOf = (bytes: Uint8ClampedArray<ArrayBuffer>, width: number, height: number) =>
  createImageBitmap(new ImageData(bytes, width, height));

/** Latest wins: a job of a kind replaces the one of that kind still waiting or running. */
const latest = { map: 0, sheets: 0, round: 0 };

let resumeAt = 0;
/** Draws two small parts once, so that code and tables are ready when the piece comes. */
function warm(): void {
  const parts = (['dome', 'blade'] as const).map((kind) => newPart(kind, forms[kind].defaults));
  const sheet = { width: 24, height: 24, view: 'painted', surroundHex: SURROUND } as const;
  renderPiece(newPiece('warm', 'Warm', parts), sheet);
}

async function runMap(job: MapJob): Promise<void> {
  const piece = internPiece(job.piece);
  const start = performance.now();
  let lastBreath = start;
  const mine = partsIn(piece, job.figureView).filter((_, i) => i % job.of === job.worker);
  // Begins where the last map was cut off, so that under a moving light every part has its turn.
  const from = resumeAt;
  for (let k = 0; k < mine.length; k++) {
    const part = mine[(from + k) % mine.length];
    if (latest.map !== job.generation) {
      resumeAt = (from + k) % mine.length;
      return;
    }
    const begun = performance.now();
    const painted = paintOn(part, piece, job.picture, job.view, job.after, job.rough);
    const ms = performance.now() - begun;
    if (painted) {
      const bitmap = await bitmapOf(painted.bytes, painted.width, painted.height);
      post(
        {
          kind: 'part',
          generation: job.generation,
          part: part.id,
          picture: job.picture,
          column: painted.column,
          row: painted.row,
          bitmap,
          ms,
        },
        [bitmap],
      );
    } else post({ kind: 'gone', generation: job.generation, part: part.id });
    if (performance.now() - lastBreath > YIELD_MS) {
      await breath();
      lastBreath = performance.now();
    }
  }
  post({ kind: 'mapDone', generation: job.generation, ms: performance.now() - start });
}

function runSettle(job: SettleJob): void {
  const settled = fixAll(internPiece(job.piece), (part, piece) => computedFor(part, internPiece(piece)));
  post({ kind: 'settled', jobId: job.jobId, settled });
}

async function runRound(job: RoundJob): Promise<void> {
  if (!job.piece) return;
  const { generation } = job;
  const piece = internPiece(job.piece);
  const metal = piece.parts.filter((p) => p.finish.kind === 'metal');
  const tries = remediesFor(piece);
  const of = metal.length * (1 + tries.length);
  let done = 0;
  const survive = async (tried: Piece): Promise<Survival | null> => {
    const judged = [];
    for (const { id } of metal) {
      const part = tried.parts.find((p) => p.id === id)!;
      judged.push({ ...partAllRound(part, tried), areaMm2: areaOf(modelOf(part.form).rings) });
      post({ kind: 'roundPart', generation, done: ++done, of });
      await rest();
      if (latest.round !== generation) return null;
    }
    return survivalOf(judged);
  };
  const survival = await survive(piece);
  if (!survival) return;
  const remedies: { label: string; share: number }[] = [];
  post({ kind: 'round', generation, survival, remedies, finished: tries.length === 0 });
  for (const t of tries) {
    const then = await survive(t.piece);
    if (!then) return;
    remedies.push({ label: t.label, share: then.share });
    post({ kind: 'round', generation, survival, remedies, finished: remedies.length === tries.length });
  }
}

async function runPicture(job: PictureJob): Promise<void> {
  const piece = internPiece(job.piece);
  const raster = renderPiece(piece, {
    width: job.width,
    height: job.height,
    view: job.view,
    surroundHex: job.surroundHex,
    stageOf: (p) => stageFor(p, job.after, piece),
    ...(job.part ? { part: job.part, closeUp: job.closeUp ?? false } : {}),
    ...(job.figureView ? { figureView: job.figureView } : {}),
  });
  const { width, height } = raster.picture;
  const asPng = () => taggedSrgb(encode({ width, height, data: raster.rgba, channels: 4 }));
  if (job.as === 'png') {
    const png = asPng();
    post({ kind: 'picture', jobId: job.jobId, bitmap: null, png }, [png.buffer]);
    return;
  }
  const bitmap = await bitmapOf(raster.rgba, width, height);
  post({ kind: 'picture', jobId: job.jobId, bitmap, png: null }, [bitmap]);
  // One of a sculpt that has not come yet is drawn anew once it has.
  const whole = sculptsOf(job.piece).every(({ surface }) => surfacesOf(job.piece).has(surface));
  if (job.keepAs !== null && whole) void keepDrawn(job.keepAs, new Blob([asPng()], { type: 'image/png' }));
}

function runStep({ piece, part: id, jobId, ...options }: StepJob): void {
  const at = internPiece(piece);
  const part = at.parts.find((p) => p.id === id);
  if (!part) throw new Error(`the piece has no part "${id}"`);
  const { rgba, picture, marks } = stepPicture(prepare(part, at), sheetFor(part, at).zones, at, options);
  const { width, height } = picture;
  const png = taggedSrgb(encode({ width, height, data: rgba, channels: 4 }));
  post({ kind: 'step', jobId, drawing: { png, width, height, marks } }, [png.buffer]);
}

function runSvg(job: SvgJob): void {
  const piece = internPiece(job.piece);
  const parts = partsIn(piece, job.figureView);
  const drawn = parts.map((part) => {
    const p = prepare(part, piece);
    return {
      part,
      palette: p.palette,
      zones: sheetFor(part, piece).zones,
      glints: p.metal?.glints ?? [],
      edges: strokesOf(p),
    };
  });
  const bounds = unionBounds(parts.map((part) => placedBounds(shapeOf(part).model, part.place)));
  post({ kind: 'svg', jobId: job.jobId, text: writeSvg(piece, drawn, bounds) });
}

/** Taps are answered quickly from about the fourth on: so many are made before the painter's first. */
const WARMED = 4;

/** The surface of a sculpt as matte primer under the piece's light: what parts are outlined on. */
async function runSurface(job: SurfaceJob): Promise<void> {
  const surface = surfacesOf(job.piece).get(job.surface);
  if (!surface) throw new Error('its surface is not on the server any more');
  const rig = rigSeen(job.piece.rig, viewIn(job.piece, job.figureView));
  const primed = primedPicture(surface, rig, job.show);
  const bitmap = await bitmapOf(primed, surface.width, surface.height);
  post({ kind: 'surface', jobId: job.jobId, bitmap }, [bitmap]);
  // A tap is likely next: what it needs is made ready, so that the first is answered as soon as the next.
  for (let i = 0; i < WARMED; i++)
    setTimeout(() => {
      try {
        regionAt(surface, [[0, 0]]);
      } catch (error) {
        if (!(error instanceof RefusedInput)) throw error;
      }
    });
}

function runRegion(job: RegionJob): void {
  const surface = surfacesOf(job.piece).get(job.surface);
  if (!surface) throw new Error('its surface is not on the server any more');
  try {
    post({ kind: 'region', jobId: job.jobId, points: regionAt(surface, job.places), message: null });
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    post({ kind: 'region', jobId: job.jobId, points: null, message: problemLine(error.problems[0]) });
  }
}

function runRegions(job: RegionsJob): void {
  const surface = surfacesOf(job.piece).get(job.surface);
  if (!surface) throw new Error('its surface is not on the server any more');
  post({ kind: 'regions', jobId: job.jobId, regions: proposedRegions(surface) });
}

async function runCard(job: CardJob): Promise<void> {
  const { makeCard } = await import('./card/makeCard.js');
  const pdf = await makeCard(internPiece(job.piece), job.part, job.ticks);
  post({ kind: 'card', jobId: job.jobId, pdf }, [pdf.buffer]);
}

async function run(job: Job): Promise<void> {
  try {
    if (job.piece && sculptsOf(job.piece).length > 0) await needSculpts(job.piece);
    if (job.kind === 'map') {
      drawing.add(job.generation);
      await runMap(job).finally(() => drawing.delete(job.generation));
    } else if (job.kind === 'sheets') {
      await measure(job, { post, rest, isLatest: () => latest.sheets === job.generation });
    } else if (job.kind === 'partner') joinPartner(job.port);
    else if (job.kind === 'warm') warm();
    else if (job.kind === 'picture') await runPicture(job);
    else if (job.kind === 'step') runStep(job);
    else if (job.kind === 'card') await runCard(job);
    else if (job.kind === 'settle') runSettle(job);
    else if (job.kind === 'round') await runRound(job);
    else if (job.kind === 'surface') await runSurface(job);
    else if (job.kind === 'region') runRegion(job);
    else if (job.kind === 'regions') runRegions(job);
    else runSvg(job);
  } catch (error) {
    post({
      kind: 'failed',
      generation: 'generation' in job ? job.generation : null,
      jobId: 'jobId' in job ? job.jobId : null,
      part: null,
      message: error instanceof Error ? error.message : String(error),
    });
  }
}

/** A job as it comes: its piece without what is here already. */
type Sent<J> = J extends { piece: unknown } ? Omit<J, 'piece'> & { piece: LeanPiece | null } : J;

/** Small pictures wait in line behind each other; maps and sheets only behind their own latest. */
let pictures = Promise.resolve();
const whole = leanReceiver();
self.onmessage = ({ data: sent }: MessageEvent<Sent<Job>>) => {
  const data = (sent.piece ? { ...sent, piece: whole(sent.piece) } : sent) as Job;
  if (data.kind === 'map' || data.kind === 'sheets' || data.kind === 'round') {
    latest[data.kind] = data.generation;
    void run(data);
  } else pictures = pictures.then(rest).then(() => run(data));
};
