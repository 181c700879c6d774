import { requireNotNegative } from '../quantity/range';

/** From where on a strength against the usual is called what. House words; a drinker just notices a tenth. */
const CALLED: readonly (readonly [below: number, words: string])[] = [
  [0.35, 'hardly any taste'],
  [0.7, 'thin'],
  [0.88, 'weaker than usual'],
  [0.96, 'a little weaker than usual'],
  [1.045, 'usual strength'],
  [1.14, 'a little stronger than usual'],
  [1.45, 'stronger than usual'],
];

/**
 * A strength as a cook says it: "usual strength", "a little weaker than usual", "2.3 times as strong".
 * @param x times the usual of this house, from 0
 */
export function strengthInWords(x: number): string {
  requireNotNegative('strengthInWords', 'strengthX', x, '×');
  const called = CALLED.find(([below]) => x < below);
  if (called) return called[1];
  return `${x < 9.95 ? Number(x.toFixed(1)) : Math.round(x)} times as strong`;
}

/** From where on a sweetness is called what, g/L as sweet as white sugar in a cold drink. House words. */
const SWEET_CALLED: readonly (readonly [below: number, words: string])[] = [
  [3, 'not sweetened'],
  [30, 'barely sweet'],
  [55, 'lightly sweet'],
  [85, 'sweet'],
  [120, 'very sweet'],
];

/** A sweetness as a cook says it: "lightly sweet", "sweet", "a syrup". @param gPerL from 0, as sweet as so much white sugar */
export function sweetnessInWords(gPerL: number): string {
  requireNotNegative('sweetnessInWords', 'sweetGPerL', gPerL, 'g/L');
  const called = SWEET_CALLED.find(([below]) => gPerL < below);
  return called ? called[1] : gPerL < 300 ? 'as sweet as a cordial' : 'a syrup';
}
