import { InputError, type WarningSink } from '../quantity/errors';
import { intoRange, type Range } from '../quantity/range';
import { bisect } from '../quantity/solve';
import {
  airPressure,
  GAS_CONSTANT,
  saturationTemperature,
  waterDensity,
  waterViscosity,
  ZERO_CELSIUS_K,
} from '../physics/water';

// Sucrose in water. Brix here is percent sucrose by mass; for tea or juice it is apparent sucrose.

/** Solutions of sugar that are worked out. */
export const BRIX: Range = { unit: '°Bx', min: 0, max: 80 };
/** More than all of it cannot be sugar. */
export const IMPOSSIBLE_ABOVE_BRIX = 100;

const massFraction = (where: string, brix: number, warn: WarningSink | undefined, max = BRIX.max): number => {
  intoRange(where, 'brix', brix, { unit: '°Bx', min: 0, max: IMPOSSIBLE_ABOVE_BRIX });
  return intoRange(where, 'brix', brix, { ...BRIX, max }, warn) / 100;
};

/** kg/m3 at 20 °C for a mass fraction 0 to 0.85. Bettin, Emmerich, Spieweck & Rinkerbach 1998. */
function densityAt20(w: number): number {
  return (
    998.2 + 385.1761 * w + 135.3705 * w ** 2 + 40.9299 * w ** 3 - 3.9643 * w ** 4 + 13.4853 * w ** 5 - 17.289 * w ** 6
  );
}

/** Thermal expansion of the sugar's share, m3/(kg K). House estimate, set from the expansion of 40 to 60 °Bx syrup. */
const SUGAR_EXPANSION = 3.3e-7;

/**
 * Density of a sucrose solution, kg/m3. ±0.2 % to 60 °C, ±0.4 % to 105 °C.
 * Range: 0 to 80 °Bx, 0 to 105 °C.
 * @throws InputError below 0 or above 100 °Bx
 * @source Bettin et al. 1998 at 20 °C; additive specific volumes for the temperature
 * @example sucroseDensity(60) // 1286.6
 */
export function sucroseDensity(brix: number, tempC = 20, warn?: WarningSink): number {
  const w = massFraction('sucroseDensity', brix, warn);
  const t = intoRange('sucroseDensity', 'tempC', tempC, { unit: '°C', min: 0, max: 105 }, warn);
  if (t === 20) return densityAt20(w);
  const water = (1 - w) * (1 / waterDensity(t) - 1 / waterDensity(20));
  return 1 / (1 / densityAt20(w) + water + w * SUGAR_EXPANSION * (t - 20));
}

/** Specific gravity 20/20 of a sucrose solution. */
export const specificGravity = (brix: number, warn?: WarningSink): number =>
  densityAt20(massFraction('specificGravity', brix, warn)) / densityAt20(0);

/**
 * Brix that shows a specific gravity (20/20). The inverse of {@link specificGravity}.
 * Range: SG 1 to 1.41.
 */
export function brixFromSpecificGravity(sg: number, warn?: WarningSink): number {
  const top = specificGravity(BRIX.max);
  const s = intoRange('brixFromSpecificGravity', 'sg', sg, { unit: '', min: 1, max: top }, warn);
  return bisect('brixFromSpecificGravity', (brix) => specificGravity(brix) - s, 0, BRIX.max);
}

/** Sugar in a litre of solution, g/L. */
export const sugarGPerL = (brix: number, tempC = 20, warn?: WarningSink): number =>
  (Math.min(brix, BRIX.max) / 100) * sucroseDensity(brix, tempC, warn);

/** Brix of a solution that holds this much sugar in a litre at 20 °C. The inverse of {@link sugarGPerL}. */
export function brixFromSugarGPerL(gPerL: number, warn?: WarningSink): number {
  const top = sugarGPerL(BRIX.max);
  const g = intoRange('brixFromSugarGPerL', 'gPerL', gPerL, { unit: 'g/L', min: 0, max: top }, warn);
  return bisect('brixFromSugarGPerL', (brix) => sugarGPerL(brix) - g, 0, BRIX.max);
}

/**
 * Sugar that stays dissolved, % by mass. Sources differ by up to 0.5.
 * Range: 0 to 100 °C.
 * @source Vavrinecz 1962
 */
export function sucroseSolubility(tempC: number, warn?: WarningSink): number {
  const t = intoRange('sucroseSolubility', 'tempC', tempC, { unit: '°C', min: 0, max: 100 }, warn);
  return 64.447 + 0.08222 * t + 1.6169e-3 * t ** 2 - 1.558e-6 * t ** 3 - 4.63e-8 * t ** 4;
}

/** Up to here viscosities were measured, °Bx. */
export const THICKEST_BRIX = 76;

/**
 * Viscosity of a sucrose solution, mPa s. Within 3 % at 20 °C, ±15 % below 10 °C.
 * Range: 0 to 76 °Bx, 0 to 106 °C.
 * @source Mathlouthi & Genotelle 1995, blended below 20 °Bx into Kestin et al. 1978 for water
 */
export function sucroseViscosity(brix: number, tempC: number, warn?: WarningSink): number {
  const ds = massFraction('sucroseViscosity', brix, warn, THICKEST_BRIX) * 100;
  const t = intoRange('sucroseViscosity', 'tempC', tempC, { unit: '°C', min: 0, max: 106 }, warn);
  const towardsWater = (waterViscosity(t) / mathlouthiGenotelle(0, t)) ** Math.max(0, 1 - ds / 20);
  return mathlouthiGenotelle(ds, t) * towardsWater;
}

function mathlouthiGenotelle(ds: number, t: number): number {
  const n = ds / (1900 - 18 * ds);
  return 10 ** (22.46 * n - 0.114 + ((30 - t) / (91 + t)) * (1.1 + 43.1 * n ** 1.25));
}

/** Molar mass g/mol and Norrish constant of what lowers water activity. Norrish 1966, constants of Chirife et al. 1980. */
export const NORRISH = {
  sucrose: { molarMass: 342.3, k: 6.47 },
  monosaccharide: { molarMass: 180.16, k: 2.25 },
  glycerol: { molarMass: 92.09, k: 1.16 },
} as const;

/**
 * Water activity of a solution of one solute, 0 to 1.
 * Range: 0 to 80 % by mass. No salts.
 * @source Norrish 1966
 */
export function waterActivity(brix: number, warn?: WarningSink, solute: keyof typeof NORRISH = 'sucrose'): number {
  const w = massFraction('waterActivity', brix, warn);
  const { molarMass, k } = NORRISH[solute];
  const xs = w / molarMass / (w / molarMass + (1 - w) / 18.015);
  return (1 - xs) * Math.exp(-k * xs * xs);
}

/**
 * Boiling temperature of syrup, °C. Sources scatter ±0.3 K to 60 °Bx, ±0.7 K at 70, ±1.3 K at 80.
 * Invert sugar raises it 1.6 to 1.9 times as much a gram, so an acid syrup reads too done.
 */
export const syrupBoilingPoint = (brix: number, altitudeM = 0, warn?: WarningSink): number =>
  boilingPointAtPressure(brix, airPressure(altitudeM, warn), warn);

/** How far syrup boils above water at the same pressure, K. */
export const boilingPointElevation = (brix: number, pressurePa: number, warn?: WarningSink): number =>
  boilingPointAtPressure(brix, pressurePa, warn) - saturationTemperature(pressurePa, warn);

const boilingPointAtPressure = (brix: number, pressurePa: number, warn?: WarningSink): number =>
  saturationTemperature(pressurePa / waterActivity(brix, warn), warn);

/**
 * Freezing point of a sucrose solution, °C.
 * Range: 0 to 40 °Bx.
 * @source water activity against the chemical potential of ice
 */
export function freezingPoint(brix: number, warn?: WarningSink): number {
  const w = massFraction('freezingPoint', brix, warn, 40) * 100;
  if (w === 0) return 0;
  const lnAw = Math.log(waterActivity(w));
  const iceMinusWater = (tK: number): number =>
    (-(6010 - 38 * ZERO_CELSIUS_K) / GAS_CONSTANT) * (1 / tK - 1 / ZERO_CELSIUS_K) +
    (38 / GAS_CONSTANT) * Math.log(tK / ZERO_CELSIUS_K);
  return bisect('freezingPoint', (tK) => iceMinusWater(tK) - lnAw, 250, ZERO_CELSIUS_K) - ZERO_CELSIUS_K;
}

/**
 * Specific heat of a sugar solution, kJ/(kg K), ±3 %.
 * @param purityPct 100 for white sugar
 * @source Bubnik & Kadlec 1995
 */
export function sucroseSpecificHeat(brix: number, tempC: number, purityPct = 100, warn?: WarningSink): number {
  const b = massFraction('sucroseSpecificHeat', brix, warn) * 100;
  const t = intoRange('sucroseSpecificHeat', 'tempC', tempC, { unit: '°C', min: 0, max: 106 }, warn);
  return 4.1868 - 0.0297 * b + 4.6e-5 * b * purityPct + 7.5e-5 * b * t;
}

/**
 * °Bx of a syrup that boils at a temperature at sea level, 0 to 80.
 * @throws InputError for a temperature that no syrup boils at
 */
export function brixBoilingAt(boilsAtC: number): number {
  const [water, thickest] = [syrupBoilingPoint(0, 0), syrupBoilingPoint(80, 0)];
  if (!(boilsAtC > water && boilsAtC <= thickest))
    throw new InputError(
      'brixBoilingAt',
      'boilsAtC',
      `above ${water.toFixed(0)} and up to ${thickest.toFixed(0)} °C`,
      boilsAtC,
    );
  let [lo, hi] = [0, 80];
  for (let i = 0; i < 40; i++) {
    const middle = (lo + hi) / 2;
    if (syrupBoilingPoint(middle, 0) < boilsAtC) lo = middle;
    else hi = middle;
  }
  return (lo + hi) / 2;
}
