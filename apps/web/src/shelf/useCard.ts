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
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { DotPlan, OpenedCard } from '../workers/swatch.worker.js';
import { swatchClient } from '../workers/swatchClient.js';

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
  const client = useMemo(() => swatchClient(), []);
  const [card, setCard] = useState<CardState>(EMPTY);
  const [answer, setAnswer] = useState<CardAnswer | null>(null);
  /** What the answer was read from: another than the card as it is now is about to be read anew. */
  const [readFrom, setReadFrom] = useState<CardState | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => client.end, [client]);

  const during = useCallback(async <T>(work: Promise<T>, then: (found: T) => void) => {
    setBusy(true);
    try {
      const found = await work;
      setTrouble(null);
      then(found);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
      setAnswer(null);
    }
    setBusy(false);
  }, []);
  const opened = useCallback(({ bitmap, marks, plan }: OpenedCard) => {
    setAnswer(null);
    setCard({
      ...EMPTY,
      bitmap,
      plan,
      ...(marks && { white: marks.white, grey: marks.grey, dots: marks.dots }),
    });
  }, []);
  const open = (file: Blob) => void during(client.ask('open', file), opened);
  const standIn = (pots: readonly Paint[], white: Paint | null) =>
    void during(client.ask('standIn', { pots, white }), opened);

  useEffect(() => {
    const { white, grey, dots, plan, whiteHex, greyHex, water } = card;
    if (!white || dots.length === 0) return;
    const marks: CardMarks = { white, whiteHex, grey, greyHex, dots };
    const grounds = { blackHex: CARD_BLACK, whiteHex, water };
    // A moment's rest: marks come one after the other.
    const timer = setTimeout(
      () =>
        void during(client.ask('read', { marks, plan, paints, grounds }), (found) => {
          setAnswer(found);
          setReadFrom(card);
        }),
      150,
    );
    return () => clearTimeout(timer);
  }, [card, paints, client, during]);

  return {
    card,
    setCard,
    answer,
    busy: busy || (answer !== null && readFrom !== card),
    trouble,
    open,
    standIn,
  };
}
