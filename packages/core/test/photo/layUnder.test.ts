import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  edgesOf,
  gaussian,
  layUnder,
  lightnessImage,
  linearImage,
  newPiece,
  primedPicture,
  readSculpt,
  seededRandom,
  withSurfaceMoved,
  type EdgeImage,
  type Part,
  type Piece,
  type Sculpt,
  type Underlay,
} from '../../src/index.js';
import { dome, part } from '../support.js';

const demo = (name: string): Sculpt => readSculpt(new Uint8Array(readFileSync(`demo/${name}.surface`)));

/** A photo of a primed surface under a lamp from the right, on grey, with grain: its middle so far off the photo's, in mm. */
function photoOf(s: Sculpt, [dx, dy]: readonly [number, number], turnDeg = 0) {
  const { rig } = newPiece('photo', 'Photo', []);
  const shown = primedPicture(s, { ...rig, keyClockHours: 2, keyHeightDeg: 40 }, 'primed');
  const [width, height] = [s.width + 160, s.height + 140];
  const rgba = new Uint8ClampedArray(width * height * 4);
  const random = seededRandom(3);
  const [left, top] = [80 + Math.round(dx * s.pxPerMm), 70 - Math.round(dy * s.pxPerMm)];
  for (let y = 0, k = 0; y < height; y++)
    for (let x = 0; x < width; x++, k += 4) {
      const [c, r] = [x - left, y - top];
      const on = c >= 0 && r >= 0 && c < s.width && r < s.height ? 4 * (r * s.width + c) : -1;
      const grey = (on >= 0 && shown[on + 3] > 0 ? shown[on] : 150) + 3 * gaussian(random);
      rgba[k] = rgba[k + 1] = rgba[k + 2] = grey;
      rgba[k + 3] = 255;
    }
  const edges = edgesOf(lightnessImage(linearImage(rgba, width, height)));
  const underlay: Underlay = {
    photo: 'a'.repeat(64),
    widthPx: width,
    heightPx: height,
    mmPerPx: 1 / s.pxPerMm,
    xMm: 6,
    yMm: 20,
    turnDeg,
    shows: 1,
    grey: 'no',
    map: 1,
  };
  return { edges, underlay };
}

describe('a surface under a photo of the same miniature', () => {
  let captain: Sculpt;
  let photo: { edges: EdgeImage; underlay: Underlay };
  beforeAll(() => {
    captain = demo('lock-captain-front');
    photo = photoOf(captain, [3.2, -1.4]);
  });

  test('is found where the photo shows it, lit from elsewhere, to a fifth of a mm', () => {
    const laid = layUnder(photo.edges, photo.underlay, captain)!;
    expect(laid.sure).toBe(true);
    expect(Math.abs(laid.xMm - (6 + 3.2))).toBeLessThan(0.2);
    expect(Math.abs(laid.yMm - (20 - 1.4))).toBeLessThan(0.2);
  });

  test('another miniature’s, and its own from behind, are not taken to lie anywhere', () => {
    for (const name of ['heron-wing', 'lock-captain-back'])
      expect(layUnder(photo.edges, photo.underlay, demo(name))?.sure ?? false).toBe(false);
  });

  test('nor where the photo’s scale is far off', () => {
    const far = { ...photo.underlay, mmPerPx: 1.5 * photo.underlay.mmPerPx };
    expect(layUnder(photo.edges, far, captain)?.sure ?? false).toBe(false);
  });

  test('moved, it takes along what was cut from it on that side, and nothing else', () => {
    const surface = 'b'.repeat(64);
    const cut = (id: string, view: string): Part => ({
      ...part(dome(), { id }),
      view,
      form: { kind: 'sculpt', sculpt: surface, outline: [], holes: [] } as unknown as Part['form'],
    });
    const knee = part(dome(), { id: 'knee' });
    const plain = newPiece('moved', 'Moved', [cut('plate', 'front'), knee, cut('behind', 'back')]);
    const sculpt = {
      id: 'scan',
      name: 'the scan',
      from: 'lamp' as const,
      surface,
      widthMm: 40,
      heightMm: 60,
      xMm: 0,
      yMm: 27,
      trust: 0.8,
      shape: null,
      photos: [],
    };
    const [front] = plain.views;
    const piece: Piece = {
      ...plain,
      views: [
        { ...front, sculpts: [sculpt] },
        { ...front, id: 'back', name: 'Back', turnDeg: 180, sculpts: [{ ...sculpt, id: 'other' }] },
      ],
    };
    const moved = withSurfaceMoved(piece, 'front', 'scan', { xMm: 4.25, yMm: 26 });
    expect(moved.views[0].sculpts[0]).toMatchObject({ xMm: 4.25, yMm: 26 });
    expect(moved.views[1]).toBe(piece.views[1]);
    const [plate, ...others] = moved.parts;
    const { xMm, yMm } = piece.parts[0].place;
    expect(plate.place).toMatchObject({ xMm: xMm + 4.25, yMm: yMm - 1 });
    expect(others).toEqual(piece.parts.slice(1));
    expect(withSurfaceMoved(piece, 'front', 'none', { xMm: 1, yMm: 1 })).toBe(piece);
  });
});
