/** A sentence or a name with its first letter capital. */
export const capital = (s: string): string => s[0].toUpperCase() + s.slice(1);
/** The same with its first letter small, to stand within a sentence. */
export const uncapital = (s: string): string => s[0].toLowerCase() + s.slice(1);
