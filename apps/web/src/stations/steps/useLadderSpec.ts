import {
  colouredMetal,
  hexToLab,
  ladderFromSpec,
  metalFromColours,
  metalOfLadder,
  metals,
  paintsById,
  stepLab,
  type Ladder,
  type Metal,
  type Paint,
} from '@pale-glint/core';
import { useMemo, useState } from 'react';

/** Metals that are no list's: of any hue, from a photo, and after the steps as they are. */
export const COLOURED = 'coloured';
export const PHOTO = 'photo';
export const OWN = 'own';
const SPACINGS = { even: 0, lights: 0.6, darks: -0.6 } as const;
export type Spacing = keyof typeof SPACINGS;

/** What is asked of a ladder, as it is chosen on the page. */
export interface SpecChoice {
  /** Id of a metal, or COLOURED, PHOTO or OWN. */
  readonly metal: string;
  /** Hue of a coloured metal, in degrees. */
  readonly hue: number;
  readonly steps: number;
  readonly spacing: Spacing;
  /** Values of the first and the last step; null for where the metal's path ends. */
  readonly from: number | null;
  readonly to: number | null;
}

function firstChoice(metal: Metal | null): string {
  if (metal?.id.startsWith(COLOURED)) return COLOURED;
  if (metal?.id.startsWith('path')) return OWN;
  return metal?.id ?? metals[0].id;
}

/** The choice under way, the metal it means, and the ladder it asks for. */
export function useLadderSpec(ladder: Ladder, paints: readonly Paint[]) {
  const metal = metalOfLadder(ladder);
  const [choice, setChoice] = useState<SpecChoice>({
    metal: firstChoice(metal),
    hue: 250,
    steps: ladder.steps.length,
    spacing: 'even',
    from: null,
    to: null,
  });
  const [seen, setSeen] = useState<Metal | null>(null);
  const wanted = useMemo((): Metal => {
    if (choice.metal === COLOURED) return colouredMetal(choice.hue);
    if (choice.metal === PHOTO && seen) return seen;
    const listed = metals.find((m) => m.id === choice.metal);
    if (listed) return listed;
    const byId = paintsById(paints);
    const own = metal?.id.startsWith('path')
      ? metal
      : metalFromColours(ladder.steps.map((s) => stepLab(s, byId)));
    return { ...own, label: ladder.name };
  }, [choice, seen, metal, ladder, paints]);
  const [darkest, lightest] = [wanted.path[0], wanted.path[wanted.path.length - 1]].map((hex) =>
    Math.round(hexToLab(hex).l),
  );
  return {
    choice,
    change: (over: Partial<SpecChoice>) => setChoice({ ...choice, ...over }),
    /** A metal was taken from a photo. */
    onSeen: setSeen,
    wanted,
    /** The metal that was chosen and is not the ladder's yet: whatever is found next, an approach too, goes by it. */
    chosen:
      choice.metal === firstChoice(metal) || choice.metal === OWN || (choice.metal === PHOTO && !seen)
        ? null
        : wanted,
    /** Values of the first and the last step. */
    low: choice.from ?? darkest,
    high: choice.to ?? lightest,
    /** A photo is wanted first. */
    waiting: choice.metal === PHOTO && !seen,
    /** Mixes that were settled would be lost. */
    losesSettled: ladder.steps.length !== choice.steps && ladder.steps.some((s) => s.settled === 'yes'),
    ladder: () =>
      ladderFromSpec(ladder, {
        metal: wanted,
        steps: choice.steps,
        crowd: SPACINGS[choice.spacing],
        from: choice.from,
        to: choice.to,
      }),
  };
}

export type LadderSpecState = ReturnType<typeof useLadderSpec>;
