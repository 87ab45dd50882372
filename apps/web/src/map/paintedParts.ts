import type { Picture } from '@pale-glint/core';
import type { LastSeen } from './lastSeen.js';
import { boxOf, layOut, type Box, type PaintedPart } from './layOut.js';

/** The painted parts of a canvas. They come one by one; a frame lays what changed over each other again. */
export class PaintedParts {
  private readonly painted = new Map<string, PaintedPart>();
  private order: readonly string[] = [];
  /** Boxes that changed since the last frame; null for all. */
  private changed: Box[] | null = null;
  /** Lies under the parts until all of them are there. */
  private below: PaintedPart | null = null;
  private picture: Picture | null = null;
  private frame = 0;

  constructor(private readonly canvas: () => HTMLCanvasElement | null) {}

  get isEmpty(): boolean {
    return this.painted.size === 0;
  }

  get hasBelow(): boolean {
    return this.below !== null;
  }

  /** The parts that are shown from now on, back to front; others are let go. */
  keepOnly(order: readonly string[]): void {
    this.order = order;
    for (const [id, p] of this.painted)
      if (!order.includes(id)) {
        p.bitmap.close();
        this.painted.delete(id);
      }
  }

  /** The picture that is drawn from now on. While coarse parts come it is coarse, too. */
  drawOn(picture: Picture): void {
    this.picture = picture;
  }

  put(id: string, part: PaintedPart): void {
    const before = this.boxOf(id);
    this.painted.get(id)?.bitmap.close();
    this.painted.set(id, part);
    if (before) this.redraw(before);
    this.redraw(this.boxOf(id) ?? undefined);
  }

  remove(id: string): void {
    const before = this.boxOf(id);
    this.painted.delete(id);
    if (before) this.redraw(before);
  }

  /** Lays a picture of the whole piece under the parts. */
  layBelow(seen: LastSeen): void {
    this.below = { ...seen, column: 0, row: 0 };
    this.redraw(null);
  }

  dropBelow(): void {
    if (!this.below) return;
    this.below.bitmap.close();
    this.below = null;
    this.redraw(null);
  }

  /** @param box what changed; null for all of it */
  redraw(box?: Box | null): void {
    if (box === null) this.changed = null;
    else if (box) this.changed?.push(box);
    cancelAnimationFrame(this.frame);
    this.frame = requestAnimationFrame(() => {
      const canvas = this.canvas();
      if (canvas && this.picture) layOut(canvas, this.picture, this.laid(), this.changed);
      this.changed = [];
    });
  }

  /** Tells those who look at the canvas from outside how far it has come. */
  mark(settled: 'no' | 'rough' | 'yes'): void {
    const canvas = this.canvas();
    if (canvas) canvas.dataset['settled'] = settled;
  }

  stop(): void {
    cancelAnimationFrame(this.frame);
  }

  private laid(): PaintedPart[] {
    const parts = this.order.flatMap((id) => this.painted.get(id) ?? []);
    return this.below ? [this.below, ...parts] : parts;
  }

  private boxOf(id: string): Box | null {
    const p = this.painted.get(id);
    return p && this.picture ? boxOf(p, this.picture) : null;
  }
}
