import {
  labToHex,
  linePath,
  modelOf,
  numberPlace,
  regionPath,
  strokesOf,
  type Part,
  type Piece,
  type Point,
  type Region,
} from '@pale-glint/core';
import { LineCapStyle, degrees, rgb, type PDFFont, type PDFPage } from 'pdf-lib';
import { prepare, sheetFor } from '../stages.js';

/** Where millimetres of the piece lie on the sheet, in points. */
export interface Placing {
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly scale: number;
}

const colourOf = (hex: string) => {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255);
  return rgb(r, g, b);
};
const BLACK = rgb(0, 0, 0);
const WHITE = rgb(1, 1, 1);

/** A point of the part's own frame in the piece's. */
function placed({ place }: Part, [x, y]: Point): Point {
  const a = (place.rollDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return [place.xMm + x * c - y * s, place.yMm + x * s + y * c];
}

/** Draws one part in zones: fills, borders as lines (soft ones dashed), edges, dots, and with `numbers` each zone's number. */
export function drawPart(
  page: PDFPage,
  part: Part,
  piece: Piece,
  to: Placing,
  numbers: PDFFont | null,
): void {
  const p = prepare(part, piece);
  const { zones, borders, horizons } = sheetFor(part, piece).zones;
  const move = (line: readonly Point[]): Point[] => line.map((q) => placed(part, q));
  const at = { x: to.x(0), y: to.y(0), scale: to.scale };
  const region = (r: Region) => regionPath(r.map(move));
  const fill = (r: Region, hex: string) => page.drawSvgPath(region(r), { ...at, color: colourOf(hex) });
  const line = (l: readonly Point[], widthMm: number, colour = BLACK, dash?: number[]) =>
    page.drawSvgPath(linePath(move(l)), {
      ...at,
      borderColor: colour,
      borderWidth: widthMm,
      borderLineCap: LineCapStyle.Butt,
      ...(dash ? { borderDashArray: dash } : {}),
    });
  const thin = 0.5 / to.scale;
  for (const z of zones) if (z.cover.length) fill(z.cover, labToHex(p.palette.colours[z.step - 1]));
  for (const e of strokesOf(p))
    line(e.points, e.widthMm, colourOf(labToHex(p.palette.colours[Math.round(e.value * (p.steps - 1))])));
  for (const b of borders) {
    b.soft.forEach((l) => line(l, thin, BLACK, [1.6 / to.scale, 1.4 / to.scale]));
    b.hard.forEach((l) => line(l, thin * 1.6));
  }
  if (numbers) horizons.forEach((l) => line(l, thin * 1.6, WHITE, [4 / to.scale, 2 / to.scale]));
  for (const ring of modelOf(part.form).rings) line([...ring, ring[0]], thin * 1.4);
  for (const g of p.metal?.glints ?? []) {
    const [x, y] = placed(part, g.at);
    page.drawEllipse({
      x: to.x(x),
      y: to.y(y),
      xScale: g.radiusMm * g.stretch * to.scale,
      yScale: g.radiusMm * to.scale,
      rotate: degrees((g.alongRad * 180) / Math.PI + part.place.rollDeg),
      color: WHITE,
      borderColor: BLACK,
      borderWidth: 0.4,
    });
  }
  if (!numbers) return;
  const taken: Point[] = [];
  for (let k = zones.length - 1; k >= 0; k--) {
    const place = zones[k].ownShare > 0.004 ? numberPlace(zones[k].cover, zones[k + 1]?.cover ?? []) : null;
    if (!place) continue;
    const [x, y] = placed(part, place);
    const [px, py] = [to.x(x), to.y(y)];
    if (taken.some(([tx, ty]) => Math.hypot(tx - px, ty - py) < 13)) continue;
    taken.push([px, py]);
    tag(page, numbers, String(k + 1), px, py);
  }
}

/** A number in a white round. */
export function tag(page: PDFPage, font: PDFFont, text: string, x: number, y: number, size = 7.5): void {
  page.drawEllipse({
    x,
    y,
    xScale: size * 0.8,
    yScale: size * 0.8,
    color: WHITE,
    borderColor: BLACK,
    borderWidth: 0.5,
  });
  page.drawText(text, {
    x: x - font.widthOfTextAtSize(text, size) / 2,
    y: y - size * 0.34,
    size,
    font,
    color: BLACK,
  });
}
