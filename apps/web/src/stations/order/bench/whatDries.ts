/** A coat of a layer on some figures, as it stands in the evening's list. */
interface Item {
  readonly layer: string;
  readonly coat: number;
  readonly copies: readonly number[];
}

/** What is to be known of a layer to tell when it can be gone over. */
interface LayerThatDries {
  readonly title: string;
  readonly parts: readonly { readonly part: string; readonly coats: number }[];
}

/** A part of a figure that is drying. */
export interface Wet {
  readonly part: string;
  readonly copy: number;
  /** When it is dry, in ms since 1970. */
  readonly until: number;
  readonly title: string;
}

/**
 * What may be painted when: an item waits for its own parts to dry, and what stands before it on the same parts of the
 * same figures comes first. The class is written into a bench file as text, too: it names nothing outside itself.
 */
export class WhatDries {
  /** Waiting less than this, in ms, is not worth a word. */
  private readonly leastWait = 20_000;

  constructor(private readonly layers: ReadonlyMap<string, LayerThatDries>) {}

  private partsOf({ layer, coat }: Item): string[] {
    return (this.layers.get(layer)?.parts ?? []).filter((p) => p.coats >= coat).map((p) => p.part);
  }

  /** What a coat leaves wet on some figures. */
  wetBy(item: Item, copies: readonly number[], until: number): Wet[] {
    const title = this.layers.get(item.layer)?.title ?? '';
    return this.partsOf(item).flatMap((part) => copies.map((copy) => ({ part, copy, until, title })));
  }

  /** What an item would go over too soon and that takes longest to dry; null where all of it is dry. */
  wettestUnder(item: Item, wet: readonly Wet[], now: number): Wet | null {
    const parts = new Set(this.partsOf(item));
    const figures = new Set(item.copies);
    let last: Wet | null = null;
    for (const w of wet)
      if (w.until > now + this.leastWait && parts.has(w.part) && figures.has(w.copy))
        if (!last || w.until > last.until) last = w;
    return last;
  }

  /** Whether nothing that stands before an item, from `at` on, lies on the same part of the same figure. */
  private isFree(items: readonly Item[], at: number, k: number): boolean {
    const parts = new Set(this.partsOf(items[k]));
    const figures = new Set(items[k].copies);
    return !items
      .slice(at, k)
      .some((i) => i.copies.some((c) => figures.has(c)) && this.partsOf(i).some((p) => parts.has(p)));
  }

  /** The place in the list of what can be painted now instead of the item at `at`; -1 where all has to wait. */
  meanwhile(items: readonly Item[], at: number, wet: readonly Wet[], now: number): number {
    for (let k = at + 1; k < items.length; k++)
      if (this.isFree(items, at, k) && !this.wettestUnder(items[k], wet, now)) return k;
    return -1;
  }

  /**
   * The list with the item at `k` brought forward to be painted next; what was begun of the item at `at` stays done before
   * it.
   * @param figure how many figures of the item at `at` are done
   */
  broughtForward<T extends Item>(items: readonly T[], at: number, figure: number, k: number) {
    const item = items[at];
    const begun = figure > 0 ? [{ ...item, copies: item.copies.slice(0, figure) }] : [];
    const rest = { ...item, copies: item.copies.slice(figure) };
    return {
      items: [
        ...items.slice(0, at),
        ...begun,
        items[k],
        rest,
        ...items.slice(at + 1, k),
        ...items.slice(k + 1),
      ],
      at: at + begun.length,
      figure: 0,
    };
  }
}
