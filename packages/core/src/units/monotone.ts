/** A point of a curve. */
export type Knot = readonly [x: number, y: number];

/**
 * A smooth curve through knots that rises where they rise: cubic pieces whose slopes are held so that none overshoots
 * (Fritsch and Butland 1984). Beyond its ends it stays level.
 * @param knots at least one, x strictly rising
 */
export function monotoneCurve(knots: readonly Knot[]): (x: number) => number {
  const n = knots.length;
  if (n === 1) return () => knots[0][1];
  const width = (i: number) => knots[i + 1][0] - knots[i][0];
  const steep = (i: number) => (knots[i + 1][1] - knots[i][1]) / width(i);
  const slopes = knots.map((_, i) => {
    if (i === 0) return steep(0);
    if (i === n - 1) return steep(n - 2);
    const [before, after] = [steep(i - 1), steep(i)];
    if (before * after <= 0) return 0;
    // Harmonic mean, weighted toward the shorter side.
    const [a, b] = [width(i) * 2 + width(i - 1), width(i) + 2 * width(i - 1)];
    return (a + b) / (a / before + b / after);
  });
  return (x) => {
    if (x <= knots[0][0]) return knots[0][1];
    if (x >= knots[n - 1][0]) return knots[n - 1][1];
    let i = 0;
    while (x > knots[i + 1][0]) i++;
    const h = width(i);
    const t = (x - knots[i][0]) / h;
    const [y0, y1] = [knots[i][1], knots[i + 1][1]];
    return (
      y0 * (1 + 2 * t) * (1 - t) ** 2 +
      slopes[i] * h * t * (1 - t) ** 2 +
      y1 * t * t * (3 - 2 * t) -
      slopes[i + 1] * h * t * t * (1 - t)
    );
  };
}
