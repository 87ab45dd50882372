import {
  counted,
  namesOfParts,
  stepsGoBy,
  clockText,
  labToHex,
  layerColour,
  paintingOrder,
  percent,
  plain,
  stepKey,
  duration,
  orderTime,
  type Bounds,
  type OrderLayer,
  type Piece,
  type Tick,
} from '@pale-glint/core';
import { rgb, type PDFPage } from 'pdf-lib';
import { sheetFor } from '../stages.js';
import { sideBySide } from './sideBySide.js';
import { drawPart, tag, type Placing } from './drawMap.js';
import { ink, newPaper, SHEET, soft, wrapped, writable, type Paper } from './page.js';

/** Fits bounds in mm into a frame of the sheet, in the frame's middle. */
function fitted(b: Bounds, frame: { x: number; y: number; width: number; height: number }): Placing {
  const scale = Math.min(
    frame.width / Math.max(0.5, b.right - b.left),
    frame.height / Math.max(0.5, b.top - b.bottom),
  );
  const midX = frame.x + frame.width / 2 - ((b.left + b.right) / 2) * scale;
  const midY = frame.y + frame.height / 2 - ((b.top + b.bottom) / 2) * scale;
  return { x: (mm) => midX + mm * scale, y: (mm) => midY + mm * scale, scale };
}

interface Row {
  readonly colour: string | null;
  readonly value: string;
  readonly title: string;
  readonly mix: string;
  readonly detail: string;
  /** Whether it is ticked on every part and copy. */
  readonly done: boolean;
}

/** What the card says of one layer: on one part where and how, on the piece on how many parts. */
function rowOf(layer: OrderLayer, piece: Piece, part: string | null, ticked: ReadonlySet<string>): Row {
  const lab = layerColour(layer, piece);
  const own = layer.parts.find((p) => p.part === part);
  const coats = layer.parts.map((p) => p.coats);
  const [low, high] = [Math.min(...coats), Math.max(...coats)];
  const detail = own
    ? [
        counted(own.coats, 'coat'),
        own.coverShare < 1 ? `${percent(own.coverShare)} of it` : '',
        own.where,
        own.border ? `border ${own.border}` : '',
      ]
    : [
        counted(layer.parts.length, 'part'),
        `${low === high ? low : `${low} to ${high}`} ${high === 1 ? 'coat' : 'coats'}`,
        layer.amount,
      ];
  const copies = Array.from({ length: piece.copies }, (_, i) => i + 1);
  return {
    done: layer.parts.every((s) =>
      copies.every((copy) => ticked.has(stepKey({ ...s, part: stepsGoBy(piece, s.part), copy }))),
    ),
    colour: lab && labToHex(lab),
    value: lab ? plain(lab.l, 0) : '',
    title: layer.title,
    mix: `${layer.mixText}, ${layer.thinning}`,
    detail: [...detail.filter(Boolean), `dry ${layer.dryMin} min`, layer.missing].filter(Boolean).join('; '),
  };
}

const SWATCH = 15;
const SIZES = [9, 8.5, 8, 7.5, 7, 6.5, 6, 5.5, 5] as const;

interface Laid {
  readonly row: Row;
  readonly title: readonly string[];
  readonly text: readonly string[];
  readonly height: number;
}

/** The rows at the largest size of type at which they fit into `height` points. */
function layRows(
  rows: readonly Row[],
  paper: Paper,
  width: number,
  height: number,
): { size: number; laid: Laid[] } {
  let best: { size: number; laid: Laid[] } = { size: SIZES[0], laid: [] };
  for (const size of SIZES) {
    const room = width - SWATCH - 48;
    const laid = rows.map((row): Laid => {
      const title = wrapped(`${row.title}: ${row.mix}`, paper.strong, size, room);
      const text = wrapped(row.detail, paper.plain, size, room);
      return {
        row,
        title,
        text,
        height: Math.max(SWATCH + 2, (title.length + text.length) * size * 1.22) + size * 0.45,
      };
    });
    best = { size, laid };
    if (laid.reduce((s, r) => s + r.height, 0) <= height) return best;
  }
  return best;
}

/** A box to tick with a pen; crossed where the step is ticked already. */
function drawTickBox(page: PDFPage, x: number, y: number, done: boolean): void {
  const side = 8;
  page.drawRectangle({
    x,
    y,
    width: side,
    height: side,
    borderColor: ink,
    borderWidth: 0.6,
    color: rgb(1, 1, 1),
  });
  if (!done) return;
  for (const [from, to] of [
    [y, y + side],
    [y + side, y],
  ] as const)
    page.drawLine({ start: { x, y: from }, end: { x: x + side, y: to }, thickness: 1, color: ink });
}

/** Which part each number on the picture is, in columns under it. */
function drawPartNames(
  paper: Paper,
  piece: Piece,
  frame: { x: number; top: number; width: number; height: number },
): void {
  const { page, plain: face } = paper;
  const names = namesOfParts(piece);
  const named = piece.parts.flatMap((p, i) =>
    p.finish.kind === 'metal' ? [`${i + 1} ${names.get(p.id)}`] : [],
  );
  const columns = 2;
  const rows = Math.ceil(named.length / columns);
  const size = Math.min(7, frame.height / rows / 1.25);
  if (size < 4) return;
  named.forEach((text, i) => {
    const [line] = wrapped(text, face, size, frame.width / columns - 4);
    page.drawText(line, {
      x: frame.x + Math.floor(i / rows) * (frame.width / columns),
      y: frame.top - ((i % rows) + 1) * size * 1.25,
      size,
      font: face,
      color: ink,
    });
  });
}

function drawRows(
  paper: Paper,
  rows: readonly Row[],
  x: number,
  top: number,
  width: number,
  height: number,
): number {
  const { page, plain: face, strong } = paper;
  const { size, laid } = layRows(rows, paper, width, height);
  let y = top;
  laid.forEach(({ row, title, text, height: h }, i) => {
    page.drawText(String(i + 1), { x, y: y - size, size: size + 1, font: strong, color: soft });
    drawTickBox(page, x + width - 9, y - 9, row.done);
    if (row.colour) {
      const [r, g, b] = [1, 3, 5].map((k) => parseInt(row.colour!.slice(k, k + 2), 16) / 255);
      page.drawRectangle({
        x: x + 16,
        y: y - SWATCH,
        width: SWATCH,
        height: SWATCH,
        color: rgb(r, g, b),
        borderColor: ink,
        borderWidth: 0.4,
      });
      // The value beside the swatch, so that a grey print says what a coloured one shows.
      const light = Number(row.value) > 55;
      page.drawText(row.value, {
        x: x + 16 + (SWATCH - strong.widthOfTextAtSize(row.value, 7)) / 2,
        y: y - SWATCH / 2 - 2.5,
        size: 7,
        font: strong,
        color: light ? ink : rgb(1, 1, 1),
      });
    }
    const left = x + SWATCH + 24;
    title.forEach((line, k) =>
      page.drawText(line, { x: left, y: y - size - k * size * 1.22, size, font: strong, color: ink }),
    );
    text.forEach((line, k) =>
      page.drawText(line, {
        x: left,
        y: y - size - (title.length + k) * size * 1.22,
        size,
        font: face,
        color: ink,
      }),
    );
    y -= h;
  });
  return y;
}

/**
 * A sheet for the table, one page of A4: the map in zones with numbers, the steps with mixes, and the cautions. Of one
 * part, or of the whole piece. Values stand beside every swatch, so that it reads in black and white.
 * @returns the bytes of a PDF
 */
export async function makeCard(
  piece: Piece,
  partId: string | null,
  ticks: readonly Tick[],
): Promise<Uint8Array<ArrayBuffer>> {
  const part = piece.parts.find((p) => p.id === partId) ?? null;
  const shown = part ? [part] : piece.parts;
  const paper = await newPaper(part ? `${piece.name}: ${part.name}` : piece.name);
  const { page, plain: face, strong } = paper;
  const { width, height, margin } = SHEET;
  const order = paintingOrder(piece, new Map(shown.map((p) => [p.id, sheetFor(p, piece)])));
  let y = height - margin;
  const say = (text: string, size: number, font = face, color = ink) => {
    page.drawText(writable(text, font), { x: margin, y: y - size, size, font, color });
    y -= size * 1.35;
  };
  say(part ? part.name : piece.name, 20, strong);
  const { activeMin } = orderTime(order, part ? 1 : piece.copies);
  say(
    [
      part ? piece.name : `${piece.parts.length} parts`,
      `main light ${clockText(piece.rig.keyClockHours)}, ${Math.round(piece.rig.keyHeightDeg)} degrees toward you`,
      `about ${duration(activeMin)} at the brush`,
    ].join(' · '),
    9,
    face,
    soft,
  );
  y -= 6;

  // A tall part stands beside its steps, a wide one over them.
  const laid = sideBySide(piece, shown);
  const b = laid.bounds;
  const tall = (b.top - b.bottom) / (b.right - b.left) > 0.8;
  const cautions = [...new Set(order.flatMap((l) => (l.caution ? [l.caution] : [])))];
  const foot = margin + 14 + cautions.length * 22;
  // Under a tall picture of many parts stand their names.
  const forNames = part ? 0 : Math.min(170, 8.75 * Math.ceil(shown.length / 2) + 8);
  const reach = Math.min(
    y - foot - forNames,
    Math.max(120, (198 * (b.top - b.bottom)) / (b.right - b.left) + 44),
  );
  const frame = tall
    ? { x: margin, y: y - reach, width: 210, height: reach }
    : { x: margin, y: y - 210, width: width - 2 * margin, height: 210 };
  const to = fitted(b, {
    ...frame,
    x: frame.x + 6,
    width: frame.width - 12,
    y: frame.y + 6,
    height: frame.height - 12,
  });
  page.drawRectangle({ ...frame, color: rgb(0.93, 0.93, 0.93) });
  for (const p of shown) drawPart(page, p, piece, laid.placing(to, p), part ? strong : null);
  if (part) {
    const lowest = to.y(b.bottom);
    const line = (fromMm: number) =>
      page.drawLine({
        start: { x: fromMm, y: frame.y + 8 },
        end: { x: fromMm + 5 * to.scale, y: frame.y + 8 },
        thickness: 1.2,
        color: ink,
      });
    if (lowest > frame.y + 20) {
      line(frame.x + 8);
      page.drawText('5 mm', { x: frame.x + 8, y: frame.y + 12, size: 7, font: face, color: ink });
    }
  } else
    piece.parts.forEach((p, i) => {
      if (p.finish.kind === 'metal')
        tag(page, strong, String(i + 1), laid.placing(to, p).x(p.place.xMm), to.y(p.place.yMm), 5.4);
    });

  if (!part && tall)
    drawPartNames(paper, piece, {
      x: frame.x,
      top: frame.y - 6,
      width: frame.width,
      height: frame.y - 6 - foot,
    });
  const ticked = new Set(ticks.map(stepKey));
  const rows = order.map((l) => rowOf(l, piece, part?.id ?? null, ticked));
  const at = tall
    ? { x: margin + 224, y, width: width - 2 * margin - 224 }
    : { x: margin, y: y - 224, width: width - 2 * margin };
  drawRows(paper, rows, at.x, at.y, at.width, at.y - foot);

  y = foot - 8;
  for (const caution of cautions)
    for (const lineText of wrapped(`Take care: ${caution}`, strong, 7.5, width - 2 * margin)) {
      page.drawText(lineText, { x: margin, y: y - 7.5, size: 7.5, font: strong, color: ink });
      y -= 9.5;
    }
  page.drawText(
    writable(
      (part
        ? 'Numbers on the picture are value steps, dark to light. '
        : 'Numbers on the picture are parts, numbers of the list are layers in order. ') +
        'Solid lines are hard borders, dashed ones are blended. ' +
        'Figures by a swatch are value, 0 black to 100 white. Pale Glint.',
      face,
    ),
    { x: margin, y: margin - 12, size: 6.5, font: face, color: soft },
  );
  return (await paper.document.save()) as Uint8Array<ArrayBuffer>;
}
