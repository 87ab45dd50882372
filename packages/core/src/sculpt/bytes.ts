import { refused, RefusedInput } from '../units/index.js';
import { deflateSync, Inflate } from 'fflate';
import type { Sculpt } from './sculpt.js';

/** First bytes of a sculpt file: "PGsculpt" and the version of this layout. */
const MAGIC = [0x50, 0x47, 0x73, 0x63, 0x75, 0x6c, 0x70, 0x74, 1] as const;
const HEAD = MAGIC.length + 4 + 4 + 4 + 4 + 4 + 1;
const UNIT = 32767;
/** What the last byte of the head tells: whether openness follows, and whether heights hold across steps. */
const KINDS = [
  { open: false, stepsHold: false },
  { open: true, stepsHold: true },
  { open: true, stepsHold: false },
  { open: false, stepsHold: true },
] as const;
/** No sculpt holds more points. */
export const MOST_SCULPT_POINTS = 4_000_000;

/**
 * A sculpt as bytes: head (width and height as u32, points per mm, lowest rise and rise of one count as f32, its kind),
 * then deflated planes: nx, ny (i16 of 32767), rise (u16 counts), trust, openness (u8), all
 * little-endian and each sample as the difference to the one before it in its row.
 */
export function writeSculpt(s: Sculpt): Uint8Array<ArrayBuffer> {
  const n = s.width * s.height;
  let [low, high] = [Infinity, -Infinity];
  for (const z of s.heightMm) {
    low = Math.min(low, z);
    high = Math.max(high, z);
  }
  const count = (high - low) / 65535 || 1;
  const planes = new Uint8Array(n * (s.visibility ? 8 : 7));
  const view = new DataView(planes.buffer);
  let at = 0;
  const wide = (value: (i: number) => number) => {
    for (let i = 0, before = 0; i < n; i++, at += 2) {
      if (i % s.width === 0) before = 0;
      const v = value(i);
      view.setInt16(at, ((v - before) << 16) >> 16, true);
      before = v;
    }
  };
  const narrow = (plane: Uint8Array) => {
    for (let i = 0; i < n; i++, at++) planes[at] = i % s.width === 0 ? plane[i] : plane[i] - plane[i - 1];
  };
  wide((i) => Math.round(s.nx[i] * UNIT));
  wide((i) => Math.round(s.ny[i] * UNIT));
  wide((i) => Math.round((s.heightMm[i] - low) / count));
  narrow(s.confidence);
  if (s.visibility) narrow(s.visibility);
  const body = deflateSync(planes, { level: 6 });
  const out = new Uint8Array(HEAD + body.length);
  out.set(MAGIC);
  const head = new DataView(out.buffer, MAGIC.length);
  head.setUint32(0, s.width, true);
  head.setUint32(4, s.height, true);
  head.setFloat32(8, s.pxPerMm, true);
  head.setFloat32(12, low, true);
  head.setFloat32(16, count, true);
  const open = s.visibility !== null;
  head.setUint8(
    20,
    KINDS.findIndex((k) => k.open === open && k.stepsHold === s.stepsHold),
  );
  out.set(body, HEAD);
  return out;
}

/** Head of a sculpt, checked. */
export function sculptHead(bytes: Uint8Array): {
  width: number;
  height: number;
  pxPerMm: number;
  low: number;
  count: number;
  open: boolean;
  stepsHold: boolean;
} {
  if (bytes.length < HEAD || MAGIC.some((m, i) => bytes[i] !== m))
    throw refused('file', 'not a sculpt of this program', 'one that a scan or a 3D file gave');
  const head = new DataView(bytes.buffer, bytes.byteOffset + MAGIC.length, HEAD - MAGIC.length);
  const [width, height] = [head.getUint32(0, true), head.getUint32(4, true)];
  const [pxPerMm, low, count] = [8, 12, 16].map((o) => head.getFloat32(o, true));
  if (!(width >= 2 && height >= 2 && width * height <= MOST_SCULPT_POINTS))
    throw refused(
      'sculpt',
      `${width} x ${height} points`,
      `at least 2 x 2, at most ${MOST_SCULPT_POINTS} in all`,
    );
  if (!(pxPerMm > 0.01 && pxPerMm < 1000) || !Number.isFinite(low) || !(count > 0 && Number.isFinite(count)))
    throw refused('sculpt', `${pxPerMm} points per mm`, '0.01 to 1000, and finite heights');
  const kind = head.getUint8(20);
  if (kind >= KINDS.length) throw refused('sculpt', `kind ${kind}`, `0 to ${KINDS.length - 1}`);
  return { width, height, pxPerMm, low, count, ...KINDS[kind] };
}

/** Unpacks no more than `size` bytes, whatever the stream claims. */
export function unpacked(body: Uint8Array, size: number): Uint8Array {
  const out = new Uint8Array(size);
  let at = 0;
  const stream = new Inflate((chunk) => {
    if (at + chunk.length > size)
      throw refused('sculpt', `more than ${size} bytes when unpacked`, 'a surface as it was written');
    out.set(chunk, at);
    at += chunk.length;
  });
  try {
    // Fed in small pieces, so that a bomb is noticed before it has burst.
    for (let i = 0; i < body.length; i += 16384)
      stream.push(body.subarray(i, i + 16384), i + 16384 >= body.length);
  } catch (e) {
    throw e instanceof RefusedInput ? e : refused('sculpt', 'broken data', 'a surface as it was written');
  }
  if (at !== size) throw refused('sculpt', `${at} bytes of data`, `${size}`);
  return out;
}

/** Reads what `writeSculpt` wrote. @throws RefusedInput */
export function readSculpt(bytes: Uint8Array): Sculpt {
  const { width, height, pxPerMm, low, count, open, stepsHold } = sculptHead(bytes);
  const n = width * height;
  const planes = unpacked(bytes.subarray(HEAD), n * (open ? 8 : 7));
  const view = new DataView(planes.buffer);
  let at = 0;
  const wide = (value: (counts: number) => number, signed: boolean) => {
    const plane = new Float32Array(n);
    for (let i = 0, before = 0; i < n; i++, at += 2) {
      if (i % width === 0) before = 0;
      const sum = before + view.getInt16(at, true);
      before = signed ? (sum << 16) >> 16 : sum & 0xffff;
      plane[i] = value(before);
    }
    return plane;
  };
  const narrow = () => {
    const plane = new Uint8Array(n);
    for (let i = 0; i < n; i++, at++) plane[i] = i % width === 0 ? planes[at] : planes[at] + plane[i - 1];
    return plane;
  };
  const nx = wide((c) => c / UNIT, true);
  const ny = wide((c) => c / UNIT, true);
  for (let i = 0; i < n; i++) {
    const long = Math.hypot(nx[i], ny[i]);
    if (long > 1) [nx[i], ny[i]] = [nx[i] / long, ny[i] / long];
  }
  return {
    width,
    height,
    pxPerMm,
    nx,
    ny,
    heightMm: wide((c) => low + c * count, false),
    confidence: narrow(),
    visibility: open ? narrow() : null,
    stepsHold,
  };
}
