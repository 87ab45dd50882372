/** Made-up meshes in mm, y up, and the files that hold them. */
export interface Shape {
  readonly positions: readonly number[];
  readonly index: readonly number[];
}

/** A grid of points over two turns, joined to triangles whose outside looks outward. */
function turned(
  n: number,
  m: number,
  closed: boolean,
  at: (a: number, b: number) => readonly [number, number, number],
): Shape {
  const positions: number[] = [];
  const index: number[] = [];
  for (let i = 0; i <= n; i++)
    for (let j = 0; j < m; j++) positions.push(...at(i / n, j / m).map((v) => Math.round(v * 1e6) / 1e6));
  for (let i = 0; i < n; i++)
    for (let j = 0; j < m; j++) {
      const k = (j + 1) % m;
      const [a, b, c, d] = [i * m + j, i * m + k, (i + 1) * m + j, (i + 1) * m + k];
      if (closed || i > 0) index.push(a, b, c);
      if (closed || i < n - 1) index.push(b, d, c);
    }
  return { positions, index };
}

export const sphere = (r: number, n = 160): Shape =>
  turned(n, 2 * n, false, (a, b) => {
    const [t, p] = [a * Math.PI, b * 2 * Math.PI];
    return [r * Math.sin(t) * Math.cos(p), r * Math.cos(t), r * Math.sin(t) * Math.sin(p)];
  });

/** A ring that faces the viewer. */
export const torus = (big: number, small: number, n = 160): Shape =>
  turned(2 * n, n, true, (a, b) => {
    const [t, p] = [a * 2 * Math.PI, b * 2 * Math.PI];
    const reach = big + small * Math.cos(p);
    return [reach * Math.cos(t), reach * Math.sin(t), small * Math.sin(p)];
  });

const corner = ({ positions: p }: Shape, v: number) => [p[3 * v], p[3 * v + 1], p[3 * v + 2]];
const bytes = (text: string) => new TextEncoder().encode(text);

/** STL stands along z: a shape that stands along y is laid on its back. */
const lying = ([x, y, z]: number[]) => [x, -z, y];

export function binaryStl(s: Shape): Uint8Array {
  const out = new Uint8Array(84 + (50 * s.index.length) / 3);
  const view = new DataView(out.buffer);
  view.setUint32(80, s.index.length / 3, true);
  s.index.forEach((v, i) => {
    const at = 84 + 50 * Math.floor(i / 3) + 12 + 12 * (i % 3);
    lying(corner(s, v)).forEach((x, k) => view.setFloat32(at + 4 * k, x, true));
  });
  return out;
}

export function textStl(s: Shape): Uint8Array {
  const facets: string[] = [];
  for (let t = 0; t < s.index.length; t += 3) {
    const corners = [0, 1, 2].map((k) => `vertex ${lying(corner(s, s.index[t + k])).join(' ')}`);
    facets.push(`facet normal 0 0 0\nouter loop\n${corners.join('\n')}\nendloop\nendfacet`);
  }
  return bytes(`solid made\n${facets.join('\n')}\nendsolid made\n`);
}

export function obj(s: Shape): Uint8Array {
  const lines = ['# made', 'o made'];
  for (let v = 0; v < s.positions.length / 3; v++) lines.push(`v ${corner(s, v).join(' ')}`);
  for (let t = 0; t < s.index.length; t += 3)
    lines.push(
      `f ${s.index
        .slice(t, t + 3)
        .map((v) => v + 1)
        .join(' ')}`,
    );
  return bytes(lines.join('\n'));
}

export function ply(s: Shape): Uint8Array {
  const [n, m] = [s.positions.length / 3, s.index.length / 3];
  const lines = [
    'ply',
    'format ascii 1.0',
    `element vertex ${n}`,
    'property float x',
    'property float y',
    'property float z',
    `element face ${m}`,
    'property list uchar int vertex_indices',
    'end_header',
  ];
  for (let v = 0; v < n; v++) lines.push(lying(corner(s, v)).join(' '));
  for (let t = 0; t < s.index.length; t += 3) lines.push(`3 ${s.index.slice(t, t + 3).join(' ')}`);
  return bytes(`${lines.join('\n')}\n`);
}

/** A GLB with a picture of colour in it that must not be looked at. */
export function glb(s: Shape): Uint8Array {
  const places = Float32Array.from(s.positions);
  const index = Uint32Array.from(s.index);
  const of = (axis: number) => s.positions.filter((_, i) => i % 3 === axis);
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1, material: 0 }] }],
    materials: [{ pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }],
    textures: [{ source: 0 }],
    images: [{ uri: 'elsewhere.png' }],
    buffers: [{ byteLength: places.byteLength + index.byteLength }],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: places.byteLength },
      { buffer: 0, byteOffset: places.byteLength, byteLength: index.byteLength },
    ],
    accessors: [
      {
        bufferView: 0,
        componentType: 5126,
        count: places.length / 3,
        type: 'VEC3',
        min: [0, 1, 2].map((a) => of(a).reduce((m, v) => Math.min(m, v), Infinity)),
        max: [0, 1, 2].map((a) => of(a).reduce((m, v) => Math.max(m, v), -Infinity)),
      },
      { bufferView: 1, componentType: 5125, count: index.length, type: 'SCALAR' },
    ],
  };
  const text = bytes(JSON.stringify(json).padEnd(Math.ceil(JSON.stringify(json).length / 4) * 4));
  const out = new Uint8Array(12 + 8 + text.length + 8 + places.byteLength + index.byteLength);
  const view = new DataView(out.buffer);
  [0x46546c67, 2, out.length, text.length, 0x4e4f534a].forEach((v, i) => view.setUint32(4 * i, v, true));
  out.set(text, 20);
  view.setUint32(20 + text.length, places.byteLength + index.byteLength, true);
  view.setUint32(24 + text.length, 0x004e4942, true);
  out.set(new Uint8Array(places.buffer), 28 + text.length);
  out.set(new Uint8Array(index.buffer), 28 + text.length + places.byteLength);
  return out;
}
