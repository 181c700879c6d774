import { requireNotNegative } from '../quantity/range';
import { bisect } from '../quantity/solve';

/** Grams of citric acid in a mole. */
export const CITRIC_G_PER_MOL = 192.12;

// Dissociation of citric acid at 25 °C, CRC Handbook.
const K1 = 10 ** -3.13;
const K2 = 10 ** -4.76;
const K3 = 10 ** -6.4;
const KW = 1e-14;

/**
 * pH of acid (counted as citric) and the cations that came with it (mostly potassium), ideal. Quote it ±0.3; it is never a
 * proof that something keeps: only a meter or strips are.
 * @param citricMolPerL acid as citric, mol/L
 * @param strongCationEqPerL net strong cations, eq/L: lemon juice 0.030, orange 0.040, roselle 0.15 meq a gram dry
 * @source charge balance of a triprotic acid
 * @example phOf({ citricMolPerL: 0.05, strongCationEqPerL: 0.02 }) // 2.97
 */
export function phOf({
  citricMolPerL,
  strongCationEqPerL,
}: {
  citricMolPerL: number;
  strongCationEqPerL: number;
}): number {
  requireNotNegative('phOf', 'citricMolPerL', citricMolPerL, 'mol/L');
  requireNotNegative('phOf', 'strongCationEqPerL', strongCationEqPerL, 'eq/L');
  const charge = (ph: number): number => {
    const h = 10 ** -ph;
    const bound =
      (K1 * h ** 2 + 2 * K1 * K2 * h + 3 * K1 * K2 * K3) / (h ** 3 + K1 * h ** 2 + K1 * K2 * h + K1 * K2 * K3);
    return h + strongCationEqPerL - citricMolPerL * bound - KW / h;
  };
  return bisect('phOf', charge, 0, 14, 1e-9);
}

/** Alkalinity of tap water, mg/L as calcium carbonate, as strong cations, eq/L. */
export const alkalinityEqPerL = (mgPerL: number): number => mgPerL / 50_000;
