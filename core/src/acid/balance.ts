import { requireNotNegative } from '../quantity/range';

/** Sweet against sour: g of sugar for each g of acid (as citric), and how that is felt, in words. */
export type Balance = { ratio: number; words: string };

/** Sugar that people want without any acid, g/L, and so much more for each g/L of it. House estimates, fitted to usual drinks. */
const WANTED = { bare: 55, perAcid: 8 } as const;

/**
 * Sweet against tart, both g/L as they are felt. A ratio alone misleads: 15 is a balanced lemonade and a sharp roselle. People want sugar even
 * without acid, and about 8 g for each g of it.
 * @param sparkling bubbles sharpen as a gram of acid a litre would
 * @returns a ratio of Infinity for a drink without acid
 * @example sweetTartBalance({ sugarGPerL: 95, citricGPerL: 5.5 }).words // "balanced", a lemonade
 */
export function sweetTartBalance({
  sugarGPerL,
  citricGPerL,
  sparkling = false,
}: {
  sugarGPerL: number;
  citricGPerL: number;
  sparkling?: boolean;
}): Balance {
  requireNotNegative('sweetTartBalance', 'sugarGPerL', sugarGPerL, 'g/L');
  requireNotNegative('sweetTartBalance', 'citricGPerL', citricGPerL, 'g/L');
  const acid = citricGPerL + (sparkling ? 1 : 0);
  const ratio = citricGPerL === 0 ? Infinity : sugarGPerL / citricGPerL;
  if (sugarGPerL < 1 && acid < 0.2) return { ratio: sugarGPerL === 0 ? 0 : ratio, words: 'neither sweet nor tart' };
  if (acid > TOO_SHARP) return { ratio, words: 'too sharp' };
  const off = Math.log(Math.max(0.1, sugarGPerL) / (WANTED.bare + WANTED.perAcid * acid));
  if (off < -0.6) return { ratio, words: acid >= 2.5 ? 'too sharp' : acid >= 1 ? 'dry and fresh' : 'dry' };
  if (off < -0.22) return { ratio, words: acid < 1 ? 'lightly sweet' : 'fresh' };
  return { ratio, words: off < 0.25 ? 'balanced' : off < 0.65 ? 'sweet' : 'cloying' };
}

/** No sugar balances more acid than this, g/L. House estimate. */
const TOO_SHARP = 10;
