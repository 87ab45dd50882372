/** The sRGB chunk (rendering intent: perceptual) with its length and check sum (PNG specification, 11.3.2.5). */
const SRGB_CHUNK = Uint8Array.of(0, 0, 0, 1, 0x73, 0x52, 0x47, 0x42, 0, 0xae, 0xce, 0x1c, 0xe9);
/** Signature and header chunk come first and always take this many bytes. */
const AFTER_HEADER = 33;

/** The same PNG, marked as sRGB. */
export function taggedSrgb(png: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(png.length + SRGB_CHUNK.length);
  out.set(png.subarray(0, AFTER_HEADER));
  out.set(SRGB_CHUNK, AFTER_HEADER);
  out.set(png.subarray(AFTER_HEADER), AFTER_HEADER + SRGB_CHUNK.length);
  return out;
}
