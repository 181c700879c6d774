import { SWEETENERS, type Sweetener } from '../sugar/sweeteners';
import { MATTER } from '../reference/matterTable';
import { ownSugarOf, volumeMl, type Liquid } from './liquid';

/** Sweetness as that of so much white sugar, g/L: each sweetener, and a fruit's own sugar, by what it is. */
export function sweetGPerL(l: Liquid): number {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return 0;
  let sweet = 0;
  for (const kind in l.sugarG) sweet += l.sugarG[kind]! * sweetnessOf(kind);
  return sweet / litres;
}

const sweetnessOf = (kind: string): number =>
  (SWEETENERS as Readonly<Record<string, Sweetener>>)[kind]?.sweetness.value ?? OWN_SUGAR[kind] ?? 1;

/** Sugars of fruit and milk are not all sucrose: an apple's are sweeter, milk's hardly sweet. */
const OWN_SUGAR: Readonly<Record<string, number>> = Object.fromEntries(
  Object.entries(MATTER).flatMap(([plant, { sweetness }]) => (sweetness ? [[ownSugarOf(plant), sweetness]] : [])),
);

/**
 * How many times as sweet a mouthful is felt as at 8 °C: sucrose tastes less sweet cold, the more so the thinner it is, and hardly so from
 * 150 to 200 g/L on.
 * @source direction Bartoshuk et al. 1982, Green & Frankmann 1987, recalled; size a house estimate
 * @example sweetnessFelt(50, 20) // 1.07
 */
export const sweetnessFelt = (sweet: number, tempC: number): number =>
  1 + 0.008 * (Math.min(37, Math.max(0, tempC)) - 8) * Math.exp(-Math.max(0, sweet) / 150);
