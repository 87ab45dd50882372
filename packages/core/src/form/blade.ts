import { clamp, mixNumbers, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { lineBetween, unit } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point } from './surface.js';

/** How full the point's edges are: 1 straight, more for an arch. */
const ARCH = 1.35;
const POINT_STEPS = 10;

/** Blades of two flat facets that meet in a ridge, heel below, tip up. */
export const blade: FormDefinition<'blade'> = {
  kind: 'blade',
  label: 'Blade with a ridge',
  serves: 'sword, spear, polearm',
  defaults: {
    kind: 'blade',
    lengthMm: 30,
    widthMm: 5,
    shoulderWidthMm: 5,
    pointMm: 6,
    ridge: 0,
    bevelDeg: 28,
  },
  across: ['widthMm', 'shoulderWidthMm'],
  along: ['lengthMm'],
  numbers: [
    sizeMm('lengthMm', 'Length'),
    sizeMm('widthMm', 'Width at the heel'),
    sizeMm('shoulderWidthMm', 'Width at the point'),
    sizeMm('pointMm', 'Point'),
    shareOf('ridge', 'Ridge off the middle', { min: -0.8, max: 0.8 }),
    angleDeg('bevelDeg', 'Bevel', { min: 3, max: 70 }),
  ],
  choices: [],
  model(form) {
    const length = form.lengthMm;
    const point = Math.min(form.pointMm, length * 0.95);
    const heel = -length / 2;
    const shoulder = length / 2 - point;
    const half = (y: number) => {
      if (y <= shoulder)
        return (
          mixNumbers(form.widthMm, form.shoulderWidthMm, clamp((y - heel) / (shoulder - heel), 0, 1)) / 2
        );
      return (form.shoulderWidthMm / 2) * (1 - clamp((y - shoulder) / point, 0, 1) ** ARCH);
    };
    const ridgeAt = (y: number) => form.ridge * half(y);
    const heights = [
      heel,
      ...Array.from({ length: POINT_STEPS + 1 }, (_, i) => shoulder + (point * i) / POINT_STEPS),
    ];
    const side = (sign: number): Point[] => heights.map((y) => [sign * half(y), y] as const);
    const ridge = heights.map((y) => [ridgeAt(y), y] as const);
    const left = side(-1);
    const right = side(1);
    const tilt = rad(form.bevelDeg);

    const facet = (sign: number, edge: Point[]): Patch => ({
      kind: 'facet',
      rings: [sign < 0 ? [...ridge, ...[...edge].reverse()] : [...edge, ...[...ridge].reverse()]],
      grain: null,
      facet: {
        lengthMm: length,
        widthMm: half(heel) * (1 - sign * form.ridge),
        axis: [0, 1],
        pointFrom: 1 - point / length,
      },
      at(x, y, out) {
        const h = half(clamp(y, heel, length / 2 - point * 0.02));
        out[SAMPLE.nx] = sign * Math.sin(tilt);
        out[SAMPLE.ny] = 0;
        out[SAMPLE.nz] = Math.cos(tilt);
        out[SAMPLE.u] = clamp((sign * x - sign * form.ridge * h) / (h * (1 - sign * form.ridge)), 0, 1);
        out[SAMPLE.v] = clamp((y - heel) / length, -0.05, 1.05);
      },
    });
    const outwardOf = (points: Point[], sign: number): Point[] =>
      points.map((_, i) => {
        const [a, b] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]];
        return unit(sign * (b[1] - a[1]), -sign * (b[0] - a[0]));
      });
    const edges: Edge[] = [
      { kind: 'hard', closed: false, points: left, outward: outwardOf(left, -1) },
      { kind: 'hard', closed: false, points: right, outward: outwardOf(right, 1) },
      {
        kind: 'crease',
        closed: false,
        points: ridge.slice(0, -1),
        outward: ridge.slice(0, -1).map(() => [0, 0] as const),
      },
    ].map((e) => densify(e as Edge));
    const heelLine = lineBetween(left[0], right[0]);
    edges.push({
      kind: 'recess',
      closed: false,
      points: heelLine,
      outward: heelLine.map(() => [0, -1] as const),
    });
    return {
      narrowestMm: Math.min(form.widthMm, form.lengthMm),
      rings: [[...left, ...[...right].reverse().slice(1)]],
      corners: [
        { at: [ridgeAt(length / 2 - point * 0.12), length / 2 - point * 0.12], outward: [0, 1] },
        { at: [-half(shoulder) * 0.96, shoulder], outward: unit(-1, 0.3) },
        { at: [half(shoulder) * 0.96, shoulder], outward: unit(1, 0.3) },
      ],
      edges,
      patches: [facet(-1, left), facet(1, right)],
    };
  },
};

/** The same line with points close enough for an edge to change along it. */
function densify(edge: Edge): Edge {
  const points: Point[] = [];
  const outward: Point[] = [];
  for (let i = 0; i + 1 < edge.points.length; i++) {
    const piece = lineBetween(edge.points[i], edge.points[i + 1]);
    const last = i + 2 === edge.points.length;
    points.push(...(last ? piece : piece.slice(0, -1)));
    for (let k = 0; k < (last ? piece.length : piece.length - 1); k++) outward.push(edge.outward[i]);
  }
  return { ...edge, points, outward };
}
