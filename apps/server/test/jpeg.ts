// prettier-ignore
const AFTER_SIZE = [3, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0, 0xff, 0xda, 0, 12, 3, 1, 0, 2, 0, 3, 0, 0, 63, 0, 1, 2, 3, 0xff, 0xd9];

/** A JPEG that is all head: enough for whoever does not decode it. */
export function jpegOf(width: number, height: number, ...segments: number[][]): Uint8Array {
  const size = [height >> 8, height & 255, width >> 8, width & 255];
  return Uint8Array.from([0xff, 0xd8, ...segments.flat(), 0xff, 0xc0, 0, 17, 8, ...size, ...AFTER_SIZE]);
}
