import { clamp, mixNumbers, plain, rad } from '../units/index.js';
import { heightsOf, linesOf } from './bladeLines.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { densified, outwardAlong, unit } from './geometry.js';
import { fullerOf } from './fuller.js';
import { notchesOf } from './notches.js';
import { SAMPLE, type Edge, type Patch, type Point, type SurfaceModel } from './surface.js';

/** The back of a single-edged blade leans this share of the bevel the other way. */
const BACK_LEAN = 0.22;

/** A blade whose middle stands off by this share of its length is curved: its facets turn with it. */
const CURVED = 0.06;

/** Blades: two flat facets that meet in a ridge or beside a hollow, or a flat and one cutting edge. Heel below, tip up. */
export const blade: FormDefinition<'blade'> = {
  kind: 'blade',
  label: 'Blade with a ridge',
  serves: 'sword, spear, polearm',
  words: [
    'dagger',
    'knife',
    'axe',
    'glaive',
    'halberd',
    'spearhead',
    'edge',
    'fin',
    'sabre',
    'scimitar',
    'katana',
    'scythe',
    'sickle',
    'razor',
    'bayonet',
    'saw',
    'lance',
    'arrowhead',
  ],
  defaults: {
    kind: 'blade',
    lengthMm: 30,
    widthMm: 5,
    shoulderWidthMm: 5,
    pointMm: 6,
    ridge: 0,
    bevelDeg: 28,
    edges: 'two',
    curveMm: 0,
    fullerMm: 0,
    fullerTo: 0.6,
    notches: [],
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
    sizeMm('curveMm', 'Curves to the right', { min: -100, max: 100 }),
    sizeMm('fullerMm', 'Hollow along it', { min: 0, max: 100 }),
    shareOf('fullerTo', 'Hollow ends at', { min: 0.1, max: 0.95 }),
  ],
  choices: [
    {
      key: 'edges',
      label: 'Cutting edges',
      options: [
        { value: 'two', label: 'Both sides' },
        { value: 'right', label: 'Right side' },
        { value: 'left', label: 'Left side' },
      ],
    },
  ],
  model(form): SurfaceModel {
    const lines = linesOf(form);
    const { heel, tip, shoulder, half, ridge, edge } = lines;
    const { lengthMm: length } = form;
    const tilt = rad(form.bevelDeg);
    const notes: string[] = [];
    const fuller = fullerOf(form, lines);
    if (fuller && fuller.widthMm < form.fullerMm - 1e-6)
      notes.push(
        `the hollow is wider than the blade: drawn ${plain(fuller.widthMm)} mm instead of ${plain(form.fullerMm)} mm`,
      );
    const notches = notchesOf(form, lines);
    notes.push(...notches.notes);
    const heights = heightsOf(form, lines);
    const bent = Math.abs(form.curveMm) >= CURVED * length;
    /** How far the blade leans at a height, counter-clockwise. */
    const leanAt = (y: number) => Math.atan((8 * form.curveMm * y) / (length * length));
    const inner = (side: number, y: number) => ridge(y) + side * (fuller?.half(y) ?? 0);
    const withHeights = (more: readonly number[]) =>
      [...new Set([...heights, ...more])].sort((a, b) => a - b);
    const outer = (side: number): Point[] =>
      withHeights(notches.heights(side)).map(
        (y) => [edge(side, y) - side * notches.depth(side, y), y] as const,
      );
    const innerLine = (side: number): Point[] =>
      withHeights(fuller?.heights ?? []).map((y) => [inner(side, y), y] as const);
    const [left, right] = [outer(-1), outer(1)];

    const facet = (side: number, line: Point[]): Patch => {
      const cuts = form.edges === 'two' || (form.edges === 'right') === side > 0;
      const lean = side * (cuts ? tilt : tilt * BACK_LEAN);
      const inside = innerLine(side);
      return {
        kind: 'facet',
        rings: [side < 0 ? [...inside, ...[...line].reverse()] : [...line, ...[...inside].reverse()]],
        grain: null,
        facet: {
          lengthMm: length,
          widthMm: Math.abs(edge(side, heel) - inner(side, heel)),
          axis: [0, 1],
          pointFrom: (shoulder - heel) / length,
          opens: cuts ? 1 : -1,
          ...(bent && {
            bend: {
              angleAt: (v: number) => leanAt(heel + v * length),
              outside: side > 0 === form.curveMm > 0,
            },
          }),
        },
        at(x, y, out) {
          const h = clamp(y, heel, tip - (tip - shoulder) * 0.02);
          const [from, to] = [inner(side, h), edge(side, h)];
          const turned = bent ? leanAt(h) : 0;
          out[SAMPLE.nx] = Math.sin(lean) * Math.cos(turned);
          out[SAMPLE.ny] = Math.sin(lean) * Math.sin(turned);
          out[SAMPLE.nz] = Math.cos(lean);
          out[SAMPLE.u] = clamp((x - from) / (to - from || 1e-9), 0, 1);
          out[SAMPLE.v] = clamp((y - heel) / length, -0.05, 1.05);
        },
      };
    };
    const crease = (points: Point[]): Edge => ({
      kind: 'crease',
      closed: false,
      points,
      outward: points.map(() => [0, 0] as const),
    });
    const ridgeFrom = fuller?.endsAt ?? heel;
    const ridgeHeights = [ridgeFrom, ...heights.filter((y) => y > ridgeFrom + 1e-6)].slice(0, -1);
    const edges: Edge[] = [
      { kind: 'hard' as const, closed: false, points: left, outward: outwardAlong(left, -1) },
      { kind: 'hard' as const, closed: false, points: right, outward: outwardAlong(right, 1) },
      crease(ridgeHeights.map((y) => [ridge(y), y] as const)),
    ].map(densified);
    if (fuller) edges.push(...fuller.sides.map(crease).map(densified));
    const heelLine: Edge = densified({
      kind: 'recess',
      closed: false,
      points: [left[0], right[0]],
      outward: [
        [0, -1],
        [0, -1],
      ],
    });
    edges.push(heelLine);
    const nearTip = mixNumbers(tip, shoulder, 0.12);
    return {
      narrowestMm: Math.min(form.widthMm, form.lengthMm),
      rings: [[...left, ...[...right].reverse().slice(1)]],
      corners: [
        { at: [ridge(nearTip), nearTip], outward: [0, 1] },
        ...(form.edges === 'two'
          ? [-1, 1].map((s) => ({
              at: [edge(s, shoulder) - s * 0.04 * half(shoulder), shoulder] as const,
              outward: unit(s, 0.3),
            }))
          : []),
        ...notches.corners,
      ],
      edges,
      patches: [facet(-1, left), facet(1, right), ...(fuller ? [fuller.patch] : [])],
      notes,
    };
  },
};
