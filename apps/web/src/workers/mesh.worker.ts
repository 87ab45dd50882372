import { MOST_PHOTO_BYTES, refused, writeSculpt, writeShape, type Sculpt } from '@pale-glint/core';
import {
  rasterise,
  readMesh,
  sculptFromMesh,
  standingHeight,
  type Mesh,
  type MeshView,
} from '@pale-glint/core/mesh';
import { answerJobs, type JobTools } from './jobs.js';

/** A look while it is turned needs no more points than this per mm of a 54 mm figure. */
const GLANCE_PX_PER_MM = 5;

export interface OpenedMesh {
  readonly triangles: number;
  readonly up: 'y' | 'z';
  readonly notes: readonly string[];
  /** Height in the file's unit, by which way it stands. */
  readonly tall: { readonly y: number; readonly z: number };
}

export interface MadeMesh {
  readonly surface: Uint8Array<ArrayBuffer>;
  readonly sculpt: Sculpt;
  /** The shape as it is kept, where that was asked for and is not too large. */
  readonly shape: Uint8Array<ArrayBuffer> | null;
}

let mesh: Mesh | null = null;
function open(): Mesh {
  if (!mesh) throw refused('file', 'none is open', 'an open 3D file');
  return mesh;
}

const jobs = {
  /** Reads a file; what is asked afterwards is asked of it. */
  async open(
    { file, name }: { readonly file: Blob; readonly name: string },
    { tell }: JobTools,
  ): Promise<OpenedMesh> {
    tell('reading the file', 0.1);
    mesh = await readMesh(new Uint8Array(await file.arrayBuffer()), name);
    const { index, up, notes } = mesh;
    const tall = { y: standingHeight(mesh, 'y'), z: standingHeight(mesh, 'z') };
    return { triangles: index.length / 3, up, notes, tall };
  },
  /** A rough look from a side. */
  glance: (view: MeshView): Sculpt =>
    rasterise(open(), view, (GLANCE_PX_PER_MM * 54) / (view.heightMm ?? 54)).sculpt,
  /** The surface seen from a side. */
  make(
    { view, keep }: { readonly view: MeshView; readonly keep: boolean },
    { tell, hand }: JobTools,
  ): MadeMesh {
    const sculpt = sculptFromMesh(open(), view, null, tell);
    const surface = writeSculpt(sculpt);
    hand(surface.buffer);
    if (keep) tell('packing the shape', 0.98);
    const packed = keep ? writeShape(open()) : null;
    const shape = packed && packed.length <= MOST_PHOTO_BYTES ? packed : null;
    if (shape) hand(shape.buffer);
    return { surface, sculpt, shape };
  },
};
export type MeshJobs = typeof jobs;
answerJobs(jobs);
