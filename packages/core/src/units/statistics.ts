type Numbers = readonly number[] | Float64Array | Float32Array;

/** The mean of some numbers; NaN of none. */
export const meanOf = (values: readonly number[]): number =>
  values.reduce((a, b) => a + b, 0) / values.length;

/** The middle of what of `values` lies at the share `q` of them, between neighbours in proportion; NaN of none. */
export function quantile(values: Numbers, q: number): number {
  return quantileSorted(Float64Array.from(values).sort(), q);
}
/** The same of numbers in order. */
export function quantileSorted(sorted: Float64Array, q: number): number {
  if (sorted.length === 0) return NaN;
  const at = q * (sorted.length - 1);
  const i = Math.floor(at);
  return sorted[i] + (sorted[Math.min(sorted.length - 1, i + 1)] - sorted[i]) * (at - i);
}
export const medianOf = (values: Numbers): number => quantile(values, 0.5);
