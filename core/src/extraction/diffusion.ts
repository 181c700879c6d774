import { requirePositive } from '../quantity/range';
import { GAS_CONSTANT, ZERO_CELSIUS_K } from '../physics/water';

/**
 * Activation energy that two diffusivities imply, kJ/mol.
 * @example activationEnergyOf({ d1: 3.9e-11, t1C: 25, d2: 1.35e-10, t2C: 90 }) // 17.2
 */
export function activationEnergyOf({ d1, t1C, d2, t2C }: { d1: number; t1C: number; d2: number; t2C: number }): number {
  requirePositive('activationEnergyOf', 'd1', d1, 'm2/s');
  requirePositive('activationEnergyOf', 'd2', d2, 'm2/s');
  return (GAS_CONSTANT * Math.log(d2 / d1)) / (1 / (t1C + ZERO_CELSIUS_K) - 1 / (t2C + ZERO_CELSIUS_K)) / 1000;
}

/**
 * First-order rate of a wet slab that gives from both faces, 1/min; lags the full series below 30 % extent.
 * @source Crank 1975: k = pi^2 D / (4 l^2)
 */
export const slabRatePerMin = ({
  diffusivity,
  halfThicknessMm,
}: {
  diffusivity: number;
  halfThicknessMm: number;
}): number =>
  (Math.PI ** 2 * requirePositive('slabRatePerMin', 'diffusivity', diffusivity, 'm2/s') * 60) /
  (4 * (requirePositive('slabRatePerMin', 'halfThicknessMm', halfThicknessMm, 'mm') / 1000) ** 2);
