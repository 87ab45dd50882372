import { labToHex } from '../colour/index.js';
import type { EdgeStroke, Glint, Palette } from '../glint/index.js';
import { colourAt } from '../ladder/index.js';
import type { Part, Piece } from '../piece/index.js';
import type { Region } from '../form/index.js';
import type { ZoneMap } from '../zone/index.js';
import type { Point } from '../form/index.js';

/** What the drawing needs of one part. */
export interface DrawnPart {
  readonly part: Part;
  readonly palette: Palette;
  readonly zones: ZoneMap;
  readonly glints: readonly Glint[];
  readonly edges: readonly EdgeStroke[];
}

const n = (x: number) => Number(x.toFixed(3)).toString();
const escape = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** A region as path data; y grows downward in SVG. */
export const regionPath = (region: Region): string =>
  region.map((ring) => `M${ring.map(([x, y]) => `${n(x)} ${n(-y)}`).join('L')}Z`).join('');

/** An open line as path data. */
export const linePath = (line: readonly Point[]): string =>
  `M${line.map(([x, y]) => `${n(x)} ${n(-y)}`).join('L')}`;

/** Transform that places a part's own frame (y already turned down). */
export const placeTransform = ({ xMm, yMm, rollDeg }: Part['place']): string =>
  `translate(${n(xMm)} ${n(-yMm)}) rotate(${n(-rollDeg)})`;

function drawPart({ part, palette, zones, glints, edges }: DrawnPart): string {
  const layer = (name: string, inner: string) => (inner ? `<g data-layer="${name}">${inner}</g>` : '');
  const fills = zones.zones
    .map((z) =>
      z.cover.length
        ? `<path data-step="${z.step}" data-cover-mm2="${n(z.coverMm2)}" ` +
          `fill="${labToHex(palette.colours[z.step - 1])}" fill-rule="evenodd" ` +
          `d="${regionPath(z.cover)}"/>`
        : '',
    )
    .join('');
  const lines = (all: readonly (readonly Point[])[], style: string) =>
    all.map((l) => `<path fill="none" ${style} d="${linePath(l)}"/>`).join('');
  const hard = zones.borders.map((b) => lines(b.hard, 'stroke="#111111" stroke-width="0.06"')).join('');
  const soft = zones.borders
    .map((b) => lines(b.soft, 'stroke="#777777" stroke-width="0.05" stroke-dasharray="0.3 0.2"'))
    .join('');
  const strokes = edges
    .map((e) =>
      lines(
        [e.points],
        `stroke="${labToHex(e.kind === 'dark' ? palette.colours[0] : colourAt(palette.colours, e.value))}" stroke-width="${n(e.widthMm)}"`,
      ),
    )
    .join('');
  const dots = glints
    .map(
      (g) =>
        `<ellipse cx="${n(g.at[0])}" cy="${n(-g.at[1])}" rx="${n(g.radiusMm * g.stretch)}" ` +
        `ry="${n(g.radiusMm)}" transform="rotate(${n((-g.alongRad * 180) / Math.PI)} ${n(g.at[0])} ` +
        `${n(-g.at[1])})" fill="#ffffff"/>`,
    )
    .join('');
  return [
    `<g id="${escape(part.id)}" transform="${placeTransform(part.place)}">`,
    `<title>${escape(part.name)}</title>`,
    layer('zones', fills),
    layer('soft-borders', soft),
    layer('hard-borders', hard),
    layer('horizons', lines(zones.horizons, 'stroke="#f9f9f9" stroke-width="0.05"')),
    layer('edges', strokes),
    layer('glints', dots),
    '</g>',
  ].join('');
}

/**
 * The map as a drawing in mm: each part a group with its zones (nested, dark to light), borders, horizon lines, edges
 * and dots as layers.
 */
export function writeSvg(
  piece: Piece,
  parts: readonly DrawnPart[],
  bounds: { left: number; right: number; bottom: number; top: number },
): string {
  const [w, h] = [bounds.right - bounds.left + 4, bounds.top - bounds.bottom + 4];
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${n(bounds.left - 2)} ${n(-bounds.top - 2)} ${n(w)} ${n(h)}">
<title>${escape(piece.name)}</title>
<rect x="${n(bounds.left - 2)}" y="${n(-bounds.top - 2)}" width="${n(w)}" height="${n(h)}" fill="#777777"/>
${parts.map(drawPart).join('\n')}
</svg>
`;
}
