import { describe, expect, test } from '@jest/globals';
import { zipSync } from 'fflate';
import fc from 'fast-check';
import {
  frontAlone,
  blobsOf,
  isArchive,
  MOST_PIXELS,
  newPiece,
  readArchive,
  readPhoto,
  RefusedInput,
  writeArchive,
  writePiece,
} from '../../src/index.js';
import { runs } from '../support.js';

const latin = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
const segment = (marker: number, data: readonly number[]): number[] => [
  0xff,
  marker,
  (data.length + 2) >> 8,
  (data.length + 2) & 255,
  ...data,
];
const chars = (text: string) => [...text].map((c) => c.charCodeAt(0));
/** Exif with an orientation, a maker and a place, in either byte order. */
const exif = (orientation: number, little: boolean): number[] => {
  const word = (v: number) => (little ? [v, 0] : [0, v]);
  const long = (v: number) => (little ? [v, 0, 0, 0] : [0, 0, 0, v]);
  const entry = (tag: number, value: number) => [
    ...(little ? [tag & 255, tag >> 8] : [tag >> 8, tag & 255]),
    ...word(3),
    ...long(1),
    ...word(value),
    0,
    0,
  ];
  return [
    ...chars('Exif\0\0'),
    ...(little ? chars('II*\0') : chars('MM\0*')),
    ...long(8),
    ...word(2),
    ...entry(0x0110, 7),
    ...entry(0x0112, orientation),
    ...long(0),
    ...chars('CAMERA 52.37 N 4.89 E'),
  ];
};
const jpegOf = (
  width: number,
  height: number,
  before: readonly number[] = [],
  between: readonly number[] = [],
) =>
  Uint8Array.from([
    0xff,
    0xd8,
    ...before,
    ...segment(0xdb, new Array<number>(65).fill(1)),
    ...segment(0xc2, [8, height >> 8, height & 255, width >> 8, width & 255, 1, 1, 0x11, 0]),
    ...segment(0xda, [1, 1, 0, 0, 63, 0]),
    9,
    8,
    0xff,
    0,
    7,
    ...between,
    ...segment(0xda, [1, 1, 0, 0, 63, 0]),
    5,
    4,
    0xff,
    0xd9,
    ...chars('a second picture behind'),
  ]);

const crcOf = (bytes: readonly number[]) => {
  let c = 0xffffffff;
  for (const b of bytes) {
    c ^= b;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
};
const be = (v: number) => [v >>> 24, (v >>> 16) & 255, (v >>> 8) & 255, v & 255];
const chunk = (type: string, data: readonly number[]) => [
  ...be(data.length),
  ...chars(type),
  ...data,
  ...be(crcOf([...chars(type), ...data])),
];
const pngOf = (width: number, height: number, extra: readonly number[] = []) =>
  Uint8Array.from([
    0x89,
    0x50,
    0x4e,
    0x47,
    13,
    10,
    26,
    10,
    ...chunk('IHDR', [...be(width), ...be(height), 8, 2, 0, 0, 0]),
    ...extra,
    ...chunk('IDAT', [1, 2, 3]),
    ...chunk('IEND', []),
  ]);
const refusal = (bytes: Uint8Array): string => {
  try {
    readPhoto(bytes);
  } catch (error) {
    expect(error).toBeInstanceOf(RefusedInput);
    return (error as RefusedInput).message;
  }
  return 'taken';
};

describe('a photo', () => {
  test.each([true, false])(
    'keeps which way up it is and nothing else it told (little-endian: %s)',
    (little) => {
      for (let o = 1; o <= 8; o++) {
        const photo = readPhoto(
          jpegOf(
            40,
            30,
            [
              ...segment(0xe1, exif(o, little)),
              ...segment(0xe2, chars('ICC_PROFILE of a phone')),
              ...segment(0xfe, chars('by somebody')),
            ],
            segment(0xfe, chars('between scans')),
          ),
        );
        expect(photo.orientation).toBe(o);
        expect([photo.widthPx, photo.heightPx]).toEqual(o >= 5 ? [30, 40] : [40, 30]);
        expect(latin(photo.bytes)).not.toMatch(/CAMERA|52\.37|phone|somebody|between|second/);
        // Read again it is the same photo, byte for byte: nothing is left to take out.
        expect(readPhoto(photo.bytes).bytes).toEqual(photo.bytes);
      }
    },
  );

  test('as PNG loses its texts and dates, and keeps its transparency and its orientation', () => {
    const photo = readPhoto(
      pngOf(20, 10, [
        ...chunk('tEXt', chars('Author\0somebody')),
        ...chunk('eXIf', exif(6, true).slice(6)),
        ...chunk('tRNS', [0, 1, 0, 1, 0, 1]),
        ...chunk('tIME', [7, 234, 1, 1, 1, 1, 1]),
      ]),
    );
    expect([photo.widthPx, photo.heightPx, photo.orientation]).toEqual([10, 20, 6]);
    expect(latin(photo.bytes)).not.toMatch(/somebody|tIME|CAMERA/);
    expect(latin(photo.bytes)).toMatch(/tRNS/);
    expect(readPhoto(photo.bytes).bytes).toEqual(photo.bytes);
  });

  test('that is none is told by what it is', () => {
    expect(refusal(Uint8Array.from([0, 0, 0, 24, ...chars('ftypheic0000')]))).toMatch(
      /HEIC.*export the photo as JPEG/,
    );
    expect(refusal(Uint8Array.from([...chars('RIFF'), 0, 0, 0, 0, ...chars('WEBP')]))).toMatch(/WebP/);
    expect(refusal(Uint8Array.from(chars('GIF89a')))).toMatch(/GIF/);
    expect(refusal(Uint8Array.from(chars('II*\0')))).toMatch(/TIFF or raw/);
    expect(refusal(new Uint8Array())).toMatch(/nothing/);
    expect(refusal(jpegOf(20000, 10000))).toMatch(`200 megapixels; accepted: at most ${MOST_PIXELS / 1e6}`);
    expect(refusal(pngOf(20000, 10000))).toMatch(/200 megapixels/);
    expect(refusal(pngOf(8, 8).map((b, i) => (i === 20 ? b ^ 1 : b)))).toMatch(/broken/);
  });

  test('cut off anywhere, or with any bytes changed, is refused or taken, never a fault', () => {
    const whole = jpegOf(40, 30, segment(0xe1, exif(3, true)));
    const end = latin(whole).indexOf('a second');
    for (let n = 0; n < end; n++) expect(refusal(whole.subarray(0, n))).not.toBe('taken');
    fc.assert(
      fc.property(
        fc.constantFrom(whole, pngOf(9, 9)),
        fc.array(fc.tuple(fc.nat(), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        (bytes, changes) => {
          const changed = bytes.slice();
          for (const [i, v] of changes) changed[i % changed.length] = v;
          refusal(changed);
        },
      ),
      { numRuns: runs(300) },
    );
  });
});

describe('a piece with its photos and surfaces in one archive', () => {
  const piece = {
    ...newPiece('p', 'P', []),
    views: frontAlone({
      sculpts: [
        {
          id: 's',
          name: 'S',
          from: 'lamp' as const,
          surface: 'a'.repeat(64),
          widthMm: 9,
          heightMm: 9,
          xMm: 0,
          yMm: 0,
          trust: 1,
          shape: null,
          photos: ['b'.repeat(64), 'a'.repeat(64)],
        },
      ],
    }),
  };
  const blobs = new Map([
    ['a'.repeat(64), Uint8Array.of(1, 2, 3)],
    ['b'.repeat(64), Uint8Array.of(4)],
  ]);

  test('comes back whole, and the same piece gives the same bytes', () => {
    const bytes = writeArchive({ piece: writePiece(piece), blobs });
    expect(isArchive(bytes)).toBe(true);
    expect(isArchive(new TextEncoder().encode(writePiece(piece)))).toBe(false);
    const back = readArchive(bytes);
    expect(back.piece).toBe(writePiece(piece));
    expect([...back.blobs].map(([h, b]) => [h, [...b]])).toEqual([...blobs].map(([h, b]) => [h, [...b]]));
    expect(writeArchive({ piece: writePiece(piece), blobs })).toEqual(bytes);
    expect(blobsOf(piece)).toEqual(['a'.repeat(64), 'b'.repeat(64)]);
  });

  test('is refused where it is broken, holds other things, lacks its piece, or unpacks to too much', () => {
    const text = new TextEncoder().encode('{}');
    expect(() => readArchive(zipSync({ 'other.json': text }))).toThrow(/other\.json/);
    expect(() => readArchive(zipSync({ '../piece.json': text }))).toThrow(RefusedInput);
    expect(() => readArchive(zipSync({ ['blobs/' + 'a'.repeat(64)]: text }))).toThrow(/without a piece/);
    expect(() => readArchive(Uint8Array.of(0x50, 0x4b, 3, 4, 9, 9, 9))).toThrow(RefusedInput);
    // A megabyte of zeros packs to a kilobyte: what comes out is counted, not what goes in.
    const bomb = zipSync({ 'piece.json': new Uint8Array(4_000_000) });
    expect(bomb.length).toBeLessThan(20_000);
    expect(() => readArchive(bomb, 1_000_000)).toThrow(/unpacks to more than 1 MB/);
    const crowd = zipSync(
      Object.fromEntries(
        Array.from({ length: 1800 }, (_, i) => [`blobs/${i.toString(16).padStart(64, '0')}`, text]),
      ),
    );
    expect(() => readArchive(crowd)).toThrow(/more than 1700 files/);
  });
});
