import type { ApproachKind, ApproachValue, FindingId } from '../../piece/index.js';

/** One answer to a question on which painters disagree. One file defines one; the registry lists them. */
export interface LightOption<K extends ApproachKind = ApproachKind> {
  readonly of: K;
  readonly value: ApproachValue<K>;
  readonly label: string;
  /** What it does and what it suits, in a sentence. */
  readonly suits: string;
  /** Limits of findings it sets; null where it makes the finding pointless. */
  readonly limits?: Partial<Readonly<Record<FindingId, number | null>>>;
}

/** An approach that is a place of the main light. */
export interface LightSchemeOption extends LightOption<'light'> {
  /** On the clock face, in hours, for a light from the viewer's left; mirrored for one from the right. */
  readonly clockHours: number;
  readonly heightDeg: number;
}
