import { RefusedInput } from '../units/index.js';

/** Photos larger than this are refused before anything decodes them. */
export const MOST_PIXELS = 64_000_000;
export const MOST_PHOTO_BYTES = 40 * 1024 * 1024;

export type PhotoType = 'image/jpeg' | 'image/png';

export interface PhotoInfo {
  readonly type: PhotoType;
  /** As it is shown, turned the way the camera was held. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** Exif's orientation, 1 to 8: how a decoder has to turn the stored picture. */
  readonly orientation: number;
  /** The same picture without anything but what is needed to show it and which way up it is. */
  readonly bytes: Uint8Array<ArrayBuffer>;
}

const refuse = (held: string, accepted: string): RefusedInput =>
  new RefusedInput([{ path: 'photo', held, accepted }]);
const WHOLE = 'a whole JPEG or PNG';

const ascii = (bytes: Uint8Array, from: number, to: number) =>
  String.fromCharCode(...bytes.subarray(from, to));

/** What a file is that is no JPEG or PNG, as far as its first bytes tell, and what to do. */
function otherKind(bytes: Uint8Array): RefusedInput {
  const brand = ascii(bytes, 4, 12);
  if (/^ftyp(heic|heix|hevc|mif1|msf1|heim|heis)/.test(brand))
    return refuse(
      'a HEIC photo',
      'JPEG or PNG: on the phone choose "most compatible" as its format, or export the photo as JPEG',
    );
  if (brand.startsWith('ftypavif')) return refuse('an AVIF picture', 'JPEG or PNG: export it as JPEG');
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 12) === 'WEBP')
    return refuse('a WebP picture', 'JPEG or PNG: export it as JPEG');
  if (/^(II\*\0|MM\0\*)/.test(ascii(bytes, 0, 4)))
    return refuse('a TIFF or raw photo', 'JPEG or PNG: export it as JPEG');
  if (ascii(bytes, 0, 3) === 'GIF') return refuse('a GIF picture', 'JPEG or PNG');
  return refuse(bytes.length === 0 ? 'nothing' : 'something that is no picture', WHOLE);
}

function checkedSize(widthPx: number, heightPx: number): void {
  if (widthPx < 1 || heightPx < 1) throw refuse(`${widthPx} x ${heightPx} pixels`, WHOLE);
  if (widthPx * heightPx > MOST_PIXELS)
    throw refuse(
      `${Math.round((widthPx * heightPx) / 1e6)} megapixels`,
      `at most ${MOST_PIXELS / 1e6} megapixels: make it smaller`,
    );
}

/** Orientation in an Exif block (TIFF inside), 1 where it says none. */
function orientationIn(view: DataView): number {
  try {
    const little = view.getUint16(0) === 0x4949;
    const at = view.getUint32(4, little);
    for (let i = 0, n = view.getUint16(at, little); i < Math.min(n, 200); i++) {
      const entry = at + 2 + 12 * i;
      if (view.getUint16(entry, little) !== 0x0112) continue;
      const value = view.getUint16(entry + 8, little);
      return value >= 1 && value <= 8 ? value : 1;
    }
  } catch {
    // A broken block tells no orientation.
  }
  return 1;
}

/** An Exif block that holds an orientation and nothing else. */
const exifWith = (orientation: number): number[] => [
  0x4d,
  0x4d,
  0,
  42,
  0,
  0,
  0,
  8,
  0,
  1,
  0x01,
  0x12,
  0,
  3,
  0,
  0,
  0,
  1,
  0,
  orientation,
  0,
  0,
  0,
  0,
  0,
  0,
];

function joined(pieces: readonly (Uint8Array | readonly number[])[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of pieces) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}

const EXIF = 'Exif\0\0';

/** A JPEG (ITU-T T.81): its segments are walked; those that tell about camera, place and person are left out. */
function jpeg(bytes: Uint8Array): PhotoInfo {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const kept: Uint8Array[] = [];
  let size: readonly [number, number] | null = null;
  let orientation = 1;
  let scan = -1;
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) throw refuse('a JPEG that is broken in the middle', WHOLE);
    const marker = bytes[at + 1];
    if (marker === 0xff) {
      at++;
      continue;
    }
    const length = view.getUint16(at + 2);
    const end = at + 2 + length;
    if (length < 2 || end > bytes.length) throw refuse('a JPEG that is cut off', WHOLE);
    if (marker === 0xe1 && orientation === 1 && ascii(bytes, at + 4, at + 10) === EXIF)
      orientation = orientationIn(new DataView(bytes.buffer, bytes.byteOffset + at + 10, length - 8));
    // Frames 0 to 15, but not Huffman tables, extensions and arithmetic conditions.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) {
      if (length < 8) throw refuse('a JPEG that is broken', WHOLE);
      size = [view.getUint16(at + 7), view.getUint16(at + 5)];
    }
    // Of what applications put in, only the colour transform (Adobe's APP14) changes the picture.
    const application = (marker >= 0xe0 && marker <= 0xef && marker !== 0xee) || marker === 0xfe;
    if (!application) kept.push(bytes.subarray(at, end));
    at = end;
    if (marker === 0xda) {
      scan = at;
      break;
    }
  }
  if (!size || scan < 0) throw refuse('a JPEG that is cut off', WHOLE);
  // A second picture behind the end (a preview, a depth map) is left out; inside the data 0xffd9 cannot occur.
  let end = -1;
  for (let i = scan; i + 1 < bytes.length; i++)
    if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) {
      end = i + 2;
      break;
    }
  if (end < 0) throw refuse('a JPEG that is cut off', WHOLE);
  const body = laterSegments(bytes.subarray(scan, end));
  const turned = orientation >= 5;
  const [widthPx, heightPx] = turned ? [size[1], size[0]] : size;
  checkedSize(widthPx, heightPx);
  const exif = exifWith(orientation);
  const says =
    orientation === 1
      ? []
      : [[0xff, 0xe1, 0, 8 + exif.length, ...[...EXIF].map((c) => c.charCodeAt(0)), ...exif]];
  return {
    type: 'image/jpeg',
    widthPx,
    heightPx,
    orientation,
    bytes: joined([[0xff, 0xd8], ...says, ...kept, ...body]),
  };
}

/** Between the scans of a progressive JPEG further segments stand; comments and applications' among them are left out. */
function laterSegments(data: Uint8Array): Uint8Array[] {
  const out: Uint8Array[] = [];
  let from = 0;
  for (let i = 0; i + 3 < data.length; i++) {
    if (data[i] !== 0xff || !((data[i + 1] >= 0xe0 && data[i + 1] <= 0xef) || data[i + 1] === 0xfe)) continue;
    const end = i + 2 + data[i + 2] * 256 + data[i + 3];
    if (end > data.length) break;
    out.push(data.subarray(from, i));
    from = end;
    i = end - 1;
  }
  out.push(data.subarray(from));
  return out;
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Chunks without which a PNG is shown otherwise (PNG specification, 11). */
const NEEDED = new Set(['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB']);

/** Bytes that are taken at once, each by a table of its own. */
const SLICES = 8;
const CRC = Array.from({ length: SLICES }, () => new Uint32Array(256));
for (let n = 0; n < 256; n++) {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  CRC[0][n] = c;
}
for (let n = 0; n < 256; n++)
  for (let t = 1; t < SLICES; t++) CRC[t][n] = CRC[0][CRC[t - 1][n] & 255] ^ (CRC[t - 1][n] >>> 8);

/** CRC-32 of the PNG specification, annex D, eight bytes at a time (Kounavis and Berry 2005). */
function crc(bytes: Uint8Array): number {
  const [t0, t1, t2, t3, t4, t5, t6, t7] = CRC;
  let c = -1;
  let i = 0;
  for (const whole = bytes.length - (bytes.length % SLICES); i < whole; i += SLICES) {
    const low = c ^ (bytes[i] | (bytes[i + 1] << 8) | (bytes[i + 2] << 16) | (bytes[i + 3] << 24));
    c =
      t7[low & 255] ^
      t6[(low >>> 8) & 255] ^
      t5[(low >>> 16) & 255] ^
      t4[low >>> 24] ^
      t3[bytes[i + 4]] ^
      t2[bytes[i + 5]] ^
      t1[bytes[i + 6]] ^
      t0[bytes[i + 7]];
  }
  for (; i < bytes.length; i++) c = t0[(c ^ bytes[i]) & 255] ^ (c >>> 8);
  return (c ^ -1) >>> 0;
}

function chunk(type: string, data: readonly number[]): Uint8Array {
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  out.set(
    [...type].map((c) => c.charCodeAt(0)),
    4,
  );
  out.set(data, 8);
  view.setUint32(8 + data.length, crc(out.subarray(4, 8 + data.length)));
  return out;
}

function png(bytes: Uint8Array): PhotoInfo {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const kept: Uint8Array[] = [];
  let [w, h, orientation, ended, data] = [0, 0, 1, false, false];
  for (let at = 8; at + 12 <= bytes.length && !ended;) {
    const length = view.getUint32(at);
    const type = ascii(bytes, at + 4, at + 8);
    const end = at + 12 + length;
    if (end > bytes.length) throw refuse('a PNG that is cut off', WHOLE);
    if (view.getUint32(end - 4) !== crc(bytes.subarray(at + 4, end - 4)))
      throw refuse('a PNG that is broken', WHOLE);
    if (type === 'IHDR') [w, h] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (type === 'eXIf' && length > 8)
      orientation = orientationIn(new DataView(bytes.buffer, bytes.byteOffset + at + 8, length));
    if (NEEDED.has(type)) kept.push(bytes.subarray(at, end));
    data ||= type === 'IDAT';
    ended = type === 'IEND';
    at = end;
  }
  if (!ended || !data) throw refuse('a PNG that is cut off', WHOLE);
  const [widthPx, heightPx] = orientation >= 5 ? [h, w] : [w, h];
  checkedSize(widthPx, heightPx);
  const says = orientation === 1 ? [] : [chunk('eXIf', exifWith(orientation))];
  return {
    type: 'image/png',
    widthPx,
    heightPx,
    orientation,
    bytes: joined([SIGNATURE, kept[0], ...says, ...kept.slice(1)]),
  };
}

/**
 * Looks a photo over without decoding it, and takes out all that tells of camera, place and person: only the picture and
 * which way up it is are left.
 * @throws RefusedInput for what is no whole JPEG or PNG, or too large
 */
export function readPhoto(bytes: Uint8Array): PhotoInfo {
  if (bytes.length > MOST_PHOTO_BYTES)
    throw refuse(`${Math.round(bytes.length / 1048576)} MB`, `at most ${MOST_PHOTO_BYTES / 1048576} MB`);
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return jpeg(bytes);
  if (SIGNATURE.every((b, i) => bytes[i] === b)) return png(bytes);
  throw otherKind(bytes);
}
