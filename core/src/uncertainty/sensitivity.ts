import { requirePositive } from '../quantity/range';
import { seededRandom } from './random';

/** Of an output: its mean and spread, and the share of its variance that each input has alone and in all. */
export type Sensitivity = { mean: number; sd: number; firstOrder: number[]; total: number[] };

/**
 * Which of `d` independent inputs, each given as a quantile in (0, 1), moves an output how much.
 * Runs the model (d + 2) n times on a Latin hypercube; the same seed gives the same answer.
 * First order: Saltelli et al. 2010. Total: Jansen 1999.
 */
export function sensitivity(
  model: (quantiles: readonly number[]) => number,
  d: number,
  { n = 1024, seed = 1 }: { n?: number; seed?: number } = {},
): Sensitivity {
  requirePositive('sensitivity', 'd', d, '');
  const random = seededRandom(seed);
  const [a, b] = [latinHypercube(n, d, random), latinHypercube(n, d, random)];
  const fa = a.map(model);
  const fb = b.map(model);
  const all = [...fa, ...fb];
  const mean = all.reduce((s, x) => s + x, 0) / all.length;
  const variance = all.reduce((s, x) => s + (x - mean) ** 2, 0) / all.length;
  const firstOrder: number[] = [];
  const total: number[] = [];
  for (let i = 0; i < d; i++) {
    let [first, tot] = [0, 0];
    for (let k = 0; k < n; k++) {
      const mixed = [...a[k]!];
      mixed[i] = b[k]![i]!;
      const f = model(mixed);
      first += (fb[k]! - mean) * (f - fa[k]!);
      tot += (fa[k]! - f) ** 2;
    }
    firstOrder.push(variance === 0 ? 0 : first / n / variance);
    total.push(variance === 0 ? 0 : tot / (2 * n) / variance);
  }
  return { mean, sd: Math.sqrt(variance), firstOrder, total };
}

/** n points in d dimensions, one in each n-th of every axis. */
export function latinHypercube(n: number, d: number, random: () => number): number[][] {
  const columns = Array.from({ length: d }, () => {
    const order = Array.from({ length: n }, (_, i) => i);
    for (let i = n - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    return order.map((k) => (k + Math.min(1 - 1e-12, Math.max(1e-12, random()))) / n);
  });
  return Array.from({ length: n }, (_, k) => columns.map((c) => c[k]!));
}
