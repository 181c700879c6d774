import type { BrewRun } from '../brew/brewRun';
import { FACTOR_SIGMA } from '../brew/brewRun';
import { requirePositive } from '../quantity/range';
import { portionOf, volumeMl, withoutWater, type Liquid } from '../liquid/liquid';

/**
 * The concentrate as it must be, given the volume that really came out.
 *
 * A low yield can mean that more steam left, which makes it stronger, or that the plants hold more, which leaves it as
 * strong. Neither can be told from a volume alone, so the gap is split by how uncertain each was beforehand. A high yield
 * is split the same way: less steam, or a better press.
 * @throws InputError for a volume that is not above 0
 */
export function correctForVolume(run: BrewRun, measuredMl: number): Liquid {
  requirePositive('correctForVolume', 'measuredMl', measuredMl, 'ml');
  const predictedMl = volumeMl(run.concentrate);
  const gapMl = predictedMl - measuredMl;
  const extraSteamMl = gapMl * steamShare(run);
  const changed = addedOrLostWater(run.concentrate, extraSteamMl);
  return portionOf(changed, measuredMl / volumeMl(changed));
}

/** Share of a volume's gap that steam explains, from the spreads of steam and of what the plants hold. */
export function steamShare(run: BrewRun): number {
  const steam = (run.ledger.steamMl * FACTOR_SIGMA.steam) ** 2;
  const held = ((run.ledger.heldMl - run.ledger.pressedMl) * FACTOR_SIGMA.held) ** 2;
  return steam + held === 0 ? 0 : steam / (steam + held);
}

/** Steam that did not leave is water that stayed. */
const addedOrLostWater = (l: Liquid, lostMl: number): Liquid =>
  lostMl >= 0 ? withoutWater(l, lostMl * 0.998) : { ...l, waterG: l.waterG - lostMl * 0.998 };
