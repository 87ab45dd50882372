/** Standard deviations that hold nine of ten. */
const NINE_OF_TEN = 1.645;

/** How often something was seen, and the sum of its logarithms over the starting figures. */
export interface LogCount {
  readonly count: number;
  readonly sum: number;
}

/** A factor, and what it lies between nine times of ten. */
export interface LikelyFactor {
  readonly factor: number;
  readonly low: number;
  readonly high: number;
}

/** Of any number of counts one. */
export const countedUp = (counts: readonly LogCount[]): LogCount => ({
  count: counts.reduce((n, c) => n + c.count, 0),
  sum: counts.reduce((n, c) => n + c.sum, 0),
});

/**
 * A factor that is log-normal about one, learned from what was seen of it: the mean of the logarithm has a normal prior at
 * none off (conjugate update; Gelman and others 2013, 2.5).
 * @param spread as logarithms: of factors about one, and of what is seen about its own factor
 */
export function likelyFactor(
  { count, sum }: LogCount,
  spread: { readonly ofFactors: number; readonly ofEach: number },
): LikelyFactor {
  const certainty = 1 / spread.ofFactors ** 2 + count / spread.ofEach ** 2;
  const mean = sum / spread.ofEach ** 2 / certainty;
  const about = NINE_OF_TEN / Math.sqrt(certainty);
  return { factor: Math.exp(mean), low: Math.exp(mean - about), high: Math.exp(mean + about) };
}
