/** A number for a painter: at most `digits` decimals, no trailing zeros. */
export function plain(value: number, digits = 1): string {
  return String(Number(value.toFixed(digits)));
}

/** An area in mm², with one decimal below 10. */
export const areaText = (mm2: number): string => `${plain(mm2, mm2 < 10 ? 1 : 0)}\u00a0mm²`;

/** A share 0..1 as per cent: whole above 2 %, one decimal below. */
export function percent(share: number): string {
  const p = share * 100;
  return `${plain(p, p < 2 ? 1 : 0)} %`;
}

/** A number of things in words: "1 part", "3 parts". @param many of several; with an s unless told */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** Minutes as "45 min" or "9 h 40"; what takes any time takes one at least. */
export function duration(minutes: number): string {
  const total = minutes > 0 ? Math.max(1, Math.round(minutes)) : 0;
  if (total < 60) return `${total} min`;
  const rest = total % 60;
  return `${Math.floor(total / 60)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`;
}

/** "a, b and c" */
export function listOf(items: readonly string[]): string {
  if (items.length < 2) return items[0] ?? '';
  return `${items.slice(0, -1).join(', ')} and ${items[items.length - 1]}`;
}

/** Thinning is always written out, water or medium first: 0.5 is "1 water to 2 paint", 0 is "neat". */
export function thinning(waterPerPaint: number, thinner: 'water' | 'medium' = 'water'): string {
  if (waterPerPaint <= 0) return 'neat';
  for (let paint = 1; paint <= 8; paint++) {
    const water = waterPerPaint * paint;
    if (Math.abs(water - Math.round(water)) < 1e-3)
      return `${Math.round(water)} ${thinner} to ${paint} paint`;
  }
  return `${plain(waterPerPaint, 2)} ${thinner} to 1 paint`;
}
