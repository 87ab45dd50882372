import { describe, expect, test } from '@jest/globals';
import {
  lockKeepersArm,
  paintingOrder,
  preparePart,
  renderPiece,
  shapeIn,
  stageOfPart,
  stepPicture,
  SURROUND,
  type OrderLayer,
  type Point,
} from '../../src/index.js';
import { sheetsOf } from '../support.js';

const SIZE = 240;
const piece = lockKeepersArm;
const sheets = sheetsOf(piece);
const order = paintingOrder(piece, sheets);

/** The picture of a layer on one of its parts, over what the order lays before it. */
function drawn(layer: OrderLayer, id: string) {
  const part = piece.parts.find((p) => p.id === id)!;
  const p = preparePart(part, piece, shapeIn(part, piece));
  const { zones } = sheets.get(id)!;
  const below =
    order.slice(0, order.indexOf(layer)).findLast((l) => l.parts.some((s) => s.part === id)) ?? null;
  const shown = stepPicture(p, zones, piece, {
    width: SIZE,
    height: SIZE,
    surroundHex: SURROUND,
    layer,
    below,
  });
  const laid = p.palette.approach?.body.find((b) => b.pass.role === layer.role && b.pass.step === layer.step);
  return { ...shown, zones, p, laid };
}

/** Whether points of a step's picture look as the part does after it: not held back. */
function litIn(layer: OrderLayer, part: string, rgba: Uint8ClampedArray): (i: number) => boolean {
  const plain = renderPiece(piece, {
    width: SIZE,
    height: SIZE,
    view: 'painted',
    surroundHex: SURROUND,
    part,
    stageOf: (p) => stageOfPart(p, layer, piece),
  });
  const bare = plain.rgba.slice(0, 3);
  return (i) =>
    [0, 1, 2].every((c) => Math.abs(rgba[4 * i + c] - plain.rgba[4 * i + c]) < 2) &&
    [0, 1, 2].some((c) => Math.abs(plain.rgba[4 * i + c] - bare[c]) > 2);
}

const lengthOf = (lines: readonly (readonly Point[])[]) =>
  lines.reduce(
    (sum, line) =>
      sum + line.slice(1).reduce((n, [x, y], i) => n + Math.hypot(x - line[i][0], y - line[i][1]), 0),
    0,
  );
const onZones = order
  .filter((l) => l.role === 'value')
  .flatMap((layer) => layer.parts.map(({ part }) => ({ layer, part, ...drawn(layer, part) })));

describe('the picture of a step', () => {
  test('lights the zones of the step, as large as they are told, and holds back all else', () => {
    let seen = 0;
    for (const { layer, part, rgba, picture, laid, zones } of onZones) {
      const aim = laid!.zones.reduce((sum, k) => sum + zones.zones[k].ownMm2, 0);
      if (aim < 4) continue;
      const lit = litIn(layer, part, rgba);
      let count = 0;
      for (let i = 0; i < rgba.length / 4; i++) if (lit(i)) count++;
      seen++;
      // Borders are lit softly, and the soft margin counts as held back.
      expect(count / picture.pxPerMm ** 2).toBeGreaterThan(0.6 * aim - 1);
      expect(count / picture.pxPerMm ** 2).toBeLessThan(1.15 * aim + 2);
    }
    expect(seen).toBeGreaterThan(10);
  });

  test('draws the borders of the zones as long as they are told, hard and soft apart', () => {
    let seen = 0;
    for (const { marks, picture, laid, zones } of onZones) {
      if (laid!.zones[0] === 0 || laid!.zones.at(-1)! < zones.zones.length - 1) continue;
      const border = zones.borders[laid!.zones[0] - 1];
      seen++;
      expect(lengthOf(marks.hard) / picture.pxPerMm).toBeCloseTo(border.hardMm, 0);
      expect(lengthOf(marks.soft) / picture.pxPerMm).toBeCloseTo(border.softMm, 0);
      expect(marks.openingMm).toBe(zones.zones[laid!.zones[0]].openingMm);
    }
    expect(seen).toBeGreaterThan(4);
  });

  test('begins a stroke on what is lit and ends it where more light falls', () => {
    let strokes = 0;
    for (const { layer, part, marks, rgba, picture } of onZones) {
      if (!marks.stroke) continue;
      strokes++;
      expect(marks.first).toEqual(marks.stroke[0]);
      const lit = litIn(layer, part, rgba);
      const near = ([x, y]: Point) =>
        [-2, -1, 0, 1, 2].some((dy) =>
          [-2, -1, 0, 1, 2].some((dx) => lit(Math.floor(y + dy) * picture.width + Math.floor(x + dx))),
        );
      expect([layer.title, part, near(marks.first!)]).toEqual([layer.title, part, true]);
    }
    expect(strokes).toBeGreaterThan(3);
  });

  test('rings the dot where dots are begun, and marks nothing on what lies all over', () => {
    const dots = order.findLast((l) => l.role === 'glints')!;
    const { part } = dots.parts[0];
    const { marks, rgba, picture } = drawn(dots, part);
    const [x, y] = marks.first!.map(Math.floor);
    expect(litIn(dots, part, rgba)(y * picture.width + x)).toBe(true);
    expect(marks.stroke).toBeNull();
    const first = order.find((l) => l.role === 'undercoat')!;
    expect(drawn(first, first.parts[0].part).marks).toMatchObject({
      hard: [],
      soft: [],
      first: null,
      stroke: null,
    });
  });
});
