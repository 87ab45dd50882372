/** Types of the bands that are composed on flat facets. */

/** The border of a band that a mirror would show sharply; on its other side the band fades slowly. */
export interface Crisp {
  /** 1 toward the tip, -1 toward the heel. */
  readonly side: 1 | -1;
  /** Share of the facet's length over which it runs out. */
  readonly over: number;
  /** Brightness of the thin second image beyond it, as a share of the band's, 0 for none. */
  readonly echo: number;
}

/** A light band across a flat facet; lengths as shares of the facet's length. */
export interface Band {
  /** Middle along the facet at half way from ridge to edge, 0 heel to 1 tip; may lie just outside. */
  readonly centre: number;
  /** Half of its full width at half height. */
  readonly halfWidth: number;
  /** How much it widens from ridge to edge: half-width times 1 + growth (2u - 1). */
  readonly growth: number;
  /** Shift of the middle along the facet from ridge to edge. */
  readonly lean: number;
  /** Value at its middle, 0..1. */
  readonly peak: number;
  readonly crisp: Crisp;
  /** 0 is the main light; the same band keeps its number under any light. Bands added by hand count from ADDED_FROM. */
  readonly number: number;
  /** 1 where it is wholly there, less as it slides off an end or comes with the light. */
  readonly present: number;
  /** Ids of the adjustments that shaped it. */
  readonly by?: readonly string[];
}

/** Number of the first band added by hand. */
export const ADDED_FROM = 16;

/** Which way the light of a plate grows: weights of u - 0.5 and v - 0.5 that reach 0.5 in the corner nearest the light. */
export interface Corner {
  readonly u: number;
  readonly v: number;
  /** Exposure of the plate, 0..1. */
  readonly lit: number;
}

/** The composition of one facet. */
export interface FacetBands {
  readonly bands: readonly Band[];
  /** Value between the bands. */
  readonly base: number;
  /** 1 on the lit facet, 0 on the other, between while the light passes along the blade. */
  readonly lit: number;
  /** A facet too narrow for bands: light grows from one end to the other. -1 toward the heel, 1 toward the tip. */
  readonly gradient: number | null;
  readonly pointFrom: number;
  /** On a plate, the way its light grows; null on the facets of a blade. */
  readonly corner: Corner | null;
}

export interface Composition {
  readonly facets: readonly FacetBands[];
  /** What the composer had to leave out, in words. */
  readonly notes: readonly string[];
}
