/** A sentence or a name with its first letter capital. */
export const capital = (s: string): string => s[0].toUpperCase() + s.slice(1);
