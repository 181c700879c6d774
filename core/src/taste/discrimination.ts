import { InputError } from '../quantity/errors';
import { normalCdf } from '../quantity/normal';

// Whether a taster can tell two drinks apart. "Not shown" is not "the same": six trials see little.

/** Chance of at least `correct` out of `n` by guessing with a chance of `guess` each. */
export function guessingPValue({ correct, n, guess }: { correct: number; n: number; guess: number }): number {
  if (!(Number.isInteger(n) && n > 0)) throw new InputError('guessingPValue', 'n', 'a whole number above 0', n);
  if (!(Number.isInteger(correct) && correct >= 0 && correct <= n))
    throw new InputError('guessingPValue', 'correct', `a whole number, 0 to ${n}`, correct);
  let [p, term] = [0, (1 - guess) ** n];
  for (let k = 0; k <= n; k++) {
    if (k >= correct) p += term;
    term *= ((n - k) / (k + 1)) * (guess / (1 - guess));
  }
  return Math.min(1, p);
}

/** Chance of finding the odd one of three by guessing. */
export const TRIANGLE_GUESS = 1 / 3;
/** Chance of the right one of two by guessing. */
export const PAIR_GUESS = 1 / 2;

/** Fewest correct answers that chance gives less often than `alpha`; undefined if even all correct are not enough. */
export function fewestCorrect({
  n,
  alpha = 0.05,
  guess,
}: {
  n: number;
  alpha?: number;
  guess: number;
}): number | undefined {
  for (let k = 0; k <= n; k++) if (guessingPValue({ correct: k, n, guess }) <= alpha) return k;
  return undefined;
}

/** Share of correct answers for a difference of d', in a triangle. */
export function triangleCorrect(dPrime: number): number {
  const density = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  const shift = dPrime * Math.sqrt(2 / 3);
  const f = (z: number): number =>
    (normalCdf(-z * Math.sqrt(3) + shift) + normalCdf(-z * Math.sqrt(3) - shift)) * density(z);
  const n = 400;
  const h = 8 / n;
  let sum = f(0) + f(8);
  for (let i = 1; i < n; i++) sum += (i % 2 ? 4 : 2) * f(i * h);
  return (2 * h * sum) / 3;
}

/** Share of correct answers for a difference of d', in a choice between two. */
export const pairCorrect = (dPrime: number): number => normalCdf(dPrime / Math.SQRT2);

/** Strength of a step of a dilution ladder: each step is `ratio` times the last. */
export const ladderX = ({ startX, ratio, step }: { startX: number; ratio: number; step: number }): number =>
  startX * ratio ** step;
