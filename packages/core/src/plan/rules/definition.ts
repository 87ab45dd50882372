import type { Lab } from '../../colour/index.js';
import type { OrderRuleId, Piece } from '../../piece/index.js';
import type { OrderLayer } from '../orderLayer.js';

/** One layer of a ladder's order, with what the rules ask of it. */
export interface Laying {
  readonly layer: OrderLayer;
  /** Place in the whole order, from 0. */
  readonly at: number;
  /** Dried colour of its mix; null where it has none. */
  readonly lab: Lab | null;
  /** Minutes its slowest paint takes to dry. */
  readonly dries: number;
  /** Whether it lies on the lightest zones too. */
  readonly reachesLights: boolean;
  /** Whether it is the lightest value step. */
  readonly top: boolean;
}

export interface OrderFinding {
  readonly id: OrderRuleId;
  readonly ladder: string;
  /** Place of the layer in the order, from 0. */
  readonly at: number;
  readonly title: string;
  readonly message: string;
}

/** One rule: the layers that break it, each with a sentence of what and what to do. */
export interface OrderRule {
  readonly id: OrderRuleId;
  readonly find: (laid: readonly Laying[], piece: Piece) => readonly (readonly [Laying, string])[];
}

/** Layers of value: what makes the form. */
export const isForm = ({ layer }: Laying): boolean => layer.role === 'value' || layer.role === 'base';
export const chroma = (lab: Lab | null): number => (lab ? Math.hypot(lab.a, lab.b) : 0);
