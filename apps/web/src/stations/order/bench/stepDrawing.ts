import { SURROUND, type OrderLayer, type Piece } from '@pale-glint/core';
import { askStep } from '../../../workers/mapClient.js';
import type { StepDrawing } from '../../../workers/protocol.js';

type Line = readonly (readonly [number, number])[];

/** Lines are drawn for a picture of this width, and grow with it. */
const DRAWN_FOR_PX = 320;

const dataUrl = (type: string, bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return `data:${type};base64,${btoa(text)}`;
};

const pathOf = (lines: readonly Line[]): string =>
  lines
    .map((line) => line.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join(''))
    .join('');

/** A line that is seen on light and on dark. */
const cased = (d: string, width: number, dash = ''): string =>
  d &&
  `<path d="${d}" stroke="#111" stroke-width="${width * 2}" ${dash}/><path d="${d}" stroke="#fff" stroke-width="${width}" ${dash}/>`;

/** The head of an arrow that ends at `to`. */
function headOf(
  [from, to]: readonly [readonly [number, number], readonly [number, number]],
  size: number,
): string {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const barb = (off: number): readonly [number, number] => [
    to[0] + size * Math.cos(angle + off),
    to[1] + size * Math.sin(angle + off),
  ];
  return pathOf([[barb(2.6), to, barb(-2.6)]]);
}

/** A picture of a step with its marks, as the address of an SVG. */
function addressOf({ png, width, height, marks }: StepDrawing): string {
  const unit = width / DRAWN_FOR_PX;
  const { stroke, first } = marks;
  const arrow = stroke ? cased(pathOf([stroke]) + headOf(stroke, 11 * unit), 2.2 * unit) : '';
  // On a stroke it is where the brush is set down; without one it stands round the place, which stays to be seen.
  const ring = (width: number, colour: string) =>
    first &&
    [
      `<circle cx="${first[0].toFixed(1)}" cy="${first[1].toFixed(1)}" r="${(stroke ? 5 : 13) * unit}"`,
      `fill="${stroke ? '#fff3c4' : 'none'}" stroke="${colour}" stroke-width="${width * unit}"/>`,
    ].join(' ');
  const dot = first ? ring(4, '#111') + (stroke ? '' : ring(2, '#fff3c4')!) : '';
  const size = `width="${width}" height="${height}"`;
  const box = `viewBox="0 0 ${width} ${height}"`;
  const svg = [
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} ${box} fill="none" stroke-linejoin="round" stroke-linecap="round">`,
    `<image href="${dataUrl('image/png', png)}" ${size}/>`,
    cased(pathOf(marks.hard), 1.3 * unit),
    cased(pathOf(marks.soft), 1.3 * unit, `stroke-dasharray="0.1 ${5 * unit}"`),
    arrow,
    dot,
    '</svg>',
  ].join('');
  return dataUrl('image/svg+xml', new TextEncoder().encode(svg));
}

export interface StepShown {
  /** The address of a picture. */
  readonly address: string;
  /** Width of the picture in points. */
  readonly width: number;
  readonly marks: StepDrawing['marks'];
}

/** One step on one part: what it touches, its borders, where the brush goes first and how its stroke runs. */
export async function drawStep(
  piece: Piece,
  part: string,
  {
    layer,
    below,
    sizePx,
  }: { readonly layer: OrderLayer; readonly below: OrderLayer | null; readonly sizePx: number },
): Promise<StepShown> {
  const idOf = ({ ladder, role, step }: OrderLayer) => ({ ladder, role, step });
  const drawing = await askStep({
    piece,
    part,
    width: sizePx,
    height: sizePx,
    surroundHex: SURROUND,
    layer: idOf(layer),
    below: below && idOf(below),
  });
  return { address: addressOf(drawing), width: drawing.width, marks: drawing.marks };
}
