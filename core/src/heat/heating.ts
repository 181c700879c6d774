import { InputError, type WarningSink } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { latentHeat, waterBoilingPoint } from '../physics/water';
import { steamGPerMin, type Covered } from './steam';
import type { Segment } from './temperatureHistory';

// Lumped heat: C dT/dt = P - UA (T - Ta). Fair for thin drinks, which mix themselves; a thick syrup cools 1.5 to 3 times slower.

/** What a burner has to warm: kg, kJ/(kg K), J/K, W/K. */
export type Load = {
  /** mass of the liquid, kg, and its specific heat, kJ/(kg K) */
  massKg: number;
  cpKJPerKgK: number;
  /** heat taken up by the vessel, J/K */
  vesselJPerK: number;
  /** heat lost to the surroundings, W/K */
  lossWPerK: number;
  ambientC: number;
};

/** Heat the load takes up in all, J/K. */
export function heatCapacityJPerK(load: Load): number {
  requirePositive('heatCapacityJPerK', 'massKg', load.massKg, 'kg');
  requirePositive('heatCapacityJPerK', 'cpKJPerKgK', load.cpKJPerKgK, 'kJ/(kg K)');
  requireNotNegative('heatCapacityJPerK', 'vesselJPerK', load.vesselJPerK, 'J/K');
  return load.massKg * load.cpKJPerKgK * 1000 + load.vesselJPerK;
}

/** Share of a burner's power that reaches the pot. Typical of appliance tests; gas 0.30 to 0.50. */
export const BURNER_EFFICIENCY = {
  gas: 0.4,
  'electric-coil': 0.72,
  radiant: 0.7,
  induction: 0.85,
  kettle: 0.88,
} as const;
/** Kinds of burners by how much of their heat reaches the pot. */
export type BurnerKind = keyof typeof BURNER_EFFICIENCY;
/** All of them. */
export const BURNER_KINDS = Object.keys(BURNER_EFFICIENCY) as BurnerKind[];

/** The field that is at fault when a burner never gets a pot there. */
export const TOO_LITTLE_HEAT = 'powerIntoPotW';

/**
 * Seconds to heat a load with `powerIntoPotW` (after the burner's efficiency).
 * @throws InputError when the losses eat the power before `toC`: the pot never gets there
 */
export function secondsToHeat({
  load,
  fromC,
  toC,
  powerIntoPotW,
}: {
  load: Load;
  fromC: number;
  toC: number;
  powerIntoPotW: number;
}): number {
  requirePositive('secondsToHeat', 'powerIntoPotW', powerIntoPotW, 'W');
  if (toC <= fromC) return 0;
  const capacity = heatCapacityJPerK(load);
  if (load.lossWPerK === 0) return (capacity * (toC - fromC)) / powerIntoPotW;
  const settlesAt = load.ambientC + powerIntoPotW / load.lossWPerK;
  if (settlesAt <= toC) {
    throw new InputError(
      'secondsToHeat',
      TOO_LITTLE_HEAT,
      `enough to pass ${toC} °C (this settles at ${settlesAt.toFixed(1)} °C)`,
      powerIntoPotW,
    );
  }
  return (capacity / load.lossWPerK) * Math.log((settlesAt - fromC) / (settlesAt - toC));
}

/** Heating as a segment of the temperature history. */
export function heatingSegment(args: { load: Load; fromC: number; toC: number; powerIntoPotW: number }): Segment {
  const minutes = secondsToHeat(args) / 60;
  const { load } = args;
  if (load.lossWPerK === 0) return { kind: 'ramp', minutes, fromC: args.fromC, toC: args.toC };
  const towardsC = load.ambientC + args.powerIntoPotW / load.lossWPerK;
  return { kind: 'newton', minutes, fromC: args.fromC, towardsC, tauMin: coolingTauMin(load) };
}

/** Time constant of a closed vessel cooling or warming by itself, min. */
export const coolingTauMin = (load: Load): number =>
  heatCapacityJPerK(load) / requirePositive('coolingTauMin', 'lossWPerK', load.lossWPerK, 'W/K') / 60;

/** Temperature after `minutes` of Newton cooling or warming. */
export const newtonTempC = ({
  fromC,
  ambientC,
  tauMin,
  minutes,
}: {
  fromC: number;
  ambientC: number;
  tauMin: number;
  minutes: number;
}): number => ambientC + (fromC - ambientC) * Math.exp(-minutes / tauMin);

/**
 * Minutes for a closed vessel to pass from one temperature to another by itself.
 * @returns Infinity where the surroundings never let it get there
 */
export function newtonMinutes({
  fromC,
  toC,
  ambientC,
  tauMin,
}: {
  fromC: number;
  toC: number;
  ambientC: number;
  tauMin: number;
}): number {
  requirePositive('newtonMinutes', 'tauMin', tauMin, 'min');
  if (fromC === toC) return 0;
  const ratio = (fromC - ambientC) / (toC - ambientC);
  return ratio > 1 && Number.isFinite(ratio) ? tauMin * Math.log(ratio) : Infinity;
}

/**
 * Water that boils away with this much heat going into it, kg.
 * @source conservation of energy
 */
export const evaporatedKg = (
  { netPowerW, minutes, tempC = 100 }: { netPowerW: number; minutes: number; tempC?: number },
  warn?: WarningSink,
): number =>
  (requireNotNegative('evaporatedKg', 'netPowerW', netPowerW, 'W') *
    requireNotNegative('evaporatedKg', 'minutes', minutes, 'min') *
    60) /
  (latentHeat(tempC, warn) * 1000);

/**
 * Cooling with the lid off or loose: heat also leaves with the steam, so the loss depends on temperature and is integrated
 * (fourth-order Runge-Kutta, 30 s). Ends after `minutes`.
 */
export function openCooling({
  load,
  surfaceM2,
  fromC,
  minutes,
  boilsAtC,
  lid = 'open',
}: {
  load: Load;
  surfaceM2: number;
  fromC: number;
  minutes: number;
  boilsAtC: number;
  lid?: Covered;
}): { segments: Segment[]; steamKg: number } {
  const capacity = heatCapacityJPerK(load);
  // What air takes from an open surface besides steam; a loose lid keeps that to itself.
  const film = lid === 'open' ? 7 : 0;
  const steamHeatW = (t: number): number =>
    (steamGPerMin({ tempC: t, boilsAtC, roomC: load.ambientC, surfaceM2, lid }) * latentHeat(Math.min(100, t))) / 60;
  const rate = (t: number): number =>
    -(load.lossWPerK * (t - load.ambientC) + film * surfaceM2 * (t - load.ambientC) + steamHeatW(t)) / capacity;
  const segments: Segment[] = [];
  let [t, left, steamKg] = [fromC, minutes, 0];
  while (left > 1e-9) {
    // As warm as the room to a hundredth of a degree, it stays so: a pot that was forgotten for a year is no year of half minutes.
    if (Math.abs(t - load.ambientC) < ROOM_WARM_C) {
      segments.push({ kind: 'hold', minutes: left, tempC: t });
      break;
    }
    const step = Math.min(0.5, left);
    const s = step * 60;
    const k1 = rate(t);
    const k2 = rate(t + (s * k1) / 2);
    const k3 = rate(t + (s * k2) / 2);
    const k4 = rate(t + s * k3);
    const next = t + (s * (k1 + 2 * k2 + 2 * k3 + k4)) / 6;
    steamKg += (steamHeatW((t + next) / 2) * s) / (latentHeat((t + next) / 2) * 1000);
    segments.push({ kind: 'ramp', minutes: step, fromC: t, toC: next });
    [t, left] = [next, left - step];
  }
  return { segments, steamKg };
}

/** From the room's warmth a pot is not told apart within this, °C. */
const ROOM_WARM_C = 0.01;

/** Where plain water boils in this kitchen: measured if the cook did, else from the altitude. */
export const kitchenBoilingPoint = (kitchen: { altitudeM: number; boilingPointC?: number }): number =>
  kitchen.boilingPointC ?? waterBoilingPoint(kitchen.altitudeM);
