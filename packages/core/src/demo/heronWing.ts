import { featherHalf, HERON_FEATHERS } from '../camera/index.js';
import { cutFromSculpt, type Point } from '../form/index.js';
import type { Piece, PieceSculpt, Underlay } from '../piece/index.js';
import { rad } from '../units/index.js';
import { metalOf } from './build.js';

/** Hashes of demo/heron-wing.surface and demo/heron-wing.jpg, which scripts/demo.mjs makes with the stand-in camera. */
export const HERON_SURFACE = '97517b8af8ec05a2506ed53e4a197598868ac247c98a5f6b738272ad80ead93c';
export const HERON_PHOTO = 'cc0a4ebeb28836e2627094419b3181de97abac372d459f251b312ce6f667aa5a';

/** Where the middle of the wing is in the piece. */
const AT: Point = [7.9, 43.2];
/** The bead stands beside the wing, so the picture's middle is not the wing's. */
const PICTURE_AT: Point = [AT[0] + 5.2, AT[1]];
const [WIDTH_MM, HEIGHT_MM] = [44.416666666666664, 32];

export const heronSculpt: PieceSculpt = {
  id: 'wing-scan',
  name: 'the wing, scanned',
  from: 'lamp',
  surface: HERON_SURFACE,
  widthMm: WIDTH_MM,
  heightMm: HEIGHT_MM,
  xMm: PICTURE_AT[0],
  yMm: PICTURE_AT[1],
  trust: 0.894,
  shape: null,
  photos: [],
};

export const heronUnderlay: Underlay = {
  photo: HERON_PHOTO,
  widthPx: 533,
  heightPx: 384,
  mmPerPx: 1 / 12,
  xMm: PICTURE_AT[0],
  yMm: PICTURE_AT[1],
  turnDeg: 0,
  shows: 0.8,
  grey: 'no',
  map: 0.9,
};

/** A feather's outline in the piece, a little inside its rim. */
function outlineOf(feather: (typeof HERON_FEATHERS)[number]): Point[] {
  const turn = rad(feather.turnDeg);
  const shares = [0.02, 0.1, 0.25, 0.45, 0.65, 0.82, 0.94, 0.98];
  const side =
    (way: number) =>
    (share: number): Point => {
      const [along, across] = [share * feather.longMm, way * 0.95 * featherHalf(feather, share)];
      return [
        AT[0] + feather.heel[0] + along * Math.cos(turn) - across * Math.sin(turn),
        AT[1] + feather.heel[1] + along * Math.sin(turn) + across * Math.cos(turn),
      ];
    };
  return [...shares.map(side(-1)), ...[...shares].reverse().map(side(1))];
}

/** The wing's feathers, each cut from the scan. */
export const heronFeathers = HERON_FEATHERS.map((feather, i): Piece['parts'][number] => {
  const { form, place } = cutFromSculpt(outlineOf(feather), HERON_SURFACE, PICTURE_AT);
  return metalOf(
    `feather-${i + 1}`,
    `Wing feather ${i + 1}`,
    form,
    { ...place, depthMm: 1 + 0.3 * i },
    { ladder: 'brass', group: 'wing' },
  );
});
