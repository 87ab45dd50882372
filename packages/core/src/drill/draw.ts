/** One of a list, by chance. */
export const oneOfList = <T>(items: readonly T[], random: () => number): T =>
  items[Math.min(items.length - 1, Math.floor(random() * items.length))];

/** A number between two, by chance. */
export const between = (low: number, high: number, random: () => number): number =>
  low + (high - low) * random();

/** The items in an order of chance (Fisher and Yates; Durstenfeld 1964). */
export function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [out[i], out[j]] = [out[j], out[i]];
  }
  return out;
}

/** So many tries are made at a question that can be asked. */
const MOST_TRIES = 24;

/** The first of some tries that came to something; null where none did. */
export function tries<T>(attempt: () => T | null): T | null {
  for (let i = 0; i < MOST_TRIES; i++) {
    const made = attempt();
    if (made !== null) return made;
  }
  return null;
}

/** The same. @throws RangeError where no try came to anything */
export function tried<T>(what: string, attempt: () => T | null): T {
  const made = tries(attempt);
  if (made === null) throw new RangeError(`drill: no question about ${what} can be made`);
  return made;
}
