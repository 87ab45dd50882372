import type { FindingId } from '../piece/index.js';
import type { Fix } from './fix.js';
import type { Scene } from './scene.js';

/** What one finding found: one thing wrong at one place. */
export interface Found {
  /** Id of the part; null where it concerns the piece. */
  readonly part: string | null;
  /** In the piece's frame. */
  readonly at: { readonly xMm: number; readonly yMm: number };
  /** In the unit of the finding. */
  readonly measured: number;
  readonly wanted: { readonly from: number | null; readonly to: number | null };
  /** What, where, how much, and what to do, as one says it at the table. */
  readonly message: string;
  /** Null where only the painter can mend it. */
  readonly fix: Fix | null;
}

/** A kind of finding. One file defines one; the registry lists them. */
export interface FindingDefinition {
  readonly id: FindingId;
  /** In a word or three. */
  readonly label: string;
  /** Why it matters, in a sentence. */
  readonly why: string;
  /** The limit, where neither the painter nor the approach sets another one, and its unit. */
  readonly limit: number;
  readonly unit: string;
  find(scene: Scene): Found[];
}
