import {
  anchorAt,
  areaOf,
  boundsOf,
  inside,
  insideAt,
  SAMPLE,
  signedArea,
  turn,
  type Point,
  type Region,
  type Ring,
  type SurfaceModel,
} from '../form/index.js';
import type { Glint } from '../glint/index.js';
import type { Part } from '../piece/index.js';
import { counted, clockOf, listOf, rad, meanOf } from '../units/index.js';

/** A part as it stands in the picture: every place is told as the picture shows it. */
export type Standing = Pick<Part, 'form'> & { readonly place: Pick<Part['place'], 'rollDeg'> };

/** A direction as the hour it has on a clock face. */
export const hour = (x: number, y: number) => `${Math.round(clockOf(x, y)) || 12} o'clock`;

/** Places of a region that are looked at, along its longer side. */
const LOOKS = 14;
/** A face that bears less than this share of a region is not named. */
const NAMED = 0.25;
/** Nearer to the middle than this share of the half width is the middle. */
const MIDDLE = 0.2;
/** A region that takes this share of a face takes all of it. */
const WHOLE_FACE = 0.85;
/** No more dots than this are told one by one. */
const MOST_TOLD = 4;

/** A place on the part: the patch it lies on, and where there. */
interface Spot {
  readonly at: Point;
  readonly patch: number;
  readonly u: number;
  readonly v: number;
}

function spotAt(model: SurfaceModel, at: Point): Spot | null {
  const found = anchorAt(model, at);
  return found && { at, patch: found.patch, ...found.anchor };
}

/** Places all over a ring of a region; its corners where it is too thin for any. */
function spotsOf(model: SurfaceModel, region: Region, ring: Ring): Spot[] {
  const b = boundsOf([ring]);
  const gap = Math.max(b.right - b.left, b.top - b.bottom) / LOOKS;
  const rows: { y: number; own: (x: number) => boolean; all: (x: number) => boolean }[] = [];
  for (let y = b.bottom + gap / 2; y < b.top; y += gap)
    rows.push({ y, own: insideAt([ring], y), all: insideAt(region, y) });
  const places: Point[] = [];
  for (let x = b.left + gap / 2; x < b.right; x += gap)
    for (const { y, own, all } of rows) if (own(x) && all(x)) places.push([x, y]);
  return (places.length > 0 ? places : ring).flatMap((at) => spotAt(model, at) ?? []);
}

/** A direction of the picture in one word. */
const sideWord = (x: number, y: number, [left, right, upper, lower]: readonly string[]): string =>
  Math.abs(x) >= Math.abs(y) ? (x < 0 ? left : right) : y < 0 ? lower : upper;

const SIDES = ['left', 'right', 'upper', 'lower'];
/** The side that a direction of the picture points to. */
export const sideOf = (x: number, y: number): string => sideWord(x, y, SIDES);
const COMPASS = ['upper', 'upper right', 'right', 'lower right', 'lower', 'lower left', 'left', 'upper left'];

/** The face of a blade, by the side that it turns to; by the curve where the blade bends. */
function bladeFace(model: SurfaceModel, { patch, at }: Spot, roll: number): string {
  const { facet, at: sample } = model.patches[patch];
  if (!facet) return 'in the hollow along it';
  if (facet.bend) return facet.bend.outside ? 'outer face' : 'inner face';
  const out = new Float64Array(SAMPLE.size);
  sample(at[0], at[1], out);
  const [x, y] = turn(out[SAMPLE.nx], out[SAMPLE.ny], roll);
  return `${sideOf(x, y)} face`;
}

/** A stretch in per cent of the length from the heel, to five. */
function stretch(along: readonly number[]): string {
  const sorted = [...along].sort((a, b) => a - b);
  const at = (share: number) => Math.round(20 * sorted[Math.round(share * (sorted.length - 1))]) * 5;
  const [from, to] = [at(0.05), at(0.95)];
  return to - from <= 10 ? `${Math.round(meanOf(sorted) * 20) * 5} %` : `${from} to ${to} %`;
}

/** Stretches of a blade, face by face: "inner face, 5 to 25 % and 70 to 85 % from the heel". */
function onBlade(model: SurfaceModel, groups: readonly (readonly Spot[])[], roll: number): string {
  const faces = new Map<string, string[]>();
  for (const g of [...groups].sort((a, b) => meanOf(a.map((s) => s.v)) - meanOf(b.map((s) => s.v)))) {
    const face = bladeFace(model, g[0], roll);
    faces.set(face, [...(faces.get(face) ?? []), stretch(g.map((s) => s.v))]);
  }
  return [...faces]
    .map(([face, all]) =>
      all.includes('0 to 100 %')
        ? `${face}, from heel to tip`
        : `${face}, ${listOf([...new Set(all)])} from the heel`,
    )
    .join('; ');
}

/** Spots by the patch that they lie on, without patches that bear but a few. */
function byPatch(spots: readonly Spot[]): Spot[][] {
  const groups = new Map<number, Spot[]>();
  for (const s of spots) groups.set(s.patch, [...(groups.get(s.patch) ?? []), s]);
  return [...groups.values()].filter((g) => g.length >= NAMED * spots.length);
}

/** Where across a tube spots lie, and near which of its ends: "35 % out to the left, near its upper end". */
function onTube(spots: readonly Spot[], roll: number): string {
  const out = 2 * meanOf(spots.map((s) => s.u)) - 1;
  const along = spots.map((s) => s.v);
  const span = Math.max(...along) - Math.min(...along);
  const end = meanOf(along) - 0.5;
  const [ex, ey] = turn(0, Math.sign(end), roll);
  const stretch = span < 0.6 && Math.abs(end) > 0.1 ? `, near its ${sideOf(ex, ey)} end` : '';
  if (Math.abs(out) < 0.15) return `along the middle${stretch}`;
  const [x, y] = turn(Math.sign(out), 0, roll);
  const side = sideWord(x, y, ['to the left', 'to the right', 'toward the top', 'toward the bottom']);
  return `${Math.round(Math.abs(out) * 100)} % out ${side}${stretch}`;
}

/** From the middle of what is bounded to the middle of spots, in half widths, as the picture shows it. */
function offMiddle(rings: readonly Ring[], spots: readonly Spot[], roll: number): Point {
  const b = boundsOf(rings);
  const x = (2 * meanOf(spots.map((s) => s.at[0])) - b.left - b.right) / (b.right - b.left || 1e-9);
  const y = (2 * meanOf(spots.map((s) => s.at[1])) - b.bottom - b.top) / (b.top - b.bottom || 1e-9);
  return turn(x, y, roll);
}

/** A flat face among several, by its side of the part. */
function flatFace(model: SurfaceModel, { rings }: SurfaceModel['patches'][number], roll: number): string {
  const [b, whole] = [boundsOf(rings), boundsOf(model.rings)];
  const [x, y] = turn(
    (b.left + b.right - whole.left - whole.right) / (whole.right - whole.left),
    (b.bottom + b.top - whole.bottom - whole.top) / (whole.top - whole.bottom),
    roll,
  );
  if (Math.hypot(x, y) < MIDDLE) return 'middle face';
  return `${COMPASS[Math.round(clockOf(x, y) / 1.5) % 8]} face`;
}

const isFlat = ({ kind }: SurfaceModel['patches'][number]) => kind === 'facet' || kind === 'graded';

/** Where spots lie: toward an hour of the part, of its rim, or of one of its faces. */
function toward(part: Standing, model: SurfaceModel, spots: readonly Spot[], around: boolean): string {
  const roll = rad(part.place.rollDeg);
  const flat = model.patches.filter(isFlat).length > 1;
  const patch = model.patches[spots[0].patch];
  const [rings, prefix] =
    flat && isFlat(patch)
      ? [patch.rings, `${flatFace(model, patch, roll)}, `]
      : [model.rings, patch.rim ? 'the rim, ' : ''];
  const [x, y] = offMiddle(rings, spots, roll);
  if (Math.hypot(x, y) >= MIDDLE) return `${prefix}toward ${hour(x, y)}`;
  return around ? `${prefix}all round` : `${prefix}${prefix ? 'its' : 'the'} middle`;
}

/** One piece of a region, in words. */
function pieceText(part: Standing, model: SurfaceModel, region: Region, ring: Ring): string[] {
  const spots = spotsOf(model, region, ring);
  if (spots.length === 0) return [];
  const roll = rad(part.place.rollDeg);
  if (part.form.kind === 'tube') return [`a stripe ${onTube(spots, roll)}`];
  return byPatch(spots).map((g) => {
    const { rings } = model.patches[g[0].patch];
    const share = ((g.length / spots.length) * Math.abs(signedArea(ring))) / Math.max(1e-9, areaOf(rings));
    if (share > WHOLE_FACE && model.patches.filter(isFlat).length > 1)
      return `all of the ${flatFace(model, model.patches[g[0].patch], roll)}`;
    const [x, y] = [meanOf(g.map((s) => s.at[0])), meanOf(g.map((s) => s.at[1]))];
    return toward(part, model, g, !inside(region, x, y));
  });
}

/**
 * Where a region lies on a part, as one would say it at the table: by the clock on round forms, in per cent from the
 * heel on a blade, left or right of the middle on a tube, by the face where there are several. Sides are the viewer's,
 * of the part as it stands in the picture.
 */
export function whereText(part: Standing, model: SurfaceModel, region: Region, share: number): string {
  if (share > 0.97) return 'all of it';
  const pieces = region.filter((r) => signedArea(r) > 0).sort((a, b) => signedArea(b) - signedArea(a));
  const largest = pieces[0] ? signedArea(pieces[0]) : 0;
  const main = pieces.filter((r) => signedArea(r) > largest * 0.3).slice(0, 3);
  if (main.length === 0) return 'nothing at this size';
  if (model.repeats) {
    const each = model.repeats.count > 1 ? `on each ${model.repeats.one}: ` : '';
    return `${each}${share > 0.62 ? 'all but the darkest places' : 'its side toward the light'}`;
  }
  if (share > 0.62) return 'all but the darkest places';
  if (part.form.kind === 'blade') {
    const groups = main.flatMap((ring) => byPatch(spotsOf(model, region, ring)));
    return onBlade(model, groups, rad(part.place.rollDeg));
  }
  return joined([...new Set(main.flatMap((ring) => pieceText(part, model, region, ring)))]);
}

const TOWARD = /^toward (\d+) o'clock$/;

/** Places in a row, hours of one clock together: "toward 10 and 11 o'clock". */
function joined(places: readonly string[]): string {
  const hours = places.flatMap((p) => Number(TOWARD.exec(p)?.[1] ?? NaN)).filter((h) => !Number.isNaN(h));
  if (hours.length < 2) return listOf(places);
  const others = places.filter((p) => !TOWARD.test(p));
  return listOf([`toward ${listOf(hours.sort((a, b) => a - b).map(String))} o'clock`, ...others]);
}

function dotText(part: Standing, model: SurfaceModel, { key, at }: Glint): string | null {
  const spot = spotAt(model, at);
  if (!spot) return null;
  const roll = rad(part.place.rollDeg);
  const { kind } = part.form;
  if (kind === 'blade') {
    if (key.startsWith('c') && spot.v > 0.9) return 'at the tip';
    const edge = key.startsWith('e') ? ', on its edge' : '';
    return `${onBlade(model, [[spot]], roll)}${edge}`;
  }
  if (kind === 'tube') return onTube([spot], roll);
  const corner = key.startsWith('c') ? 'the corner ' : '';
  return corner + toward(part, model, [spot], false);
}

/** Where the last dots go, in words: one by one where they are few, on each of many alike. */
export function dotsText(part: Standing, model: SurfaceModel, glints: readonly Glint[]): string {
  const count = counted(glints.length, 'dot');
  if (model.repeats && model.repeats.count > 1) {
    const { repeats, patches } = model;
    const off = glints.flatMap(({ at }) => {
      const spot = spotAt(model, at);
      return spot ? [offMiddle(patches[spot.patch].rings, [spot], rad(part.place.rollDeg))] : [];
    });
    if (off.length === 0) return count;
    const side = hour(meanOf(off.map((o) => o[0])), meanOf(off.map((o) => o[1])));
    return glints.length >= repeats.count
      ? `a dot on each ${repeats.one}, toward ${side}`
      : `${count}, on every ${repeats.one} that the map shows one on, toward ${side}`;
  }
  const told = [...new Set(glints.slice(0, MOST_TOLD).flatMap((g) => dotText(part, model, g) ?? []))];
  if (told.length === 0) return count;
  return `${count}: ${told.join('; ')}${glints.length > MOST_TOLD ? '; the others as on the map' : ''}`;
}
