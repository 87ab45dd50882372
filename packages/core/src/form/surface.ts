import type { Vec3 } from '../units/index.js';
import type { FineRelief } from './fineRelief.js';

/** A place in a part's own frame: mm, x right, y up, from the placement point, roll undone. */
export type Point = readonly [x: number, y: number];
/** A closed outline; the last point joins the first. */
export type Ring = readonly Point[];

/** What `Patch.at` writes: unit normal and the place within the form, u across and v along, 0..1. */
export const SAMPLE = { nx: 0, ny: 1, nz: 2, u: 3, v: 4, size: 5 } as const;

/**
 * smooth: curved, lit by what it mirrors. facet: flat, its reflections are composed. graded: flat and cast, graded
 * across. turned: flat with lathe grooves.
 */
export type PatchKind = 'smooth' | 'facet' | 'graded' | 'turned';

/** One smooth piece of a surface; between patches the normal may jump. */
export interface Patch {
  readonly kind: PatchKind;
  /** Outlines and holes (even-odd). */
  readonly rings: readonly Ring[];
  /** Writes a sample at (x, y). Outside the outline it continues smoothly, so that contours reach the outline. */
  at(x: number, y: number, out: Float64Array): void;
  /** How much of what it mirrors at (x, y) is free of itself, 0..1. Absent: all. */
  openAt?(x: number, y: number): number;
  /** Direction of the grain, for drawn or rolled metal. */
  readonly grain: Vec3 | null;
  /** Where the normal is `half`, the direction midway between light and eye; null where the patch never turns that way. */
  glintAt?(half: Vec3, key: Vec3): Point | null;
  /**
   * Where no formula gives its glints they are searched for; at most this many are kept.
   * Absent: one.
   */
  readonly peaks?: number;
  /** Measured, not made by a formula: a glint needs even ground round it. */
  readonly uneven?: boolean;
  /** How much longer than wide a glint is here, along the grain. */
  readonly glintStretch?: number;
  readonly facet?: Facet;
  /** Graded the other way round than its light would, so that it differs from its neighbours. */
  readonly reversed?: boolean;
  /** One of several flat faces side by side, which their light alone tells apart. */
  readonly sideBySide?: boolean;
  /** A rim: lit on its upper stretches, thin and dark beneath. `u` runs once round it from 9 o'clock, counter-clockwise. */
  readonly rim?: boolean;
}

/** What the band composer needs to know of a flat facet. v runs along it, u from ridge (0) to edge (1). */
export interface Facet {
  readonly lengthMm: number;
  readonly widthMm: number;
  /** Along the facet from v = 0 to v = 1, unit, in the part's frame. */
  readonly axis: Point;
  /** Share of the length at which the point begins; 1 where there is none. */
  readonly pointFrom: number;
  /**
   * On a curved blade: how far it is turned at a place along it, 0 heel to 1 tip, in radians, and whether the facet lies
   * on the outside of the bend.
   */
  readonly bend?: { angleAt(v: number): number; readonly outside: boolean };
  /** 1 where light widens from ridge to edge, -1 where it narrows: the flat beside a cutting edge. */
  readonly opens: 1 | -1;
}

export type EdgeKind = 'hard' | 'crease' | 'recess';

/** A line on the surface that is painted as a line. */
export interface Edge {
  readonly kind: EdgeKind;
  readonly closed: boolean;
  readonly points: readonly Point[];
  /** Width of its line as a share of the usual one; absent: all of it. Thin lines run out at both ends. */
  readonly widthShare?: number;
  /** At each point, the unit direction out of the surface within the picture; [0, 0] on a ridge. */
  readonly outward: readonly Point[];
}

export interface SurfaceModel {
  readonly patches: readonly Patch[];
  readonly edges: readonly Edge[];
  /** Outlines and holes of the whole part (even-odd). */
  readonly rings: readonly Ring[];
  /** Places that catch a dot when they face the light: sharp corners. */
  readonly corners: readonly { readonly at: Point; readonly outward: Point }[];
  readonly narrowestMm: number;
  /** Small relief repeated all over it, finer than any zone; its places are those of the part's frame. */
  readonly fine?: FineRelief;
  /** Many alike, each with a dot of its own: how many, and what one is called. */
  readonly repeats?: { readonly count: number; readonly one: string };
  /** What had to be drawn otherwise than asked, in words. */
  readonly notes?: readonly string[];
}
