/**
 * A figure that is an estimate: its value, where it comes from, and its spread as one standard deviation
 * on the natural-log scale (0.2 is about ±20 %). House estimates are visible and meant to be replaced by a measurement.
 */
export type Estimate = { readonly value: number; readonly sigmaLn: number; readonly source: string };

/** A value of ours with its spread, one standard deviation on the log scale. */
export const houseEstimate = (value: number, sigmaLn: number): Estimate => ({
  value,
  sigmaLn,
  source: 'house estimate',
});

/** The range that holds the true value four times in five, if the spread is right. */
export function likelyRange(value: number, sigmaLn: number): { low: number; high: number } {
  const eightyPercent = 1.2816;
  return { low: value * Math.exp(-eightyPercent * sigmaLn), high: value * Math.exp(eightyPercent * sigmaLn) };
}

/** Spreads of independent factors add as squares. */
export const combineSigmas = (...sigmas: number[]): number => Math.hypot(...sigmas);
