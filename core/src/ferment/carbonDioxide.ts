import { intoRange, requireNotNegative } from '../quantity/range';
import type { WarningSink } from '../quantity/errors';
import { ZERO_CELSIUS_K } from '../physics/water';

// Everything here is a bound: all sugar gone to carbon dioxide and ethanol. Wild mixes make 0.85 to 0.95 of it.

/** Grams a gram of sucrose, from C12H22O11 + H2O = 4 C2H5OH + 4 CO2. */
export const CO2_PER_SUCROSE = 0.514;
/** Ethanol from sucrose, g/g: four of 46.07 from one of 342.3. @source stoichiometry of alcoholic fermentation */
export const ETHANOL_PER_SUCROSE = 0.538;
const ETHANOL_G_PER_ML_TIMES_10 = 7.89;
const CO2_G_PER_MOL = 44.01;
const BAR_PER_ATM = 1.01325;
const GAS_BAR_L_PER_MOL_K = 0.0831446;

/** Solubility of carbon dioxide, g/L at 1 atm, by °C. Bunsen coefficients, published table. */
const SOLUBILITY: readonly (readonly [number, number])[] = [
  [0, 3.386],
  [5, 2.815],
  [10, 2.36],
  [15, 2.014],
  [20, 1.736],
  [25, 1.5],
  [30, 1.315],
  [40, 1.048],
];

/** Carbon dioxide dissolved in balance with its pressure, g/L. Range: 0 to 40 °C. */
export function dissolvedCo2GPerL(
  { pressureAtm, tempC }: { pressureAtm: number; tempC: number },
  warn?: WarningSink,
): number {
  requireNotNegative('dissolvedCo2GPerL', 'pressureAtm', pressureAtm, 'atm');
  const t = intoRange('dissolvedCo2GPerL', 'tempC', tempC, { unit: '°C', min: 0, max: 40 }, warn);
  const i = Math.max(
    1,
    SOLUBILITY.findIndex(([at]) => at >= t),
  );
  const [[t0, s0], [t1, s1]] = [SOLUBILITY[i - 1]!, SOLUBILITY[i]!];
  return pressureAtm * (s0 + ((s1 - s0) * (t - t0)) / (t1 - t0));
}

/** Most carbon dioxide from sucrose, g. */
export const co2BoundG = (sucroseG: number): number =>
  CO2_PER_SUCROSE * requireNotNegative('co2BoundG', 'sucroseG', sucroseG, 'g');

/** Most alcohol from sucrose, % by volume. Always to be shown as an upper bound. */
export const abvBound = (sucroseGPerL: number): number =>
  (requireNotNegative('abvBound', 'sucroseGPerL', sucroseGPerL, 'g/L') * ETHANOL_PER_SUCROSE) /
  ETHANOL_G_PER_ML_TIMES_10;

/**
 * Pressure of carbon dioxide in a closed vessel, bar, which is about its gauge pressure.
 * @example closedPressureBar({ sugarConsumedGPerL: 5, liquidL: 1, headspaceL: 0.05, tempC: 25 }) // 1.64
 */
export function closedPressureBar(
  {
    sugarConsumedGPerL,
    liquidL,
    headspaceL,
    tempC,
    co2PerSugar = CO2_PER_SUCROSE,
  }: { sugarConsumedGPerL: number; liquidL: number; headspaceL: number; tempC: number; co2PerSugar?: number },
  warn?: WarningSink,
): number {
  for (const [field, value] of Object.entries({ sugarConsumedGPerL, liquidL, headspaceL }))
    requireNotNegative('closedPressureBar', field, value, '');
  const moles = (sugarConsumedGPerL * liquidL * co2PerSugar) / CO2_G_PER_MOL;
  const perBar = dissolvedCo2GPerL({ pressureAtm: 1, tempC }, warn) / BAR_PER_ATM;
  return moles / (headspaceL / (GAS_BAR_L_PER_MOL_K * (tempC + ZERO_CELSIUS_K)) + (perBar * liquidL) / CO2_G_PER_MOL);
}
