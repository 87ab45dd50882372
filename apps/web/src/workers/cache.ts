/** Keeps the last values made for keys, within a budget; the oldest used goes first. */
export class Cache<T> {
  private readonly kept = new Map<string, { value: T; bytes: number }>();
  private total = 0;

  constructor(
    private readonly budget: number,
    private readonly bytesOf: (value: T) => number,
  ) {}

  has(key: string): boolean {
    return this.kept.has(key);
  }

  get(key: string, make: () => T): T {
    const found = this.kept.get(key);
    if (found) {
      this.kept.delete(key);
      this.kept.set(key, found);
      return found.value;
    }
    const value = make();
    const bytes = this.bytesOf(value);
    this.kept.set(key, { value, bytes });
    this.total += bytes;
    for (const [oldest, { bytes: b }] of this.kept) {
      if (this.total <= this.budget || oldest === key) break;
      this.kept.delete(oldest);
      this.total -= b;
    }
    return value;
  }
}
