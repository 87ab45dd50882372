import { BufferAttribute, BufferGeometry, DoubleSide, Ray } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import { opennessOf, type Sculpt } from '../sculpt/index.js';
import type { Raster } from './rasterise.js';

/**
 * A sculpt of a mesh with its openness, by rays along what each point mirrors (three-mesh-bvh).
 * @param onRow told how far it is, 0..1; may throw to stop
 */
export function withVisibility(
  { sculpt, places }: Raster,
  index: Uint32Array,
  onRow: (share: number) => void = () => undefined,
): Sculpt {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(places, 3));
  geometry.setIndex(new BufferAttribute(index.slice(), 1));
  const bvh = new MeshBVH(geometry, { targetLeafSize: 8 });
  onRow(0.3);
  const ray = new Ray();
  const visibility = opennessOf(
    sculpt,
    (from, toward) => {
      ray.origin.set(...from);
      ray.direction.set(...toward);
      return bvh.raycastFirst(ray, DoubleSide) === null;
    },
    (share) => onRow(0.3 + 0.7 * share),
  );
  return { ...sculpt, visibility };
}
