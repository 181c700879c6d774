import { InputError } from '../quantity/errors';

/** A stream of numbers in [0, 1) that is the same for the same seed: results never depend on the clock. */
export type Random = () => number;

/** @source mulberry32, a 32-bit mixing generator; good enough for simulation, not for secrets */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Quantile of the standard normal distribution.
 * @throws InputError outside 0 to 1, ends excluded
 * @source Acklam's rational approximation, relative error below 1.2e-9
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new InputError('normalQuantile', 'p', 'above 0 and below 1', p);
  if (p < 0.02425) return tail(Math.sqrt(-2 * Math.log(p)));
  if (p > 1 - 0.02425) return -tail(Math.sqrt(-2 * Math.log(1 - p)));
  const q = p - 0.5;
  const r = q * q;
  const top = ((((A[0]! * r + A[1]!) * r + A[2]!) * r + A[3]!) * r + A[4]!) * r + A[5]!;
  const bottom = ((((B[0]! * r + B[1]!) * r + B[2]!) * r + B[3]!) * r + B[4]!) * r + 1;
  return (top * q) / bottom;
}

function tail(q: number): number {
  const top = ((((C[0]! * q + C[1]!) * q + C[2]!) * q + C[3]!) * q + C[4]!) * q + C[5]!;
  const bottom = (((D[0]! * q + D[1]!) * q + D[2]!) * q + D[3]!) * q + 1;
  return top / bottom;
}

const A = [
  -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716, 2.506628277459239,
];
const B = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572];
const C = [
  -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
  2.938163982698783,
];
const D = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];

/** One standard normal draw. */
export const normalDraw = (random: Random): number => normalQuantile((random() * 4294967295 + 0.5) / 4294967296);
