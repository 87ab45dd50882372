/**
 * Numbers that stand for places of a list, given out by what the list holds there, the lowest first (a binary heap). What it
 * holds for one that waits may only fall, and then it is put in once more.
 */
export class LowestFirst {
  private readonly heap: number[] = [];
  constructor(private readonly level: Float32Array) {}
  get empty(): boolean {
    return this.heap.length === 0;
  }
  push(i: number): void {
    const { heap, level } = this;
    let at = heap.push(i) - 1;
    while (at > 0) {
      const above = (at - 1) >> 1;
      if (level[heap[above]] <= level[heap[at]]) break;
      [heap[above], heap[at]] = [heap[at], heap[above]];
      at = above;
    }
  }
  pop(): number {
    const { heap, level } = this;
    const top = heap[0];
    const last = heap.pop()!;
    if (heap.length > 0) {
      heap[0] = last;
      for (let at = 0; ;) {
        const [l, r] = [2 * at + 1, 2 * at + 2];
        let least = at;
        if (l < heap.length && level[heap[l]] < level[heap[least]]) least = l;
        if (r < heap.length && level[heap[r]] < level[heap[least]]) least = r;
        if (least === at) break;
        [heap[least], heap[at]] = [heap[at], heap[least]];
        at = least;
      }
    }
    return top;
  }
}
