import { FACTOR_SIGMA } from '../brew/brewRun';
import { addedOrLostWater } from '../brew/correctForVolume';
import type { WaterLedger } from '../brew/waterLedger';
import { requirePositive } from '../quantity/range';
import { apparentBrix, mapKinds, solidsG, totalOf, volumeMl, type Liquid } from '../liquid/liquid';

/** One standard deviation of a hand refractometer, °Bx. House estimate: half a division of a 0 to 32 scale. */
export const BRIX_SIGMA = 0.2;

/** How well a jug gives the water of what came out, on the log scale. House estimate: 2 %. */
const JUG_SIGMA = 0.02;

/**
 * The liquor as it must be, given its Brix. A higher reading means that the plants gave more or that more water left: the gap
 * is split by how uncertain each was, after the reading's own error has taken its part. Once the volume is measured the water
 * is known, and what is left is the plants.
 * @throws InputError for a Brix that is not above 0
 */
export function correctForBrix(liquid: Liquid, ledger: WaterLedger, brix: number, volumeKnown: boolean): Liquid {
  requirePositive('correctForBrix', 'brix', brix, '°Bx');
  const predicted = apparentBrix(liquid);
  if (predicted === 0) return liquid;
  const plantShare = plantSolidsG(liquid) / solidsG(liquid);
  const steamPart = ledger.steamMl / Math.max(1, volumeMl(liquid));
  const plants = (FACTOR_SIGMA.potency * plantShare) ** 2;
  const water = (volumeKnown ? JUG_SIGMA : Math.max(JUG_SIGMA, FACTOR_SIGMA.steam * steamPart)) ** 2;
  const reading = (BRIX_SIGMA / predicted) ** 2;
  const gap = (Math.log(brix / predicted) * (plants + water)) / (plants + water + reading);
  const byPlants = plantShare === 0 ? 1 : Math.exp((gap * plants) / (plants + water) / plantShare);
  const byWater = Math.exp((gap * water) / (plants + water));
  return addedOrLostWater(scaledPlants(liquid, byPlants), liquid.waterG * (1 - 1 / byWater));
}

/** Sugar that was stirred in is known; everything else came out of the plants. */
const isOwn = (kind: string): boolean => kind.startsWith('own:');

/** Dissolved solids that the plants gave, g. */
export const plantSolidsG = (l: Liquid): number =>
  solidsG(l) - totalOf(l.sugarG) + Object.entries(l.sugarG).reduce((sum, [k, g]) => sum + (isOwn(k) ? g : 0), 0);

const scaledPlants = (l: Liquid, by: number): Liquid => ({
  ...l,
  bodyG: mapKinds(l.bodyG, (g) => g * by),
  harshG: mapKinds(l.harshG, (g) => g * by),
  oilG: mapKinds(l.oilG, (g) => g * by),
  cookedG: mapKinds(l.cookedG, (g) => g * by),
  sugarG: mapKinds(l.sugarG, (g, kind) => (isOwn(kind) ? g * by : g)),
  acidG: l.acidG * by,
  caffeineMg: l.caffeineMg * by,
});
