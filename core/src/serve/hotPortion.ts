import { requireInRange, requirePositive } from '../quantity/range';

/** A hot glass from a cold base, with water off the boil. */
export type HotPortion = { baseMl: number; waterMl: number; tempC: number };

/** Water off the boil when it is poured, °C. House estimate: two degrees are gone by the spout. */
const POURED_AT_C = 98;

/** Share of its warmth, above 0 °C, that a portion keeps from a glass that was not warmed. House estimate. */
const KEPT_BY_A_GLASS = 0.96;

/**
 * How much cold base and boiled water make a hot portion of the usual strength.
 * @param portion concentrateX at least 1; portionMl ml; baseC °C of the base
 * @throws InputError for a base below ×1 or a portion of nothing
 */
export function hotPortion(portion: { concentrateX: number; portionMl: number; baseC: number }): HotPortion {
  const { concentrateX, portionMl, baseC } = portion;
  requirePositive('hotPortion', 'portionMl', portionMl, 'ml');
  requireInRange('hotPortion', 'concentrateX', concentrateX, { unit: '×', min: 1, max: 50 });
  requireInRange('hotPortion', 'baseC', baseC, { unit: '°C', min: -5, max: 100 });
  const share = 1 / concentrateX;
  return {
    baseMl: share * portionMl,
    waterMl: (1 - share) * portionMl,
    tempC: KEPT_BY_A_GLASS * (share * baseC + (1 - share) * POURED_AT_C),
  };
}
