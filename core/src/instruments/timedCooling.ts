import { coolingTauMin, type Load } from '../heat/heating';
import { CLOSED_LOSS, closedLossWPerK, vesselHeatJPerK, type TimedCooling, type Vessel } from '../heat/vessel';
import { waterOf, massG } from '../liquid/liquid';
import { median } from './judge';
import type { Reading } from './instrument';

/** Least that a cooling must show before anything is learned of the pot: its length, min, and its fall, °C. */
export const LEAST_COOLING = { minutes: 5, fallC: 3 } as const;

/** The warmth of the room is known to about 2 °C, and a pot is never timed better than this. House estimate, log scale. */
const FLOOR_SIGMA = 0.06;

/** How fast a pot really loses heat, times the model, and how sure that is (standard deviation of its logarithm). */
export type CoolingTimed = { lossScale: number; sigmaLn: number };

/**
 * Heat loss of a pot against the reference, from readings while it cools with its lid on. One exponential towards the room is
 * laid through the medians of each minute; the probe’s own lag shifts them all alike and changes nothing.
 * @returns undefined where the readings show too little of a cooling
 */
export function timeCooling(
  readings: readonly Reading[],
  { vessel, waterMl, roomC }: { vessel: Vessel; waterMl: number; roomC: number },
): CoolingTimed | undefined {
  const points = byMinute(readings).filter((p) => p.value > roomC + 5);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return undefined;
  const minutes = (last.atMs - first.atMs) / 60_000;
  if (minutes < LEAST_COOLING.minutes || first.value - last.value < LEAST_COOLING.fallC) return undefined;
  const x = points.map((p) => (p.atMs - first.atMs) / 60_000);
  const y = points.map((p) => Math.log(p.value - roomC));
  const { slope, sigma } = line(x, y);
  if (!(slope < 0)) return undefined;
  const lossScale = -slope * referenceTauMin(vessel, waterMl, roomC);
  return { lossScale, sigmaLn: Math.hypot(FLOOR_SIGMA, sigma / -slope) };
}

function referenceTauMin(vessel: Vessel, waterMl: number, ambientC: number): number {
  const { timed: _timed, ...untimed } = vessel;
  const load: Load = {
    massKg: massG(waterOf(waterMl)) / 1000,
    cpKJPerKgK: 4.186,
    vesselJPerK: vesselHeatJPerK(vessel),
    lossWPerK: closedLossWPerK(untimed, waterMl, 'counter'),
    ambientC,
  };
  return coolingTauMin(load);
}

/** Medians of each minute, at the middle of their readings. */
function byMinute(readings: readonly Reading[]): Reading[] {
  const minutes = new Map<number, Reading[]>();
  for (const r of readings) {
    const key = Math.floor(r.atMs / 60_000);
    minutes.set(key, [...(minutes.get(key) ?? []), r]);
  }
  return [...minutes.values()].map((own) => ({
    atMs: median(own.map((r) => r.atMs)),
    value: median(own.map((r) => r.value)),
  }));
}

/** Least squares, with the slope’s standard error. */
function line(x: readonly number[], y: readonly number[]): { slope: number; sigma: number } {
  const n = x.length;
  const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  const sxx = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  const slope = x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) / sxx;
  const rest = y.reduce((sum, v, i) => sum + (v - my - slope * (x[i]! - mx)) ** 2, 0);
  return { slope, sigma: Math.sqrt(rest / Math.max(1, n - 2) / sxx) };
}

/** Coolings that are remembered by name, so that none counts twice. */
const REMEMBERED = 40;

/**
 * A pot’s timing with one more cooling in it: each counts by how sure it is, the reference as it was before any. A cooling
 * that has counted already changes nothing.
 * @param name of the cooling, its own
 */
export function withCooling(before: TimedCooling | undefined, timed: CoolingTimed, name: string): TimedCooling {
  if (before?.from.includes(name)) return before;
  const prior = before ?? { lossScale: 1, sigmaLn: CLOSED_LOSS.counter.sigmaLn, coolings: 0, from: [] };
  const [a, b] = [1 / prior.sigmaLn ** 2, 1 / timed.sigmaLn ** 2];
  const ln = (a * Math.log(prior.lossScale) + b * Math.log(timed.lossScale)) / (a + b);
  return {
    lossScale: Math.exp(ln),
    sigmaLn: Math.sqrt(1 / (a + b)),
    coolings: prior.coolings + 1,
    from: [...prior.from, name].slice(-REMEMBERED),
  };
}
