import { refused, RefusedInput } from '../units/index.js';
import { Mesh as ThreeMesh, type BufferGeometry, type Object3D } from 'three';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import { PLYLoader } from 'three/addons/loaders/PLYLoader.js';
import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { mergeGeometries } from 'three/addons/utils/BufferGeometryUtils.js';
import { isShape, readShape } from '../sculpt/index.js';
import { glbOf, withBuffersJoined, type GltfBuffers } from './inlineBuffers.js';
import { MOST_MESH_BYTES, MOST_TRIANGLES, mended, type Mesh } from './mesh.js';

type Kind = 'stl' | 'obj' | 'ply' | 'gltf';

const head = (bytes: Uint8Array, n: number) => new TextDecoder('latin1').decode(bytes.subarray(0, n));

/** How files begin that are no shapes, whatever their names say. */
const NO_SHAPES: readonly { readonly begins: readonly number[]; readonly what: string }[] = [
  { begins: [0xff, 0xd8, 0xff], what: 'a photo (JPEG)' },
  { begins: [0x89, 0x50, 0x4e, 0x47], what: 'a picture (PNG)' },
  { begins: [0x25, 0x50, 0x44, 0x46], what: 'a page (PDF)' },
  { begins: [0x50, 0x4b, 0x03, 0x04], what: 'an archive: unpack it first' },
];

/** What a file is, by its content first and its name where content does not tell. @throws RefusedInput */
function kindOf(bytes: Uint8Array, name: string): Kind {
  const start = head(bytes, 512);
  const other = NO_SHAPES.find(({ begins }) => begins.every((byte, i) => bytes[i] === byte));
  if (other) throw refused('file', other.what, 'a shape: STL, OBJ, PLY, glTF');
  if (start.startsWith('glTF')) return 'gltf';
  if (start.startsWith('ply')) return 'ply';
  if (/\.gltf$/i.test(name) || /^\s*\{[\s\S]*"asset"/.test(start)) return 'gltf';
  if (/\.obj$/i.test(name) || /^(#[^\n]*\n|\s)*(mtllib|o|g|v)\s/.test(start)) return 'obj';
  if (/\.stl$/i.test(name) || /^solid\b/.test(start) || binaryStl(bytes)) return 'stl';
  throw refused('file', `"${name.slice(0, 60)}" is no shape this program reads`, 'STL, OBJ, PLY, glTF');
}

const stlCount = (bytes: Uint8Array) =>
  bytes.length >= 84 ? new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true) : -1;
const binaryStl = (bytes: Uint8Array) => stlCount(bytes) >= 0 && 84 + 50 * stlCount(bytes) === bytes.length;

function stl(bytes: Uint8Array): BufferGeometry {
  const count = stlCount(bytes);
  // A binary file may begin with the word of a text, too; but no text holds a zero.
  const text =
    !binaryStl(bytes) &&
    /^\s*solid\b/.test(head(bytes, 80)) &&
    /\bfacet\b/.test(head(bytes, 1024)) &&
    !bytes.subarray(0, 1024).includes(0);
  if (!text) {
    if (count > MOST_TRIANGLES) throw tooMany(count);
    if (count < 0 || 84 + 50 * count > bytes.length)
      throw refused(
        'file',
        `an STL that is cut off: ${bytes.length} bytes for ${Math.max(0, count)} triangles`,
        'a whole one',
      );
  } else if (!/\bendsolid\b/.test(head(bytes.subarray(Math.max(0, bytes.length - 400)), 400)))
    throw refused('file', 'an STL that is cut off', 'a whole one, with endsolid at its end');
  // The reader tells both apart by length alone: what some programs write behind the triangles is left out.
  return new STLLoader().parse(whole(text ? bytes : bytes.subarray(0, 84 + 50 * count)));
}

const tooMany = (n: number) =>
  refused(
    'mesh',
    `${(n / 1e6).toFixed(1)} million triangles`,
    `at most ${MOST_TRIANGLES / 1e6} million: thin it out before exporting`,
  );
/** The bytes in a buffer of their own, as the readers want them. */
const whole = (bytes: Uint8Array): ArrayBuffer => bytes.slice().buffer;

interface Gltf extends GltfBuffers {
  meshes?: { primitives?: Record<string, unknown>[] }[];
  materials?: unknown;
  textures?: unknown;
  images?: unknown;
  animations?: unknown;
  skins?: unknown;
  nodes?: Record<string, unknown>[];
  extensionsRequired?: string[];
}

/** Only shapes are wanted: without pictures nothing is fetched and nothing is decoded. */
function bare(json: Gltf): Gltf {
  if (json.buffers?.some((b) => b.uri !== undefined && !b.uri.startsWith('data:')))
    throw refused('file', 'a glTF whose shape lies in another file', 'GLB, or glTF with everything inside');
  const packed = (json.extensionsRequired ?? []).filter((e) => /draco|meshopt/i.test(e));
  if (packed.length > 0)
    throw refused('file', `a glTF packed with ${packed[0]}`, 'one exported without compression');
  const { materials: _m, textures: _t, images: _i, animations: _a, skins: _s, ...rest } = json;
  return {
    ...rest,
    nodes: (json.nodes ?? []).map(({ skin: _skin, ...n }) => n),
    meshes: (json.meshes ?? []).map((m) => ({
      ...m,
      primitives: (m.primitives ?? []).map(({ material: _x, ...p }) => p),
    })),
  };
}

async function gltf(bytes: Uint8Array): Promise<Object3D> {
  let input: ArrayBuffer;
  try {
    if (head(bytes, 4) === 'glTF') {
      const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
      if (view.getUint32(8, true) > bytes.length)
        throw refused('file', 'a GLB that is cut off', 'a whole one');
      const end = 20 + view.getUint32(12, true);
      const json = bare(JSON.parse(new TextDecoder().decode(bytes.subarray(20, end))) as Gltf);
      // Its own bytes follow in a chunk that tells how many they are.
      const own =
        end + 8 <= bytes.length ? bytes.subarray(end + 8, end + 8 + view.getUint32(end, true)) : null;
      const joined = withBuffersJoined(json);
      input = glbOf(joined.json, own ?? joined.bytes);
    } else {
      const joined = withBuffersJoined(bare(JSON.parse(new TextDecoder().decode(bytes)) as Gltf));
      input = glbOf(joined.json, joined.bytes);
    }
  } catch (error) {
    throw error instanceof RefusedInput ? error : refused('file', 'a glTF that is broken', 'a whole one');
  }
  return new Promise((resolve, reject) =>
    new GLTFLoader().parse(
      input,
      '',
      (found) => resolve(found.scene),
      (error) =>
        reject(
          refused(
            'file',
            `a glTF that cannot be read (${error instanceof Error ? error.message : 'broken'})`,
            'a whole GLB, or glTF with everything inside',
          ),
        ),
    ),
  );
}

/** All triangles below an object, each turned as it hangs there. */
function geometryOf(root: Object3D): BufferGeometry {
  root.updateMatrixWorld(true);
  const all: BufferGeometry[] = [];
  root.traverse((o) => {
    if (!(o instanceof ThreeMesh)) return;
    const own = (o.geometry as BufferGeometry).clone().applyMatrix4(o.matrixWorld);
    for (const name of Object.keys(own.attributes)) if (name !== 'position') own.deleteAttribute(name);
    own.morphAttributes = {};
    all.push(own.index ? own.toNonIndexed() : own);
  });
  if (all.length === 0) throw refused('mesh', 'no triangle in it', 'a closed or open surface of triangles');
  return all.length === 1 ? all[0] : mergeGeometries(all);
}

/**
 * Reads a shape: STL (binary or text), OBJ, PLY or glTF with everything inside. Colours, pictures, bones and animation
 * are left out.
 * @throws RefusedInput
 */
export async function readMesh(bytes: Uint8Array, name: string): Promise<Mesh> {
  if (bytes.length === 0) throw refused('file', 'nothing in it', 'STL, OBJ, PLY, glTF');
  if (bytes.length > MOST_MESH_BYTES)
    throw refused(
      'file',
      `${Math.round(bytes.length / 1048576)} MB`,
      `at most ${MOST_MESH_BYTES / 1048576} MB`,
    );
  // One that was kept: mended already.
  if (isShape(bytes)) return { ...readShape(bytes), notes: [] };
  const kind = kindOf(bytes, name);
  let geometry: BufferGeometry;
  try {
    if (kind === 'stl') geometry = stl(bytes);
    else if (kind === 'ply') geometry = new PLYLoader().parse(whole(bytes));
    else if (kind === 'obj') geometry = geometryOf(new OBJLoader().parse(new TextDecoder().decode(bytes)));
    else geometry = geometryOf(await gltf(bytes));
  } catch (error) {
    if (error instanceof RefusedInput) throw error;
    throw refused(
      'file',
      // What a loader stumbles over is no word for a painter.
      error instanceof Error && !(error instanceof TypeError)
        ? `something broken or cut off (${error.message.slice(0, 120)})`
        : 'something broken or cut off',
      `a whole ${kind.toUpperCase()}`,
    );
  }
  const position = geometry.getAttribute('position');
  if (!position) throw refused('mesh', 'no places in it', 'a surface of triangles');
  // A PLY of points alone has places and no triangles.
  if (kind === 'ply' && !geometry.index)
    throw refused('mesh', 'points without triangles', 'a surface of triangles');
  if (kind === 'ply') {
    const promised = Number(/element face (\d+)/.exec(head(bytes, 4096))?.[1] ?? 0);
    if ((geometry.index?.count ?? 0) / 3 < promised)
      throw refused(
        'file',
        `a PLY that is cut off: ${Math.floor((geometry.index?.count ?? 0) / 3)} of ${promised} faces`,
        'a whole one',
      );
  }
  return mended(
    Float32Array.from(position.array),
    geometry.index ? Uint32Array.from(geometry.index.array) : null,
    kind === 'stl' || kind === 'ply' ? 'z' : 'y',
  );
}
