import { requireNotNegative } from '../quantity/range';

export type Balance = { ratio: number; words: string };

/**
 * Sugar against acid, both g/L. Lemonades lie at 12 to 20, sweetened roselle drinks at 25 to 40; the words are house choices.
 * @returns a ratio of Infinity for a drink without acid
 */
export function sweetTartBalance({ sugarGPerL, citricGPerL }: { sugarGPerL: number; citricGPerL: number }): Balance {
  requireNotNegative('sweetTartBalance', 'sugarGPerL', sugarGPerL, 'g/L');
  requireNotNegative('sweetTartBalance', 'citricGPerL', citricGPerL, 'g/L');
  const ratio = citricGPerL === 0 ? Infinity : sugarGPerL / citricGPerL;
  if (sugarGPerL === 0 && citricGPerL === 0) return { ratio: 0, words: 'neither sweet nor tart' };
  return { ratio, words: WORDS.find(([below]) => ratio < below)?.[1] ?? 'all sweetness' };
}

const WORDS: readonly (readonly [number, string])[] = [
  [8, 'sharp'],
  [12, 'tart'],
  [22, 'bright'],
  [40, 'round'],
  [80, 'sweet'],
];
