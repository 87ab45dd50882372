import type { Part, Piece } from '../piece/index.js';
import type { PieceAtHand } from '../sculpt/index.js';
import { computed, critique, activeFindings, type Computed, type Finding } from './critique.js';
import { applyFix, pathsOf, type Fix } from './fix.js';

/** Fixing goes on for at most this many rounds. */
export const MOST_ROUNDS = 20;

export interface FixedPiece {
  readonly piece: Piece;
  /** What was done, in order. */
  readonly applied: readonly Fix[];
  readonly rounds: number;
  /** What is left: findings without a fix, or whose fix came round again. */
  readonly left: readonly Finding[];
}

/** Whether one path lies in the other. */
const meets = (a: string, b: string) => a === b || a.startsWith(`${b}.`) || b.startsWith(`${a}.`);

/**
 * Applies every fix there is, and looks again, until none is left or a state comes back. Fixes of one round never
 * touch the same path; quiet findings are left alone.
 * @param compute gives each metal part as computed; caches may stand behind it
 */
export function fixAll(
  { surfaces, ...piece }: PieceAtHand,
  compute: (part: Part, piece: PieceAtHand) => Computed = computed,
): FixedPiece {
  let now: Piece = piece;
  const applied: Fix[] = [];
  const states = new Set([JSON.stringify(now)]);
  const kept = new Map<Part, Computed>();
  let context = '';
  for (let rounds = 0; ; rounds++) {
    const { parts: _p, adjustments: _a, critique: _c, notes: _n, run: _r, ...rest } = now;
    const next = JSON.stringify(rest);
    if (next !== context) kept.clear();
    context = next;
    const current: PieceAtHand = { ...now, surfaces };
    const left = activeFindings(
      critique(current, (part) => {
        const known = kept.get(part);
        if (known) return known;
        const made = compute(part, current);
        kept.set(part, made);
        return made;
      }),
    );
    const taken: string[] = [];
    const fixes = left.flatMap((f) => {
      if (!f.fix) return [];
      const paths = pathsOf(f.fix);
      if (paths.some((p) => taken.some((t) => meets(p, t)))) return [];
      taken.push(...paths);
      return [f.fix];
    });
    if (fixes.length === 0 || rounds === MOST_ROUNDS) return { piece: now, applied, rounds, left };
    const fixed = fixes.reduce(applyFix, now);
    const state = JSON.stringify(fixed);
    // A state that was there before: going on would only swing to and fro.
    if (states.has(state)) return { piece: now, applied, rounds, left };
    states.add(state);
    applied.push(...fixes);
    for (const part of now.parts) {
      const touched =
        taken.some((t) => t.startsWith(`parts.${part.id}.`)) ||
        now.adjustments.some(
          (a) => a.part === part.id && taken.some((t) => t.startsWith(`adjustments.${a.id}`)),
        ) ||
        fixed.adjustments.some((a) => a.part === part.id && taken.includes(`adjustments.${a.id}`));
      if (touched) kept.delete(part);
    }
    now = fixed;
  }
}
