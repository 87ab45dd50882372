import { fillAround, type Sculpt } from '../sculpt/index.js';
import type { Mesh } from './mesh.js';
import { withVisibility } from './visibility.js';
import { rasterise, type MeshView } from './rasterise.js';

/** A mesh as a sculpt: seen from the chosen side, sized, with what stands in the way of its own reflections. */
export function sculptFromMesh(
  mesh: Mesh,
  view: MeshView,
  pxPerMm: number | null = null,
  onProgress: (doing: string, share: number) => void = () => undefined,
): Sculpt {
  const raster = rasterise(mesh, view, pxPerMm, (s) => onProgress('looking at it from this side', 0.4 * s));
  const sculpt = withVisibility(raster, mesh.index, (s) =>
    onProgress('following what each place mirrors', 0.4 + 0.58 * s),
  );
  fillAround(sculpt);
  onProgress('done', 1);
  return sculpt;
}
