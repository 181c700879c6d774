import { requirePositive } from '../quantity/range';
import { portionOf, volumeMl, withoutWater, type Liquid } from '../liquid/liquid';
import { FACTOR_SIGMA } from './brewFactors';
import type { WaterLedger } from './waterLedger';

/**
 * A liquid as it must be, given the volume that really came out, ml.
 *
 * A low yield can mean that more steam left, which makes it stronger, or that the plants hold more, which leaves it as
 * strong. Neither can be told from a volume alone, so the gap is split by how uncertain each was beforehand. A high yield
 * is split the same way: less steam, or a better press. No more than {@link MOST_LOST} of its water is put down to steam: past
 * that a pan catches, and what is missing stayed in the plants or was spilt.
 * @throws InputError for a volume that is not above 0
 */
export function correctedTo(liquid: Liquid, ledger: WaterLedger, measuredMl: number): Liquid {
  requirePositive('correctedTo', 'measuredMl', measuredMl, 'ml');
  const gapMl = volumeMl(liquid) - measuredMl;
  const changed = addedOrLostWater(liquid, Math.min(gapMl * steamShare(ledger), liquid.waterG * MOST_LOST));
  return portionOf(changed, measuredMl / volumeMl(changed));
}

/** Steam beyond this share of the water leaves a pan that catches, not a brew. House estimate. */
export const MOST_LOST = 0.9;

/** Share of a volume's gap that steam explains, from the spreads of steam and of what the plants hold. */
export function steamShare(ledger: WaterLedger): number {
  const steam = (ledger.steamMl * FACTOR_SIGMA.steam) ** 2;
  const held = ((ledger.heldMl - ledger.pressedMl) * FACTOR_SIGMA.held) ** 2;
  return steam + held === 0 ? 0 : steam / (steam + held);
}

/** Steam that did not leave is water that stayed. */
export const addedOrLostWater = (l: Liquid, lostMl: number): Liquid =>
  lostMl >= 0 ? withoutWater(l, lostMl * 0.998) : { ...l, waterG: l.waterG - lostMl * 0.998 };
