import { iceInDrink } from '../heat/ice';
import { requirePositive } from '../quantity/range';

/** Cubes off the counter are wet; fresh from the freezer they are dry. */
export type ShakenIce = { iceG: number; iceC: number; wet: boolean };

/** A drink that was shaken with ice: °C, g melted, times the volume. */
export type Shaken = { finalC: number; meltedG: number; thinning: number };

/** A shaker of steel takes part, J/K: 200 g at 0.5. House estimate. */
const SHAKER_G = 200;
const STEEL_CP = 0.5;

/** Twelve seconds of hard shaking bring the drink this near to balance with its ice. House estimate. */
const NEAR_BALANCE = 0.95;

/**
 * A drink shaken with more ice than it can melt, then strained off it: how much water it takes up and how cold it gets.
 * @throws InputError for amounts of nothing
 */
export function shaken(drink: { ml: number; tempC: number }, { iceG, iceC, wet }: ShakenIce, roomC: number): Shaken {
  requirePositive('shaken', 'ml', drink.ml, 'ml');
  requirePositive('shaken', 'iceG', iceG, 'g');
  const balance = iceInDrink({
    drinkG: drink.ml,
    drinkC: drink.tempC,
    iceG,
    iceC,
    glassG: SHAKER_G,
    glassC: roomC,
    glassCp: STEEL_CP,
    wetShare: wet ? 0.05 : 0,
  });
  const meltedG = balance.meltedG * NEAR_BALANCE;
  return {
    finalC: balance.finalC + (1 - NEAR_BALANCE) * (drink.tempC - balance.finalC),
    meltedG,
    thinning: 1 + meltedG / drink.ml,
  };
}
