import type { PieceAtHand } from '../sculpt/index.js';
import { preparePart, type PreparedPart, shapeIn } from '../glint/index.js';
import type { FindingId, Part, Piece } from '../piece/index.js';
import { zonesOf, type ZoneMap } from '../zone/index.js';
import type { Found } from './definition.js';
import { findingDefinitions } from './registry.js';
import { withDefaultLayout } from './defaultLayout.js';
import { limitFor, partInView, type Scene, type PartInView } from './scene.js';

/** One finding on a piece. */
export interface Finding extends Found {
  readonly id: FindingId;
  /** Why the painter leaves it; null where it is told. */
  readonly quiet: string | null;
}

/** A part computed: what the critique judges. */
export interface Computed {
  readonly p: PreparedPart;
  readonly zones: ZoneMap;
}

/** Computes a part from nothing. `points` sets how finely its zones are drawn. */
export function computed(part: Part, piece: PieceAtHand, points?: number): Computed {
  const p = preparePart(part, piece, shapeIn(part, piece));
  return { p, zones: zonesOf(p, points === undefined ? {} : { points }) };
}

/** Zones of a trial need no fine outlines. */
const TRIAL_POINTS = 6000;

function sceneOf(piece: PieceAtHand, compute: (part: Part) => Computed): Scene {
  const tried = (id: string, change: (piece: Piece) => Piece): PartInView => {
    const other: PieceAtHand = { ...change(piece), surfaces: piece.surfaces };
    const part = other.parts.find((q) => q.id === id)!;
    const p = preparePart(part, other);
    return partInView(p, () => zonesOf(p, { points: TRIAL_POINTS }));
  };
  const laid = new Map<string, PartInView>();
  return {
    piece,
    parts: piece.parts
      .filter((part) => part.finish.kind === 'metal')
      .map((part): PartInView => {
        const { p, zones } = compute(part);
        return partInView(p, () => zones);
      }),
    limit: (finding, part) => limitFor(piece, part, finding, findingDefinitions[finding].limit),
    tried,
    reached(finding, s, figure) {
      if (piece.critique.limits.some((l) => l.finding === finding)) return null;
      const known = laid.get(s.part.id);
      const made =
        known ??
        (withDefaultLayout(piece, s.part) === piece
          ? s
          : tried(s.part.id, (q) => withDefaultLayout(q, s.part)));
      laid.set(s.part.id, made);
      return figure(made);
    },
  };
}

/**
 * Everything wrong with a piece's map before it is painted, what matters most first. Findings that the painter has
 * dismissed are among them, marked quiet.
 * @param compute gives each metal part as computed; caches may stand behind it
 */
export function critique(
  piece: PieceAtHand,
  compute: (part: Part) => Computed = (part) => computed(part, piece),
): Finding[] {
  const scene = sceneOf(piece, compute);
  return Object.values(findingDefinitions).flatMap((definition) =>
    definition.find(scene).map((found): Finding => ({
      ...found,
      id: definition.id,
      quiet:
        piece.critique.quiet.find((q) => q.finding === definition.id && q.part === found.part)?.reason ??
        null,
    })),
  );
}

/** Those that want looking at. */
export const activeFindings = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.quiet === null);
