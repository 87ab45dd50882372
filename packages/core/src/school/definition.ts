import type { Ladder, Mix, Paint, Purpose, Role, SchoolId } from '../piece/index.js';

/** What holds the paint on its way to the part. */
export type Tool =
  | { readonly kind: 'brush'; readonly size: string; readonly load: string }
  | {
      readonly kind: 'airbrush';
      readonly psi: readonly [number, number];
      readonly distanceCm: readonly [number, number];
      readonly side: string;
      /** How far off a spray can is held, where one does as well. */
      readonly canCm?: readonly [number, number];
    };

/** What is laid: tells the rules which waits it wants. */
export type Film = 'primer' | 'paint' | 'flake' | 'wash' | 'glaze' | 'tint' | 'varnish';

/** Where a pass lies: on value zones, by the ladder's steps counted from 0, or on what the map draws beside them. */
export type Over =
  | { readonly from: number; readonly to: number }
  | 'soft-borders'
  | 'bounce'
  | 'surroundings'
  | 'recesses'
  | 'edges'
  | 'shaded-edges'
  | 'dots';

/** How many coats: until the ground is hidden within a CIEDE2000 difference, or a fixed number. */
export type Coats = { readonly until: number; readonly most: number } | { readonly count: number };

/** One pass of an approach over every part that takes it. */
export interface Pass {
  readonly role: Role;
  /** The ladder step's id, or the pass's own; with the role it is unique within the approach. */
  readonly step: string;
  readonly title: string;
  readonly film: Film;
  readonly over: Over;
  /** Parts that do not use this ladder step (from 0) leave the pass out; null where every part takes it. */
  readonly needs: number | null;
  /** What is mixed; empty where the painter has nothing fit and `words` says what is wanted. */
  readonly mix: Mix;
  readonly words: string | null;
  /** Parts of water (or medium, see `thinner`) to one part of paint. */
  readonly water: number;
  readonly thinner: 'water' | 'medium';
  readonly coats: Coats;
  /** Thickness share of a coat: BRUSHED or GLAZED. */
  readonly share: number;
  readonly tool: Tool;
  readonly stroke: string;
  /** How dry what is below has to be before this is begun. */
  readonly begin: string;
  /** Minutes until the next pass may follow. */
  readonly waitMin: number;
  readonly why: string;
  /** The least purpose for which the pass is worth its time. */
  readonly level: Purpose;
}

/** What an approach may use: the ladder it lays and the paints at hand. */
export interface SchoolInput {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
}

/** An approach: the roles in order with how each is laid. One file adds one. */
export interface School {
  readonly id: SchoolId;
  readonly label: string;
  /** Ordinary paint that imitates metal, or true metal. */
  readonly metal: 'painted' | 'flake';
  readonly description: string;
  /** What it suits. */
  readonly suits: string;
  /** The undercoat it asks for, and why. */
  readonly undercoat: { readonly hex: string; readonly words: string; readonly why: string };
  /** Whether borders are blended by a pass of their own, while laying, or stay as they are. */
  readonly smooth: 'pass' | 'while-laying' | 'never';
  /** The first step is of another hue on purpose: it shows in the crevices, and nobody names the metal by it. */
  readonly undertone?: true;
  /** Stipple and scratches instead of even tones. */
  readonly texture: boolean;
  /** Where to stop for each purpose, in words. */
  readonly stop: Readonly<Record<Purpose, string>>;
  readonly passes: (input: SchoolInput) => Pass[];
}
