import { intoRange, requireInRange, type Range } from '../quantity/range';
import type { WarningSink } from '../quantity/errors';

/** 0 °C, K. */
export const ZERO_CELSIUS_K = 273.15;
/** J/(mol K). @source CODATA 2018 */
export const GAS_CONSTANT = 8.314462618; // J/(mol K), CODATA 2018
/** Standard atmosphere, Pa. */
export const STANDARD_PRESSURE_PA = 101325;
/** Specific heat of water, kJ/(kg K); the true value runs from 4.18 to 4.22 between 0 and 100 °C. */
export const WATER_CP = 4.186;
/** kJ/(kg K), mean over a freezer's range; falls to 1.95 at -30 °C. */
export const ICE_CP = 2.09;
/** kJ/kg at 0 °C */
export const FUSION_HEAT = 333.55;

/** Where the formulas of liquid water hold. */
export const WATER_TEMPERATURE: Range = { unit: '°C', min: 0, max: 110 };
/** Where the formula of the vapour pressure holds. */
export const SATURATION_TEMPERATURE: Range = { unit: '°C', min: 0, max: 150 };

/**
 * Density of water at ordinary pressure, kg/m3.
 * Range: 0 to 110 °C (the source states 0 to 100).
 * @source Kell 1975
 * @example waterDensity(20) // 998.204
 */
export function waterDensity(tempC: number, warn?: WarningSink): number {
  const t = intoRange('waterDensity', 'tempC', tempC, WATER_TEMPERATURE, warn);
  const numerator =
    999.83952 +
    16.945176 * t -
    7.9870401e-3 * t ** 2 -
    46.170461e-6 * t ** 3 +
    105.56302e-9 * t ** 4 -
    280.54253e-12 * t ** 5;
  return numerator / (1 + 16.87985e-3 * t);
}

// IAPWS-IF97, region 4, coefficients n1 to n10 (MPa, K).
const N = [
  0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2, 0.1202082470247e5, -0.32325550322333e7,
  0.1491510861353e2, -0.48232657361591e4, 0.40511340542057e6, -0.23855557567849, 0.65017534844798e3,
] as const;

/**
 * Vapour pressure of water at saturation, Pa.
 * Range: 0 to 150 °C.
 * @source IAPWS-IF97, region 4
 * @example vapourPressure(100) // 101418
 */
export function vapourPressure(tempC: number, warn?: WarningSink): number {
  const t = intoRange('vapourPressure', 'tempC', tempC, SATURATION_TEMPERATURE, warn) + ZERO_CELSIUS_K;
  const theta = t + N[8] / (t - N[9]);
  const a = theta ** 2 + N[0] * theta + N[1];
  const b = N[2] * theta ** 2 + N[3] * theta + N[4];
  const c = N[5] * theta ** 2 + N[6] * theta + N[7];
  return 1e6 * ((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4;
}

/**
 * Temperature at which water of the given vapour pressure boils, °C. The inverse of {@link vapourPressure}.
 * Range: 611.3 to 476 000 Pa.
 * @source IAPWS-IF97, region 4, backward equation
 */
export function saturationTemperature(pressurePa: number, warn?: WarningSink): number {
  const p = intoRange('saturationTemperature', 'pressurePa', pressurePa, { unit: 'Pa', min: 611.3, max: 476000 }, warn);
  const beta = (p / 1e6) ** 0.25;
  const e = beta ** 2 + N[2] * beta + N[5];
  const f = N[0] * beta ** 2 + N[3] * beta + N[6];
  const g = N[1] * beta ** 2 + N[4] * beta + N[7];
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g));
  const root = N[9] + d;
  return (root - Math.sqrt(root * root - 4 * (N[8] + N[9] * d))) / 2 - ZERO_CELSIUS_K;
}

/** Heights at which people cook, m: from the shore of the lowest lake to the highest villages. */
export const ALTITUDE: Range = { unit: 'm', min: -430, max: 5000 };

/**
 * Air pressure at an altitude, Pa. Weather moves it by about 2 kPa either way.
 * Range: {@link ALTITUDE}, which is also what a kitchen may be told: the lowest dry land is at -430 m.
 * @source ISO 2533 standard atmosphere
 */
export function airPressure(altitudeM: number, warn?: WarningSink): number {
  const h = intoRange('airPressure', 'altitudeM', altitudeM, ALTITUDE, warn);
  return STANDARD_PRESSURE_PA * (1 - 2.25577e-5 * h) ** 5.25588;
}

/**
 * Boiling point of plain water at an altitude, °C. At sea level it is 99.97 °C, not 100: the scale was redefined.
 * @example waterBoilingPoint(1500) // 94.98
 */
export const waterBoilingPoint = (altitudeM: number, warn?: WarningSink): number =>
  saturationTemperature(airPressure(altitudeM, warn), warn);

/**
 * Heat that turns water to steam, kJ/kg.
 * Range: 0 to 110 °C, within 0.7 kJ/kg.
 * @source quadratic fit to the steam tables
 */
export function latentHeat(tempC: number, warn?: WarningSink): number {
  const t = intoRange('latentHeat', 'tempC', tempC, WATER_TEMPERATURE, warn);
  return 2500.3 - 2.289 * t - 0.0015119 * t * t;
}

/**
 * Viscosity of water, mPa s. Within 0.5 % to 60 °C, 3 % low at 100 °C.
 * Range: 0 to 106 °C (the source states 0 to 100; the rest is needed for syrup at the boil).
 * @source Kestin et al. 1978
 */
export function waterViscosity(tempC: number, warn?: WarningSink): number {
  const t = intoRange('waterViscosity', 'tempC', tempC, { unit: '°C', min: 0, max: 106 }, warn);
  const d = 20 - t;
  return 1.0016 * 10 ** ((d / (t + 96)) * (1.2364 - 1.37e-3 * d + 5.7e-6 * d * d));
}

/** Celsius to Fahrenheit. */
export const toFahrenheit = (tempC: number): number => tempC * 1.8 + 32;

/** Fahrenheit to Celsius. */
export const toCelsius = (tempF: number): number => (tempF - 32) / 1.8;

/** @throws InputError outside -273.15 to 1000 °C: no drink was ever there */
export const requireTemperature = (where: string, field: string, tempC: number): number =>
  requireInRange(where, field, tempC, { unit: '°C', min: -ZERO_CELSIUS_K, max: 1000 });
