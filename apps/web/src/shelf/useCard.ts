import {
  CARD_BLACK,
  CARD_GREY,
  CARD_WATER,
  CARD_WHITE,
  type CardMarks,
  type CardRead,
  type Measured,
  type Paint,
  type Pixel,
} from '@pale-glint/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DotPlan, SwatchJob, SwatchMessage } from '../workers/swatchProtocol.js';

export interface CardState {
  readonly bitmap: ImageBitmap | null;
  readonly white: Pixel | null;
  readonly grey: Pixel | null;
  readonly dots: readonly Pixel[];
  readonly plan: readonly DotPlan[];
  readonly whiteHex: string;
  readonly greyHex: string;
  readonly water: number;
}

const EMPTY: CardState = {
  bitmap: null,
  white: null,
  grey: null,
  dots: [],
  plan: [],
  whiteHex: CARD_WHITE,
  greyHex: CARD_GREY,
  water: CARD_WATER,
};

/** One dot more; it is of the pot after the last dot's, most likely. */
export function withDot(card: CardState, at: Pixel, paints: readonly Paint[]): CardState {
  const last = paints.findIndex((p) => p.id === card.plan.at(-1)?.paint);
  const paint = paints[(last + 1) % paints.length].id;
  return {
    ...card,
    dots: [...card.dots, at],
    plan: [...card.plan, { paint, use: { kind: 'colour' } }],
  };
}

export const withoutDot = (card: CardState, index: number): CardState => ({
  ...card,
  plan: card.plan.filter((_, i) => i !== index),
  dots: card.dots.filter((_, i) => i !== index),
});

export const withPlan = (card: CardState, index: number, plan: DotPlan): CardState => ({
  ...card,
  plan: card.plan.map((p, i) => (i === index ? plan : p)),
});

/** Ready for another photo; what is known of card and water stays. */
export const withoutPhoto = (card: CardState): CardState => ({
  ...card,
  bitmap: null,
  white: null,
  grey: null,
  dots: [],
  plan: [],
});

export interface CardAnswer {
  readonly card: CardRead;
  readonly measured: readonly Measured[];
}

/** A photo of a card: opened and read in a worker of its own, read anew whenever a mark changes. */
export function useCard(paints: readonly Paint[]) {
  const worker = useRef<Worker | null>(null);
  const [card, setCard] = useState<CardState>(EMPTY);
  const [answer, setAnswer] = useState<CardAnswer | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);

  useEffect(() => {
    const mine = new Worker(new URL('../workers/swatch.worker.ts', import.meta.url), {
      type: 'module',
      name: 'swatch',
    });
    worker.current = mine;
    mine.onmessage = ({ data }: MessageEvent<SwatchMessage>) => {
      setBusy(false);
      if (data.kind === 'failed') {
        setTrouble(data.message);
        setAnswer(null);
      } else if (data.kind === 'opened') {
        setTrouble(null);
        setAnswer(null);
        const { bitmap, marks, plan } = data;
        setCard({
          ...EMPTY,
          bitmap,
          plan,
          ...(marks && { white: marks.white, grey: marks.grey, dots: marks.dots }),
        });
      } else if (data.kind === 'read') {
        setTrouble(null);
        setAnswer(data);
      }
    };
    return () => mine.terminate();
  }, []);

  const ask = useCallback((job: SwatchJob) => {
    setBusy(true);
    worker.current?.postMessage(job);
  }, []);

  useEffect(() => {
    const { white, grey, dots, plan, whiteHex, greyHex, water } = card;
    if (!white || dots.length === 0) return;
    const marks: CardMarks = { white, whiteHex, grey, greyHex, dots };
    // A moment's rest: marks come one after the other.
    const timer = setTimeout(
      () => ask({ kind: 'read', marks, plan, paints, grounds: { blackHex: CARD_BLACK, whiteHex, water } }),
      150,
    );
    return () => clearTimeout(timer);
  }, [card, paints, ask]);

  return { card, setCard, answer, busy, trouble, ask };
}
