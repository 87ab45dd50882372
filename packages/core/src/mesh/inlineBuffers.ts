import { refused } from '../units/index.js';

/** What of a glTF tells where its numbers lie. */
export interface GltfBuffers {
  buffers?: { uri?: string; byteLength?: number }[];
  bufferViews?: { buffer?: number; byteOffset?: number }[];
}

const base64 = /^data:[^,]*;base64,/;

/** Bytes of a data URI, base64 or percent-encoded. */
function bytesOf(uri: string): Uint8Array {
  const data = uri.slice(uri.indexOf(',') + 1);
  const text = base64.test(uri) ? atob(data) : decodeURIComponent(data);
  return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

/**
 * A glTF whose buffers stand in it as data URIs, with all of them in one: nothing is fetched then, which a page that
 * forbids fetching wants. One without such buffers comes back as it is, with no bytes.
 * @throws RefusedInput where a buffer holds fewer bytes than it says
 */
export function withBuffersJoined<G extends GltfBuffers>(
  json: G,
): { readonly json: G; readonly bytes: Uint8Array } {
  const buffers = json.buffers ?? [];
  if (buffers.length === 0 || buffers.some((b) => b.uri === undefined))
    return { json, bytes: new Uint8Array() };
  const parts = buffers.map((b) => bytesOf(b.uri!));
  const starts: number[] = [];
  let total = 0;
  parts.forEach((part, i) => {
    const { byteLength = part.length } = buffers[i];
    if (part.length < byteLength)
      throw refused('file', `a glTF that is cut off: ${part.length} of ${byteLength} bytes`, 'a whole one');
    starts.push(total);
    // Views lie on multiples of four, as the format wants them.
    total += Math.ceil(part.length / 4) * 4;
  });
  const bytes = new Uint8Array(total);
  parts.forEach((part, i) => bytes.set(part, starts[i]));
  return {
    json: {
      ...json,
      buffers: [{ byteLength: total }],
      bufferViews: (json.bufferViews ?? []).map((v) => ({
        ...v,
        buffer: 0,
        byteOffset: (v.byteOffset ?? 0) + (starts[v.buffer ?? 0] ?? 0),
      })),
    },
    bytes,
  };
}

const GLB = { head: 12, chunk: 8, json: 0x4e4f534a, bin: 0x004e4942, magic: 0x46546c67 } as const;

/** A binary glTF of its description and its bytes (glTF 2.0, section 4). */
export function glbOf(json: object, bytes: Uint8Array): ArrayBuffer {
  const text = new TextEncoder().encode(JSON.stringify(json));
  const long = Math.ceil(text.length / 4) * 4;
  const binary = bytes.length > 0 ? GLB.chunk + Math.ceil(bytes.length / 4) * 4 : 0;
  const out = new Uint8Array(GLB.head + GLB.chunk + long + binary);
  const view = new DataView(out.buffer);
  view.setUint32(0, GLB.magic, true);
  view.setUint32(4, 2, true);
  view.setUint32(8, out.length, true);
  view.setUint32(12, long, true);
  view.setUint32(16, GLB.json, true);
  out.fill(0x20, 20, 20 + long);
  out.set(text, 20);
  if (binary > 0) {
    view.setUint32(20 + long, binary - GLB.chunk, true);
    view.setUint32(24 + long, GLB.bin, true);
    out.set(bytes, 28 + long);
  }
  return out.buffer;
}
