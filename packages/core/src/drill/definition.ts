import type { DrillId, FindingId, Paint, Piece } from '../piece/index.js';

/** A place in a piece's frame. */
export interface DrillPlace {
  readonly xMm: number;
  readonly yMm: number;
}

/** A ratio of two paints, and what it dries to. */
export interface MixOption {
  readonly parts: readonly [number, number];
  readonly hex: string;
}

/** What each drill asks. All but what is shown is for the judge, and for the page once an answer is given. */
export interface DrillTasks {
  /** How light is this paint? */
  readonly value: { readonly hex: string; readonly name: string };
  /** Where does the main light stand? */
  readonly light: { readonly piece: Piece; readonly clockHours: number };
  /** Where does the last dot go? */
  readonly dot: { readonly piece: Piece; readonly dots: readonly DrillPlace[]; readonly sizeMm: number };
  /** How much of the part is light? */
  readonly share: { readonly piece: Piece; readonly step: number; readonly share: number };
  /** Which mix of two paints is this? */
  readonly mix: {
    readonly paints: readonly [Pick<Paint, 'name' | 'hex'>, Pick<Paint, 'name' | 'hex'>];
    readonly options: readonly MixOption[];
    /** Which of the options it is. */
    readonly right: number;
  };
  /** What is wrong here? */
  readonly fault: {
    readonly piece: Piece;
    /** Kinds of findings; null for nothing. */
    readonly options: readonly (FindingId | null)[];
    readonly right: number;
    /** What the critique says of it, and where; null where nothing is wrong. */
    readonly found: { readonly message: string; readonly at: DrillPlace } | null;
    /** The same design as it should be. */
    readonly mended: Piece;
  };
}

/** How each drill is answered: a value 0..100, hours on the clock, a place, a share 0..1, or one of the options. */
export interface DrillAnswers {
  readonly value: number;
  readonly light: number;
  readonly dot: DrillPlace;
  readonly share: number;
  readonly mix: number;
  readonly fault: number;
}

/** What an answer comes to. */
export interface DrillVerdict {
  /** How far it was off, in the drill's unit, 0 or more. */
  readonly miss: number;
  /** The same with its direction; null where it has none. */
  readonly lean: number | null;
  readonly close: boolean;
  /** What is true, and how far the answer was from it, as one says it at the table. */
  readonly message: string;
}

/** A kind of question of a drill, so that what is missed can be asked more often. */
export interface DrillKind {
  readonly id: string;
  /** As it follows "on": "domes", "blues". */
  readonly label: string;
}

/** A drill: what it asks, and how an answer is judged. One file defines one; the registry lists them. */
export interface DrillDefinition<K extends DrillId> {
  readonly id: K;
  readonly label: string;
  /** What is asked, in a sentence. */
  readonly question: string;
  /** What it is good for at the table, in a sentence. */
  readonly trains: string;
  /** Of a miss, as it follows a number. */
  readonly unit: string;
  /** A miss of no more than this is close. */
  readonly within: number;
  /** What a lean above 0 and one below 0 is called; null where there is none. */
  readonly leans: readonly [above: string, below: string] | null;
  /** Whether it asks about paints. */
  readonly ofPaints: boolean;
  /** Kinds of questions that can be asked with these paints; none where it wants more paints. */
  kinds(paints: readonly Paint[]): readonly DrillKind[];
  /** A question of a kind. @param random numbers in [0, 1) @throws RangeError where nothing of that kind can be made */
  ask(kind: string, random: () => number, paints: readonly Paint[]): DrillTasks[K];
  judge(task: DrillTasks[K], answer: DrillAnswers[K]): DrillVerdict;
}
