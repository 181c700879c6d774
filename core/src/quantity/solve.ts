import { InputError } from './errors';

/**
 * Root of a continuous function on a bracket, by bisection.
 * @throws InputError if f has the same sign at both ends: an unbracketed root is never guessed
 */
export function bisect(where: string, f: (x: number) => number, lo: number, hi: number, tolerance = 1e-10): number {
  const atLo = f(lo);
  const atHi = f(hi);
  if (atLo === 0) return lo;
  if (atHi === 0) return hi;
  if (!(atLo * atHi < 0)) throw new InputError(where, 'bracket', `a sign change on [${lo}, ${hi}]`, `${atLo}, ${atHi}`);
  let [a, b] = [lo, hi];
  while (b - a > tolerance * Math.max(1, Math.abs(a), Math.abs(b))) {
    const middle = (a + b) / 2;
    if (middle === a || middle === b) break;
    if (f(middle) * atLo > 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

/** Five-point Gauss-Legendre quadrature on [a, b]; exact for polynomials up to degree 9. */
export function integrateGauss5(f: (x: number) => number, a: number, b: number): number {
  const half = (b - a) / 2;
  const middle = (a + b) / 2;
  let sum = 0;
  for (let i = 0; i < 5; i++) sum += GAUSS_WEIGHTS[i]! * f(middle + half * GAUSS_NODES[i]!);
  return half * sum;
}

// Abramowitz & Stegun 1964, table 25.4, n = 5.
/** Five-point Gauss-Legendre nodes on -1 to 1. @source Abramowitz and Stegun, table 25.4 */
export const GAUSS_NODES = [-0.906179845938664, -0.5384693101056831, 0, 0.5384693101056831, 0.906179845938664];
/** Their weights; they add up to 2. */
export const GAUSS_WEIGHTS = [
  0.2369268850561891, 0.4786286704993665, 0.5688888888888889, 0.4786286704993665, 0.2369268850561891,
];
