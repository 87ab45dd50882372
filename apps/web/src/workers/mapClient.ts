import type { Piece, FixedPiece } from '@pale-glint/core';
import { leanSender } from './lean.js';
import { mapGate } from './mapGate.js';
import { drawnName, keptDrawn } from './measured.js';
import type {
  CardJob,
  Job,
  MapJob,
  MapMessage,
  PictureJob,
  RegionJob,
  RegionsJob,
  SettleJob,
  SheetsJob,
  SurfaceJob,
  StepDrawing,
  StepJob,
  SvgJob,
} from './protocol.js';
import { turns } from './turns.js';

type Without<T, K extends string> = Omit<T, K | 'kind'>;
type Listener = (news: MapMessage) => void;

/** What a browser that lets no page work in the background gets instead of a map. */
const NO_WORKERS =
  'This browser does not let pages work in the background, which the map needs. Allow workers for ' +
  'this address, or open it in another browser. Your piece is safe.';

const start = (name: string) =>
  new Worker(new URL('./map.worker.ts', import.meta.url), { type: 'module', name });

/** A worker of which several parts of the page may ask things. */
class WorkerClient {
  private worker: Worker | null = null;
  private readonly listeners = new Set<Listener>();
  private lean = leanSender();

  constructor(private readonly name: string) {}

  send(job: Job, transfer: Transferable[] = []): void {
    if (!this.worker) {
      try {
        this.worker = start(this.name);
      } catch {
        const generation = 'generation' in job ? job.generation : null;
        const jobId = 'jobId' in job ? job.jobId : null;
        const news: MapMessage = { kind: 'failed', generation, jobId, part: null, message: NO_WORKERS };
        setTimeout(() => this.listeners.forEach((l) => l(news)), 0);
        return;
      }
      this.worker.onmessage = ({ data }: MessageEvent<MapMessage>) => this.listeners.forEach((l) => l(data));
      this.worker.onerror = (event) => {
        const message = event.message || 'The map could not be computed in this browser.';
        this.listeners.forEach((l) =>
          l({ kind: 'failed', generation: null, jobId: null, part: null, message }),
        );
      };
    }
    this.worker.postMessage(job.piece ? { ...job, piece: this.lean(job.piece) } : job, transfer);
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}

/** Two where it is not told. */
const cores = globalThis.navigator?.hardwareConcurrency ?? 2;
const first = new WorkerClient('map');
/**
 * The map under the painter's hand has workers of its own; everything longer goes to others. On one core a single worker
 * does all, since each would make ready the same code and the same surfaces: in it, the map goes before everything else.
 */
const hands = cores === 1 ? [first] : [first, new WorkerClient('map, too')];
const long = cores === 1 ? first : new WorkerClient('long work');
const second = new WorkerClient('measuring');
/** On two cores a second one that measures is no sooner done: both make ready the same surfaces. */
const ONE_MEASURES = 2;
const measuring: readonly WorkerClient[] = cores <= ONE_MEASURES ? [long] : [long, second];
/** Small pictures come while the zones are still being measured. */
const pictures = cores === 1 ? long : new WorkerClient('pictures');

let generation = 0;
let jobId = 0;

const gate = mapGate();
hands.forEach((hand) =>
  hand.listen((news) => {
    if (news.kind === 'mapDone') gate.answered(news.generation);
    // A worker that failed owes nothing more.
    if (news.kind === 'failed') gate.answered(generation);
  }),
);

let warmed = false;

/** Asks for the map; newer asking replaces older. Answers come to `listen`. */
export const mapClient = {
  /** A map is about to be shown: its workers make ready, small pictures and measuring wait for it. */
  expect() {
    gate.expect();
    if (warmed) return;
    warmed = true;
    hands.forEach((hand) => hand.send({ kind: 'warm', piece: null }));
  },
  /** @param fine whether no finer one follows */
  ask(job: Without<MapJob, 'generation' | 'worker' | 'of'>, fine: boolean): number {
    generation++;
    gate.asked(generation, hands.length, fine);
    hands.forEach((hand, worker) => hand.send({ kind: 'map', generation, ...job, worker, of: hands.length }));
    return generation;
  },
  /** How many answers "mapDone" a map has. */
  answers: hands.length,
  listen(listener: Listener) {
    const stops = hands.map((hand) => hand.listen(listener));
    return () => stops.forEach((stop) => stop());
  },
};

let joined = false;
/** Lets two that measure hear of each other. */
function join(): void {
  const [one, other] = measuring;
  if (joined || !other) return;
  joined = true;
  const { port1, port2 } = new MessageChannel();
  one.send({ kind: 'partner', piece: null, port: port1 }, [port1]);
  other.send({ kind: 'partner', piece: null, port: port2 }, [port2]);
}

export const sheetClient = {
  /** Measures once the map stands. */
  ask(job: Without<SheetsJob, 'generation' | 'worker' | 'of'>): number {
    const mine = ++generation;
    asked.sheets = mine;
    void gate.stands().then(() => {
      // Asked anew while it waited.
      if (asked.sheets !== mine) return;
      join();
      measuring.forEach((station, worker, { length }) =>
        station.send({ kind: 'sheets', generation: mine, ...job, worker, of: length }),
      );
    });
    return mine;
  },
  listen(listener: Listener) {
    const stops = measuring.map((station) => station.listen(listener));
    return () => stops.forEach((stop) => stop());
  },
};
const asked = { sheets: -1 };

function answerTo<T>(station: WorkerClient, id: number, pick: (news: MapMessage) => T | null): Promise<T> {
  return new Promise((resolve, reject) => {
    const stop = station.listen((news) => {
      if (
        news.kind === 'failed' &&
        (news.jobId === id || (news.jobId === null && news.generation === null))
      ) {
        stop();
        reject(new Error(news.message));
      }
      if ('jobId' in news && news.kind !== 'failed' && news.jobId === id) {
        stop();
        resolve(pick(news)!);
      }
    });
  });
}

/** Small pictures wait here and not in their worker: one that was turned away from meanwhile is never drawn. */
const pictureTurns = turns();

/** What a picture of a piece is asked for by. */
type PictureWanted = Without<PictureJob, 'jobId' | 'as' | 'keepAs'>;

/**
 * One picture of a piece as a bitmap: as it was drawn on another visit, or made once the map stands.
 * @throws the signal's reason where nobody wants it any more when its turn comes
 */
export async function askBitmap(job: PictureWanted, signal: AbortSignal): Promise<ImageBitmap> {
  const { piece, ...how } = job;
  const keepAs = await drawnName(piece, how);
  const image = await keptDrawn(keepAs);
  const kept = image && (await createImageBitmap(image).catch(() => null));
  signal.throwIfAborted();
  if (kept) return kept;
  return pictureTurns(async () => {
    await gate.stands();
    signal.throwIfAborted();
    const id = ++jobId;
    const answer = answerTo(pictures, id, (n) => (n.kind === 'picture' ? n.bitmap : null));
    pictures.send({ kind: 'picture', jobId: id, as: 'bitmap', keepAs, ...job });
    return answer;
  }, signal);
}

/** One picture of a piece as PNG bytes. */
export function askPng(job: PictureWanted): Promise<Uint8Array<ArrayBuffer>> {
  const id = ++jobId;
  const answer = answerTo(long, id, (n) => (n.kind === 'picture' ? n.png : null));
  long.send({ kind: 'picture', jobId: id, as: 'png', keepAs: null, ...job });
  return answer;
}

/** One step on one part, made once the map stands. */
export async function askStep(job: Without<StepJob, 'jobId'>): Promise<StepDrawing> {
  await gate.stands();
  const id = ++jobId;
  const answer = answerTo(pictures, id, (n) => (n.kind === 'step' ? n.drawing : null));
  pictures.send({ kind: 'step', jobId: id, ...job });
  return answer;
}

/** A sheet to print, of one part or of the piece, as PDF. */
export function askCard(job: Without<CardJob, 'jobId'>): Promise<Uint8Array<ArrayBuffer>> {
  const id = ++jobId;
  const answer = answerTo(long, id, (n) => (n.kind === 'card' ? n.pdf : null));
  long.send({ kind: 'card', jobId: id, ...job });
  return answer;
}

/** The piece with every fix applied. */
export function askSettle(job: Without<SettleJob, 'jobId'>): Promise<FixedPiece> {
  const id = ++jobId;
  const answer = answerTo(long, id, (n) => (n.kind === 'settled' ? n.settled : null));
  long.send({ kind: 'settle', jobId: id, ...job });
  return answer;
}

/** How a piece reads from all round; answers come to `listen`. Null stops it. */
export const allRoundClient = {
  ask(piece: Piece | null): number {
    generation++;
    long.send({ kind: 'round', generation, piece });
    return generation;
  },
  listen: (listener: Listener) => long.listen(listener),
};

/** The map as a drawing. */
export function askSvg(job: Without<SvgJob, 'jobId'>): Promise<string> {
  const id = ++jobId;
  const answer = answerTo(long, id, (n) => (n.kind === 'svg' ? n.text : null));
  long.send({ kind: 'svg', jobId: id, ...job });
  return answer;
}

/** A sculpt's surface as a picture. */
export function askSurface(job: Without<SurfaceJob, 'jobId'>): Promise<ImageBitmap> {
  const id = ++jobId;
  const answer = answerTo(pictures, id, (n) => (n.kind === 'surface' ? n.bitmap : null));
  pictures.send({ kind: 'surface', jobId: id, ...job });
  return answer;
}

/** The smooth region round a place of a sculpt. */
export function askRegion(job: Without<RegionJob, 'jobId'>) {
  const id = ++jobId;
  const answer = answerTo(pictures, id, (n) => (n.kind === 'region' ? n : null));
  pictures.send({ kind: 'region', jobId: id, ...job });
  return answer;
}

/** Every smooth region of a sculpt. */
export function askRegions(job: Without<RegionsJob, 'jobId'>) {
  const id = ++jobId;
  const answer = answerTo(pictures, id, (n) => (n.kind === 'regions' ? n.regions : null));
  pictures.send({ kind: 'regions', jobId: id, ...job });
  return answer;
}
