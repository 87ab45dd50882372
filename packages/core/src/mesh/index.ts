export { MOST_MESH_BYTES, MOST_TRIANGLES, mended, type Mesh } from './mesh.js';
export { withVisibility } from './visibility.js';
export {
  FRONT,
  LIKELY_MM,
  rasterise,
  seenPlaces,
  standingHeight,
  type MeshView,
  type Raster,
} from './rasterise.js';
export { readMesh } from './readMesh.js';
export { sculptFromMesh } from './sculptFromMesh.js';
