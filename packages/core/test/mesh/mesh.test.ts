import { describe, expect, test } from '@jest/globals';
import {
  forms,
  newPart,
  newPiece,
  partSheet,
  readShape,
  shapeOf,
  writeSculpt,
  writeShape,
  type Form,
  type Piece,
  type Sculpt,
  RefusedInput,
} from '../../src/index.js';
import {
  FRONT,
  mended,
  rasterise,
  readMesh,
  sculptFromMesh,
  withVisibility,
  type MeshView,
} from '../../src/mesh/index.js';
import { binaryStl, glb, obj, ply, sphere, textStl, torus, type Shape } from './shapes.js';

const view = (over: Partial<MeshView> = {}): MeshView => ({ ...FRONT, up: 'y', ...over });
const meshOf = ({ positions, index }: Shape) =>
  mended(Float32Array.from(positions), Uint32Array.from(index), 'y');

/** Points of a regular polygon: a circle near enough, in shares. */
const round = (n: number, by = 1) =>
  Array.from({ length: n }, (_, i) => ({
    x: by * Math.cos((2 * Math.PI * i) / n),
    y: by * Math.sin((2 * Math.PI * i) / n),
  }));

/** Own share of every step of a part in seven steps, polished steel, without fall-off. */
function shares(form: Form, sculpt: Sculpt | null, trim = true): number[] {
  const part = newPart('p', form);
  part.finish = { ...part.finish, kind: 'metal', steps: 7 } as typeof part.finish;
  const piece: Piece = {
    ...newPiece('x', 'X', [part]),
    approach: { ...newPiece('x', 'X', []).approach, bounce: 'none' },
  };
  piece.rig = { ...piece.rig, fallOff: 0 };
  const surfaces = new Map(sculpt ? [[SURFACE, sculpt]] : []);
  const shape = shapeOf(part, [], { surfaces });
  // Trim is lit otherwise than its form alone says: a mesh does not know that it is trim.
  const patches = shape.model.patches.map((patch) => ({ ...patch, rim: trim && (patch.rim ?? false) }));
  const { zones } = partSheet(part, piece, { ...shape, model: { ...shape.model, patches } }).zones;
  return zones.map((z) => z.ownShare);
}

const SURFACE = 'a'.repeat(64);
const cut = (size: number, over: Partial<Extract<Form, { kind: 'sculpt' }>> = {}): Form => ({
  ...forms.sculpt.defaults,
  sculpt: SURFACE,
  widthMm: size,
  heightMm: size,
  outline: round(180),
  corners: 'as drawn',
  creases: 'none',
  ...over,
});

describe('a mesh against the form it was made from', () => {
  test('a sphere has the zones of the analytic dome, within 1 % of its area each', () => {
    const sculpt = rasterise(meshOf(sphere(8)), view(), 24).sculpt;
    const ours = shares(cut(15.52), sculpt);
    const dome = shares({ ...forms.dome.defaults, widthMm: 15.52, heightMm: 15.52 }, null);
    // The form's normals reach 0.97 of the rim: the mesh's do, cut at 0.97 of its radius.
    ours.forEach((s, k) => expect(Math.abs(s - dome[k])).toBeLessThan(0.01));
  });

  test('a torus has the zones of the analytic ring, within 1 % of its area each', () => {
    const [big, small] = [8, 2];
    const sculpt = rasterise(meshOf(torus(big, small)), view(), 28).sculpt;
    const [outer, inner] = [big + 0.97 * small, big - 0.97 * small];
    const holes = [round(180, inner / outer)];
    const ours = shares(cut(2 * outer, { holes }), sculpt);
    const ring = shares(
      {
        kind: 'ring',
        widthMm: 2 * outer,
        heightMm: 2 * outer,
        thicknessMm: 2 * 0.97 * small,
      },
      null,
      false,
    );
    ours.forEach((s, k) => expect(Math.abs(s - ring[k])).toBeLessThan(0.01));
  });
});

describe('the same shape through every file', () => {
  const shape = sphere(6, 24);
  const files = {
    'ball.stl': binaryStl(shape),
    'ball-text.stl': textStl(shape),
    'ball.obj': obj(shape),
    'ball.ply': ply(shape),
    'ball.glb': glb(shape),
  };
  test('gives the same surface', async () => {
    const made = [];
    for (const [name, bytes] of Object.entries(files)) {
      const mesh = await readMesh(bytes, name);
      made.push(rasterise(mesh, view({ up: mesh.up }), 8).sculpt);
    }
    const [first, ...rest] = made;
    for (const s of rest) {
      expect([s.width, s.height]).toEqual([first.width, first.height]);
      let off = 0;
      // At the rim one point more or less may be covered.
      s.nx.forEach(
        (v, i) =>
          (off +=
            Math.abs(v - first.nx[i]) > 2e-3 || Math.abs(s.heightMm[i] - first.heightMm[i]) > 2e-3 ? 1 : 0),
      );
      expect(off / s.nx.length).toBeLessThan(0.002);
    }
    expect(writeSculpt(first).length).toBeGreaterThan(500);
  });

  test('a binary STL that begins as a text does, and one with more behind it, are read as what they are', async () => {
    const plain = await readMesh(files['ball.stl'], 'ball.stl');
    const titled = files['ball.stl'].slice();
    titled.set(new TextEncoder().encode('solid made by a program, every facet of it'));
    const longer = new Uint8Array(files['ball.stl'].length + 7);
    longer.set(titled);
    for (const bytes of [titled, longer]) {
      const read = await readMesh(bytes, 'ball.stl');
      expect(read.index).toEqual(plain.index);
      expect(read.positions).toEqual(plain.positions);
    }
  });

  test('a glTF with its shape inside as text is read like the binary one, in one buffer or in several', async () => {
    const binary = files['ball.glb'];
    const at = new DataView(binary.buffer, binary.byteOffset);
    const end = 20 + at.getUint32(12, true);
    const json = JSON.parse(new TextDecoder().decode(binary.subarray(20, end)));
    const bin = binary.subarray(end + 8);
    const uri = (bytes: Uint8Array) =>
      `data:application/octet-stream;base64,${Buffer.from(bytes).toString('base64')}`;
    const one = { ...json, buffers: [{ byteLength: bin.length, uri: uri(bin) }] };
    const views = json.bufferViews as { byteOffset?: number; byteLength: number }[];
    const several = {
      ...json,
      buffers: views.map((v) => {
        const from = v.byteOffset ?? 0;
        return { byteLength: v.byteLength, uri: uri(bin.subarray(from, from + v.byteLength)) };
      }),
      bufferViews: views.map((v, i) => ({ ...v, buffer: i, byteOffset: 0 })),
    };
    const plain = await readMesh(binary, 'ball.glb');
    for (const text of [one, several]) {
      const read = await readMesh(new TextEncoder().encode(JSON.stringify(text)), 'ball.gltf');
      expect(read.index).toEqual(plain.index);
      expect(read.positions).toEqual(plain.positions);
    }
    const short = { ...one, buffers: [{ byteLength: bin.length + 40, uri: uri(bin) }] };
    await expect(readMesh(new TextEncoder().encode(JSON.stringify(short)), 'x.gltf')).rejects.toThrow(
      /cut off/,
    );
  });

  test('a corner that no triangle has, far off, makes the shape no taller', () => {
    const far = mended(
      Float32Array.from([...shape.positions, 0, 9000, 0]),
      Uint32Array.from(shape.index),
      'y',
    );
    expect(far.positions).toHaveLength(meshOf(shape).positions.length);
    expect(rasterise(far, view(), 8).sculpt.height).toBe(rasterise(meshOf(shape), view(), 8).sculpt.height);
  });

  test.each(Object.entries(files))('%s cut off is refused, or its holes are told', async (name, bytes) => {
    const cutOff = readMesh(bytes.subarray(0, Math.floor(bytes.length * 0.6)), name);
    // An OBJ has no end that could be missing.
    if (name.endsWith('.obj')) expect((await cutOff).notes.join()).toMatch(/holes/);
    else await expect(cutOff).rejects.toThrow(/cut off|broken/);
  });
});

describe('what files hold that is no miniature', () => {
  const ball = sphere(6, 12);
  const tried = async (bytes: Uint8Array, name: string) => readMesh(bytes, name);

  test.each([
    ['nothing', new Uint8Array(), 'x.stl', /nothing in it/],
    ['something else', new TextEncoder().encode('hello there'), 'x.txt', /accepted: STL, OBJ, PLY, glTF/],
    [
      'a glTF that names an accessor it has not',
      new TextEncoder().encode(
        '{"asset":{"version":"2.0"},"meshes":[{"primitives":[{"attributes":{"POSITION":9}}]}]}',
      ),
      'x.gltf',
      /something broken or cut off; accepted/,
    ],
    ['an OBJ without faces', new TextEncoder().encode('v 0 0 0\nv 1 0 0\n'), 'x.obj', /no triangle/],
    [
      'points alone',
      new TextEncoder().encode(
        'ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nproperty float y\nproperty float z\nend_header\n0 0 0\n',
      ),
      'x.ply',
      /triangle/,
    ],
    [
      'a glTF with its shape elsewhere',
      new TextEncoder().encode('{"asset":{"version":"2.0"},"buffers":[{"uri":"far.bin","byteLength":4}]}'),
      'x.gltf',
      /another file/,
    ],
  ])('%s', async (_what, bytes, name, message) => {
    await expect(tried(bytes, name)).rejects.toThrow(message);
  });

  test.each([
    ['a photo (JPEG)', [0xff, 0xd8, 0xff, 0xe0]],
    ['a picture (PNG)', [0x89, 0x50, 0x4e, 0x47]],
    ['a page (PDF)', [0x25, 0x50, 0x44, 0x46]],
    ['an archive', [0x50, 0x4b, 0x03, 0x04]],
  ])('%s that is named like a shape is refused as what it is', async (what, begins) => {
    const bytes = new Uint8Array(4000).fill(10);
    bytes.set(begins);
    await expect(readMesh(bytes, 'knight.stl')).rejects.toThrow(what);
  });

  test('five million triangles are refused before they are read', async () => {
    const bytes = new Uint8Array(84 + 50);
    new DataView(bytes.buffer).setUint32(80, 5_000_000, true);
    await expect(tried(bytes, 'x.stl')).rejects.toThrow(
      /5\.0 million triangles; accepted: at most 3 million/,
    );
  });

  test('triangles without area, all of them', () => {
    expect(() => mended(new Float32Array(9), null, 'y')).toThrow(/without area/);
  });

  test('an inside-out shape is turned, holes and crowded edges are told, and it is still seen', () => {
    const index = Uint32Array.from(ball.index);
    for (let t = 0; t < index.length; t += 3) [index[t], index[t + 1]] = [index[t + 1], index[t]];
    const turned = mended(Float32Array.from(ball.positions), index, 'y');
    expect(turned.notes.join()).toContain('inside out');
    const straight = meshOf(ball);
    const [a, b] = [turned, straight].map((m) => rasterise(m, view(), 6).sculpt);
    expect(Array.from(a.nx)).toEqual(Array.from(b.nx));
    const open = mended(Float32Array.from(ball.positions), Uint32Array.from(ball.index.slice(0, -60)), 'y');
    expect(open.notes.join()).toMatch(/holes: \d+ open edges/);
    const crowded = mended(
      Float32Array.from([...ball.positions, 20, 0, 0]),
      Uint32Array.from([...ball.index, ball.index[0], ball.index[1], ball.positions.length / 3]),
      'y',
    );
    expect(crowded.notes.join()).toContain('more than two');
  });

  test('54 metres tall: it asks, and takes the height it is told', () => {
    const huge = mended(
      Float32Array.from(ball.positions, (v) => v * 4500),
      Uint32Array.from(ball.index),
      'y',
    );
    expect(() => rasterise(huge, view())).toThrow(
      /54 metres if its numbers are mm; accepted: its height: say how tall/,
    );
    const { sculpt } = rasterise(huge, view({ heightMm: 54 }), 4);
    expect(sculpt.height / sculpt.pxPerMm).toBeCloseTo(55, 0);
  });
});

describe('a shape in its own way', () => {
  test('a lone ball mirrors no part of itself; beside another it does where they face', () => {
    const ball = sphere(5, 40);
    const lone = sculptFromMesh(meshOf(ball), view(), 6);
    const least = (s: Sculpt) =>
      s.visibility!.reduce((m, o, i) => (s.confidence[i] > 0 ? Math.min(m, o) : m), 255);
    expect(least(lone)).toBeGreaterThan(235);
    const n = ball.positions.length / 3;
    const two: Shape = {
      positions: [...ball.positions, ...ball.positions.map((v, i) => (i % 3 === 0 ? v + 10.4 : v))],
      index: [...ball.index, ...ball.index.map((v) => v + n)],
    };
    const mesh = meshOf(two);
    const pair = withVisibility(rasterise(mesh, view(), 6), mesh.index);
    expect(least(pair)).toBeLessThan(60);
    // The outer flanks, away from the other, are as free as before.
    const row = Math.floor(pair.height / 2);
    const flank = row * pair.width + Math.round(0.12 * pair.width);
    expect(pair.visibility![flank]).toBeGreaterThan(240);
  });

  test('work can be stopped in the middle', () => {
    const stop = new Error('stopped');
    expect(() =>
      rasterise(meshOf(sphere(5, 40)), view(), 6, () => {
        throw stop;
      }),
    ).toThrow(stop);
  });
});

describe('a shape that is kept', () => {
  test('comes back with every triangle, and gives the same surface from any side', async () => {
    const mesh = await readMesh(binaryStl(torus(8, 2)), 'ring.stl');
    const bytes = writeShape(mesh);
    const back = readShape(bytes);
    expect(back.index.every((v, i) => v === mesh.index[i])).toBe(true);
    expect(back.positions.every((v, i) => v === mesh.positions[i])).toBe(true);
    expect([back.index.length, back.positions.length]).toEqual([mesh.index.length, mesh.positions.length]);
    expect(bytes.length).toBeLessThan(binaryStl(torus(8, 2)).length);
    const again = await readMesh(bytes, 'shape');
    const side = view({ up: mesh.up, yawDeg: 40, pitchDeg: 20, heightMm: 12 });
    expect(again.up).toBe(mesh.up);
    expect(writeSculpt(rasterise(again, side, 6).sculpt)).toEqual(
      writeSculpt(rasterise(mesh, side, 6).sculpt),
    );
  });

  test('that is broken is refused, whatever is broken in it', async () => {
    const bytes = writeShape({
      positions: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
      index: Uint32Array.from([0, 1, 2]),
      up: 'y',
    });
    const put = (at: number, value: number) => {
      const b = bytes.slice();
      new DataView(b.buffer).setUint32(at, value, true);
      return b;
    };
    for (const broken of [
      bytes.subarray(0, 10),
      bytes.subarray(0, bytes.length - 4),
      put(8, 900),
      put(12, 0),
      put(12, 4_000_000_000),
    ])
      expect(() => readShape(broken)).toThrow(RefusedInput);
    const far = writeShape({
      positions: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
      index: Uint32Array.from([0, 1, 7]),
      up: 'y',
    });
    expect(() => readShape(far)).toThrow(/does not hold/);
    const wild = writeShape({
      positions: Float32Array.from([0, 0, 0, NaN, 0, 0, 0, 1, 0]),
      index: Uint32Array.from([0, 1, 2]),
      up: 'y',
    });
    expect(() => readShape(wild)).toThrow(/no number/);
    await expect(readMesh(far, 'x')).rejects.toThrow(/does not hold/);
  });
});

test('a sliver among large faces says nothing of how they lie', () => {
  // A flat square of 10 mm whose middle is a thin triangle that stands upright.
  const thin = 0.02;
  const positions = [
    [-5, -5, 0],
    [5, -5, 0],
    [5, 5, 0],
    [-5, 5, 0],
    [0, 0, 0],
    [thin, 0, thin],
  ];
  const index = [
    [0, 1, 4],
    [1, 2, 5],
    [2, 3, 4],
    [3, 0, 4],
    [1, 5, 4],
    [2, 4, 5],
  ];
  const { sculpt } = rasterise(meshOf({ positions: positions.flat(), index: index.flat() }), view(), 20);
  let steepest = 0;
  for (let i = 0; i < sculpt.nx.length; i++)
    if (sculpt.confidence[i] > 0) steepest = Math.max(steepest, Math.hypot(sculpt.nx[i], sculpt.ny[i]));
  expect(steepest).toBeLessThan(0.1);
});

test('at its silhouette a ball faces outward, however coarse its faces are', () => {
  const { sculpt } = rasterise(meshOf(sphere(8, 12)), view(), 12);
  const { width, height, nx, ny, confidence } = sculpt;
  const outward: number[] = [];
  for (let i = 0; i < nx.length; i++) {
    if (confidence[i] === 0) continue;
    const [x, y] = [(i % width) + 0.5 - width / 2, height / 2 - Math.floor(i / width) - 0.5];
    const far = Math.hypot(x, y);
    if (far > 0.75 * 8 * 12) outward.push((nx[i] * x + ny[i] * y) / far);
  }
  expect(outward.length).toBeGreaterThan(1000);
  expect(Math.min(...outward)).toBeGreaterThan(0.3);
});
