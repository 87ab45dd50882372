import {
  critique,
  paintingOrder,
  type Part,
  type PartSheet,
  type Piece,
  type PieceAtHand,
} from '@pale-glint/core';
import { hashOf, keepJudged, keepSheet, keptJudged, keptSheets, type Judged } from './measured.js';
import type { MapMessage, SheetMessage, SheetsJob } from './protocol.js';
import {
  computedFor,
  internPiece,
  isMeasured,
  madeFrom,
  prepare,
  quickSheet,
  sheetFor,
  takeSheet,
} from './stages.js';

/** What one worker tells the other it measures with. */
interface Told {
  readonly generation: number;
  readonly part: string;
  /** From a first, quick measure. */
  readonly quick: PartSheet | null;
  readonly news: SheetMessage | null;
}

let partner: MessagePort | null = null;
let told: Told[] = [];
let someoneTold: () => void = () => undefined;

/** From here on this worker hears what the other one measures. */
export function joinPartner(port: MessagePort): void {
  partner = port;
  port.onmessage = ({ data }: MessageEvent<Told>) => {
    told = [...told.filter((t) => t.generation === data.generation), data];
    someoneTold();
  };
}

/** Parts in the order in which they are worth measuring: those of the first metal first, so that its lines are known early. */
function inTurn({ parts, ladders }: Piece): Part[] {
  const turn = ({ finish }: Part) =>
    finish.kind === 'metal' ? ladders.findIndex((l) => l.id === finish.ladder) : ladders.length;
  return [...parts].sort((a, b) => turn(a) - turn(b));
}

function measured(part: Part, piece: Piece): SheetMessage {
  const { metal, palette, aimed } = prepare(part, piece);
  return { sheet: sheetFor(part, piece), glints: metal?.glints ?? [], colours: palette.colours, aimed };
}

/** So many lines are told before all is measured. */
const FIRST_LINES = 10;

/** The first lines of the order once all parts of the first metal are measured; null before. */
function firstLines(piece: Piece, sheets: ReadonlyMap<string, PartSheet>) {
  const inUse = piece.ladders.find((l) =>
    piece.parts.some((p) => p.finish.kind === 'metal' && p.finish.ladder === l.id),
  );
  const mine = piece.parts.filter((p) => p.finish.kind === 'metal' && p.finish.ladder === inUse?.id);
  if (!inUse || !mine.every((p) => sheets.has(p.id))) return null;
  // The undercoat may lie under other metals too, which are not measured yet.
  return paintingOrder(piece, sheets)
    .filter((l) => l.ladder === inUse.id && l.role !== 'undercoat')
    .slice(0, FIRST_LINES);
}

/** Everything that the order and the findings follow from. */
const wholeOf = ({ run: _r, notes: _n, surfaces: _s, views, ...piece }: PieceAtHand) => ({
  ...piece,
  views: views.map(({ underlay: _u, ...view }) => view),
});

/** What the first worker knows of a piece: its own sheets and those it was told. */
class Known {
  readonly sheets = new Map<string, PartSheet>();
  private readonly quick = new Map<string, PartSheet>();
  private readonly heard = new Set<Told>();
  private lines: 'none' | 'first' | 'all';

  constructor(
    private readonly piece: Piece,
    private readonly generation: number,
    private readonly post: (news: MapMessage) => void,
    /** Whether its order is known from another day. */
    before: boolean,
  ) {
    this.lines = before ? 'all' : 'none';
  }

  take(part: string, { quick, news }: Pick<Told, 'quick' | 'news'>): void {
    const whole = this.piece.parts.find((p) => p.id === part)!;
    if (news) this.sheets.set(part, takeSheet(whole, this.piece, news.sheet));
    this.quick.set(part, news?.sheet ?? quick!);
    this.tell();
  }

  /** Takes in what the other worker told meanwhile. */
  hear(): void {
    for (const t of told) {
      if (t.generation !== this.generation || this.heard.has(t)) continue;
      this.heard.add(t);
      this.take(t.part, t);
    }
  }

  get complete(): boolean {
    return this.sheets.size === this.piece.parts.length;
  }

  private tell(): void {
    const { piece, generation } = this;
    if (this.lines === 'all') return;
    if (this.quick.size === piece.parts.length) {
      this.lines = 'all';
      this.post({ kind: 'orderSoFar', generation, order: paintingOrder(piece, this.quick), all: true });
      return;
    }
    const order = this.lines === 'none' ? firstLines(piece, this.quick) : null;
    if (!order) return;
    this.lines = 'first';
    this.post({ kind: 'orderSoFar', generation, order, all: false });
  }
}

interface Desk {
  readonly post: (news: MapMessage) => void;
  /** Lets newer messages, and what is more urgent, go first. */
  readonly rest: () => Promise<void>;
  /** Whether nobody has asked anew since. */
  readonly isLatest: () => boolean;
}

/**
 * Measures the parts of a piece and puts together what follows from them. Several workers share the parts; the first of
 * them is told what the others find and makes the order and the critique. All parts are measured roughly first, so that
 * the order can be read; then each to the last per cent. What was measured before is not measured again.
 */
export async function measure(job: SheetsJob, desk: Desk): Promise<void> {
  const { post, rest, isLatest } = desk;
  const { generation } = job;
  const piece = internPiece(job.piece);
  const first = job.worker === 0;
  const whole = first ? await hashOf(wholeOf(piece)) : null;
  const before = await keptJudged(whole);
  if (!isLatest()) return;
  if (before) post({ kind: 'orderSoFar', generation, order: before.order, all: true });
  const known = new Known(piece, generation, post, before !== null);
  const tell = (part: Part, what: Pick<Told, 'quick' | 'news'>) => {
    if (first) {
      known.take(part.id, what);
      known.hear();
    } else partner?.postMessage({ generation, part: part.id, ...what } satisfies Told);
  };
  const mine = inTurn(piece).filter((_, i) => i % job.of === job.worker);
  const hashes = await Promise.all(
    mine.map((part) => {
      const made = madeFrom(part, piece);
      return made === null ? null : hashOf(made);
    }),
  );
  const kept = await keptSheets(hashes);
  for (let i = 0; i < mine.length; i++) {
    if (kept[i]) continue;
    await rest();
    if (!isLatest()) return;
    if (!isMeasured(mine[i], piece)) tell(mine[i], { quick: quickSheet(mine[i], piece), news: null });
  }
  for (let i = 0; i < mine.length; i++) {
    if (!kept[i]) await rest();
    if (!isLatest()) return;
    const news = kept[i] ?? measured(mine[i], piece);
    if (!kept[i]) void keepSheet(hashes[i], news);
    post({ kind: 'sheet', generation, part: mine[i].id, news });
    tell(mine[i], { quick: null, news });
  }
  if (!first) return;
  while (!known.complete) {
    await new Promise<void>((resolve) => {
      someoneTold = resolve;
      known.hear();
      if (known.complete) resolve();
    });
    known.hear();
    if (!isLatest()) return;
  }
  await judge(piece, known.sheets, { ...desk, generation, known: before, whole });
}

async function judge(
  piece: PieceAtHand,
  sheets: ReadonlyMap<string, PartSheet>,
  {
    generation,
    known,
    whole,
    post,
    rest,
    isLatest,
  }: Desk & {
    readonly generation: number;
    readonly known: Judged | null;
    readonly whole: string | null;
  },
): Promise<void> {
  if (known) {
    post({ kind: 'sheetsDone', generation, ...known, critiqueMs: 0 });
    return;
  }
  const order = paintingOrder(piece, sheets);
  await rest();
  if (!isLatest()) return;
  const begun = performance.now();
  const findings = critique(piece, (part) => computedFor(part, piece));
  post({ kind: 'sheetsDone', generation, order, findings, critiqueMs: performance.now() - begun });
  void keepJudged(whole, { order, findings });
}
