import type { SurfaceModel } from '../form/index.js';
import type { WearKind } from '../piece/index.js';
import type { Vec3 } from '../units/index.js';
import type { FieldName, Exposed } from './fields.js';

/** How a part stands: what wear depends on besides its form. */
export interface Stance extends Exposed {
  readonly model: SurfaceModel;
  /** Toward the main light, in the part's frame. */
  readonly key: Vec3;
}

/** Where a pass of wear lies: the likeliest places of the part up to its share, by what they are exposed to. */
export interface ByField {
  readonly by: 'field';
  /** How much each field counts; below 0 it keeps the pass away. */
  readonly weights: Readonly<Partial<Record<FieldName, number>>>;
  /** How much chance counts beside them. */
  readonly chance: number;
  /** How softly it ends: 0 a hard border, 1 a long fade. */
  readonly soft: number;
}

/** The lit lip of an earlier pass: on its side away from the light, as wide as told, in mm. */
export interface ByLip {
  readonly by: 'lip';
  readonly of: string;
  readonly wideMm: number;
}

/** Thin lines: along the part's length, or straight down, from likely places. */
export interface ByLines {
  readonly by: 'lines';
  readonly along: 'length' | 'down';
  readonly weights: Readonly<Partial<Record<FieldName, number>>>;
  readonly longMm: readonly [least: number, most: number];
  readonly wideMm: number;
}

/** Branching lines in straight runs, the same in every pass of a layer; or dots where they fork. */
export interface ByArcs {
  readonly by: 'arcs';
  readonly of: 'lines' | 'forks';
  readonly wideMm: number;
}

/** One pass of a kind of wear. */
export interface WearPass {
  readonly id: string;
  readonly title: string;
  /** What it dries to: a colour, or the bright metal itself. */
  readonly colour: { readonly hex: string; readonly words: string } | 'bright metal';
  /** Whether dry pigment is laid where the painter has some of that colour: damp, worked on the palette. */
  readonly dry?: true;
  readonly film: 'glaze' | 'wash' | 'paint';
  /** How much of what is below it hides, at full strength. */
  readonly hides: number;
  /** Its share of what the layer aims at; an absolute share of the part where it is told so. */
  readonly share: { readonly of: 'layer' | 'part'; readonly times: number };
  /** Lies inside an earlier pass alone. */
  readonly within: string | null;
  readonly place: ByField | ByLip | ByLines | ByArcs;
  readonly water: number;
  readonly coats: number;
  readonly waitMin: number;
  readonly tool: { readonly size: string; readonly load: string };
  readonly stroke: string;
  readonly begin: string;
  readonly why: string;
  /** Where, as one says it at the table. */
  readonly where: string;
}

/** A way in which metal ages or is damaged. One file defines one; the registry lists them. */
export interface WearDefinition {
  readonly id: WearKind;
  readonly label: string;
  readonly description: string;
  /** Share of a part that it usually covers, and the most that still reads. */
  readonly usual: number;
  readonly most: number;
  /** What is lost beyond the most. */
  readonly beyond: string;
  /** Whether clean white dots would belie it. */
  readonly ages: boolean;
  readonly caution: string | null;
  readonly passes: readonly WearPass[];
}

export const field = (weights: ByField['weights'], chance: number, soft: number): ByField => ({
  by: 'field',
  weights,
  chance,
  soft,
});
export const ofLayer = (times: number) => ({ of: 'layer', times }) as const;
export const ofPart = (times: number) => ({ of: 'part', times }) as const;

export const FINE_POINT = { size: '00 or a fine point', load: 'the tip alone' } as const;
export const OLD_BRUSH = { size: 'an old 1', load: 'damp, blotted' } as const;
export const WASH_BRUSH = { size: '1', load: 'full, then lifted off where it pools' } as const;
