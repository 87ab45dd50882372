import { MOST_PHOTO_BYTES, writeSculpt, writeShape, type Sculpt } from '@pale-glint/core';
import {
  BadMesh,
  rasterise,
  readMesh,
  sculptFromMesh,
  standingHeight,
  type Mesh,
} from '@pale-glint/core/mesh';
import type { MeshJob, MeshMessage } from './meshProtocol.js';

/** A look while it is turned needs no more points than this per mm of a 54 mm figure. */
const GLANCE_PX_PER_MM = 5;
const post = (news: MeshMessage, transfer: Transferable[] = []) => self.postMessage(news, { transfer });
let mesh: Mesh | null = null;

async function run(job: MeshJob): Promise<void> {
  if (job.kind === 'open') {
    post({ kind: 'progress', doing: 'reading the file', share: 0.1 });
    mesh = await readMesh(new Uint8Array(await job.file.arrayBuffer()), job.name);
    const { index, up, notes } = mesh;
    post({
      kind: 'opened',
      triangles: index.length / 3,
      up,
      notes,
      tall: { y: standingHeight(mesh, 'y'), z: standingHeight(mesh, 'z') },
    });
    return;
  }
  if (!mesh) throw new BadMesh('file: none is open');
  if (job.kind === 'glance') {
    const { sculpt } = rasterise(mesh, job.view, (GLANCE_PX_PER_MM * 54) / (job.view.heightMm ?? 54));
    post({ kind: 'glance', jobId: job.jobId, sculpt });
    return;
  }
  const sculpt: Sculpt = sculptFromMesh(mesh, job.view, null, (doing, share) =>
    post({ kind: 'progress', doing, share }),
  );
  const surface = writeSculpt(sculpt);
  if (job.keep) post({ kind: 'progress', doing: 'packing the shape', share: 0.98 });
  const packed = job.keep ? writeShape(mesh) : null;
  const shape = packed && packed.length <= MOST_PHOTO_BYTES ? packed : null;
  post({ kind: 'made', surface, sculpt, shape }, [surface.buffer, ...(shape ? [shape.buffer] : [])]);
}

self.onmessage = ({ data: job }: MessageEvent<MeshJob>) => {
  run(job).catch((error: unknown) =>
    post({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  );
};
