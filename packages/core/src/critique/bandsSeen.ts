import { placeAt, type Facet, type Point } from '../form/index.js';
import { seenBands, widthOf, type Band, type FacetBands } from '../glint/index.js';
import type { AdjustmentOf, Adjustment } from '../piece/index.js';
import { inPiece, type Scene, type PartInView } from './scene.js';

/** A composed face of a part with its bands. */
export interface FaceSeen {
  readonly s: PartInView;
  readonly facet: number;
  readonly patch: number;
  readonly geometry: Facet;
  readonly bands: FacetBands;
}

/** The faces of all parts that bear bands. */
export const facesSeen = (scene: Scene): FaceSeen[] =>
  scene.parts.flatMap((s) => {
    const { body } = s.p.metal!;
    return body.facetOf.flatMap((facet, patch): FaceSeen[] => {
      const geometry = s.p.shape.model.patches[patch].facet;
      if (facet === null || !geometry || body.composition.facets[facet].gradient !== null) return [];
      return [{ s, facet, patch, geometry, bands: body.composition.facets[facet] }];
    });
  });

/** Where a band's middle lies, in the piece. */
export function bandPlace({ s, patch }: FaceSeen, centre: number): { xMm: number; yMm: number } {
  const v = Math.min(0.97, Math.max(0.03, centre));
  const at: Point | null = placeAt(s.p.shape.model.patches[patch], { u: 0.5, v });
  return inPiece(s.part, at ?? [0, 0]);
}

export const widthMm = ({ geometry }: FaceSeen, b: Band): number => widthOf(b) * geometry.lengthMm;

/** Which face, as one says it. */
export function faceName({ s, facet }: FaceSeen): string {
  const faces = s.p.metal!.body.composition.facets.length;
  return faces < 2 ? 'the face' : facet === 0 ? 'the left face' : 'the right face';
}

/** The last adjustment of a kind that shaped a band. */
export function shapedBy<K extends Adjustment['kind']>(
  scene: Scene,
  b: Band,
  kind: K,
): AdjustmentOf<K> | null {
  const ids = b.by ?? [];
  return (
    (scene.piece.adjustments.filter((a) => ids.includes(a.id) && a.kind === kind).at(-1) as
      AdjustmentOf<K> | undefined) ?? null
  );
}

/** Neighbouring bands of a face that are seen, from heel to tip. */
export function neighbourPairs(face: FaceSeen): (readonly [Band, Band])[] {
  const seen = seenBands(face.bands);
  return seen.slice(1).map((b, i) => [seen[i], b] as const);
}
