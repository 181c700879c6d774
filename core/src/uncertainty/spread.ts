import { requireNotNegative, requirePositive } from '../quantity/range';

/** Coefficient of variation of a product of independent factors. @example cvOfProduct([0.05, 0.08, 0.12]) // 0.153 */
export const cvOfProduct = (cvs: readonly number[]): number =>
  Math.hypot(...cvs.map((cv) => requireNotNegative('cvOfProduct', 'cv', cv, '')));

/** Share of each factor in the variance of a product, adding up to 1; all 0 when nothing varies. */
export function varianceShares(cvs: readonly number[], elasticities: readonly number[] = cvs.map(() => 1)): number[] {
  const parts = cvs.map((cv, i) => ((elasticities[i] ?? 1) * cv) ** 2);
  const all = parts.reduce((sum, p) => sum + p, 0);
  return parts.map((p) => (all === 0 ? 0 : p / all));
}

/** How much a first-order extent changes, relative, for a relative change of its time: 1 at the start, 0 at the end. */
export const timeElasticity = (kt: number): number =>
  requireNotNegative('timeElasticity', 'kt', kt, '') === 0 ? 1 : (kt * Math.exp(-kt)) / (1 - Math.exp(-kt));

/** Spread of a sum of `n` measurements: with errors of their own, and with one error shared by all (the same cup). */
export const spreadOfSum = (n: number, sd: number): { independent: number; shared: number } => ({
  independent: requireNotNegative('spreadOfSum', 'sd', sd, '') * Math.sqrt(requirePositive('spreadOfSum', 'n', n, '')),
  shared: sd * n,
});

/** Posterior of a normal mean after one observation. @example priorSd 0.25, obs 0.2 ± 0.2 gives 0.122 ± 0.156 */
export function updateNormal({
  priorMean,
  priorSd,
  obs,
  obsSd,
}: {
  priorMean: number;
  priorSd: number;
  obs: number;
  obsSd: number;
}): { mean: number; sd: number } {
  const [prior, data] = [
    requirePositive('updateNormal', 'priorSd', priorSd, '') ** -2,
    requirePositive('updateNormal', 'obsSd', obsSd, '') ** -2,
  ];
  return { mean: (prior * priorMean + data * obs) / (prior + data), sd: (prior + data) ** -0.5 };
}
