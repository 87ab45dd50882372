import { refused } from '../units/index.js';
import { deflateSync } from 'fflate';
import { unpacked } from './bytes.js';

/** The triangles of a 3D file, mended: places in the file's unit and three indices a triangle. */
export interface Triangles {
  readonly positions: Float32Array;
  readonly index: Uint32Array;
  /** Which way it stands. */
  readonly up: 'y' | 'z';
}

/** First bytes of a kept shape: "PGshape" and the version of this layout. */
const MAGIC = [0x50, 0x47, 0x73, 0x68, 0x61, 0x70, 0x65, 1] as const;
const HEAD = MAGIC.length + 4 + 4 + 1;
export const MOST_SHAPE_TRIANGLES = 3_000_000;

export const isShape = (bytes: Uint8Array): boolean => MAGIC.every((m, i) => bytes[i] === m);

/**
 * A shape as bytes: head (places and triangles as u32, 1 where it stands along z), then deflated f32 places and u32
 * indices as differences, little-endian. Names, colours and comments of the file it came from are not in it.
 */
export function writeShape({ positions, index, up }: Triangles): Uint8Array<ArrayBuffer> {
  const data = new Uint8Array(positions.length * 4 + index.length * 4);
  const view = new DataView(data.buffer);
  let at = 0;
  for (const v of positions) {
    view.setFloat32(at, v, true);
    at += 4;
  }
  let before = 0;
  for (const v of index) {
    view.setInt32(at, v - before, true);
    before = v;
    at += 4;
  }
  const body = deflateSync(data, { level: 3 });
  const out = new Uint8Array(HEAD + body.length);
  out.set(MAGIC);
  const head = new DataView(out.buffer, MAGIC.length);
  head.setUint32(0, positions.length / 3, true);
  head.setUint32(4, index.length / 3, true);
  head.setUint8(8, up === 'z' ? 1 : 0);
  out.set(body, HEAD);
  return out;
}

/** Reads what `writeShape` wrote; every index is checked. @throws RefusedInput */
export function readShape(bytes: Uint8Array): Triangles {
  if (bytes.length < HEAD || !isShape(bytes))
    throw refused('file', 'not a shape that this program kept', 'a shape as it was written');
  const head = new DataView(bytes.buffer, bytes.byteOffset + MAGIC.length, HEAD - MAGIC.length);
  const [places, triangles] = [head.getUint32(0, true), head.getUint32(4, true)];
  if (!(triangles >= 1 && triangles <= MOST_SHAPE_TRIANGLES && places >= 3 && places <= 3 * triangles))
    throw refused('shape', `${triangles} triangles of ${places} places`, `1 to ${MOST_SHAPE_TRIANGLES}`);
  const data = unpacked(bytes.subarray(HEAD), 12 * places + 12 * triangles);
  const view = new DataView(data.buffer);
  const positions = Float32Array.from({ length: 3 * places }, (_, i) => view.getFloat32(4 * i, true));
  if (!positions.every((v) => Number.isFinite(v)))
    throw refused('shape', 'a place that is no number', 'finite places');
  let before = 0;
  const index = Uint32Array.from(
    { length: 3 * triangles },
    (_, i) => (before += view.getInt32(4 * (3 * places + i), true)),
  );
  if (!index.every((v) => v < places))
    throw refused('shape', 'a triangle of places it does not hold', 'triangles of the places it holds');
  return { positions, index, up: head.getUint8(8) === 1 ? 'z' : 'y' };
}
