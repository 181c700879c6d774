import { endC, firstReaches, segmentTempC, startC, type TemperatureHistory } from './temperatureHistory';

/**
 * The two legs of safe cooling. Figures: FDA Food Code 3-501.14, started at 60 °C instead of 57, the stricter home figure.
 * The last limit also bounds how long a liquid that was never hot may take to reach 5 °C.
 */
export const TWO_STEP = { fromC: 60, middleC: 21, toC: 5, firstLegMaxMin: 120, secondLegMaxMin: 240 } as const;

/** Minutes from 60 to 21 °C and from 21 to 5 °C, undefined where it never gets there; `passes` by both limits. */
export type TwoStepCooling = { min60To21: number | undefined; min21To5: number | undefined; passes: boolean };

/**
 * Minutes a history takes from 60 to 21 °C and on to 5 °C, and whether both are within their limits.
 * A leg counts until the liquid stays below its end, so a cold liquid that is warmed again by what it is mixed with is not
 * cold yet. A leg that a history never finishes is undefined and does not pass. A history that starts below 60 °C has no
 * first leg, and its second starts at its beginning.
 */
export function twoStepCooling(history: TemperatureHistory): TwoStepCooling {
  const wasHot = lastFallsThrough(history, TWO_STEP.fromC);
  const cold = coldFor(history);
  if (wasHot === undefined) {
    const pullDown = cold === undefined ? undefined : cold;
    return {
      min60To21: undefined,
      min21To5: pullDown,
      passes: pullDown !== undefined && pullDown <= TWO_STEP.secondLegMaxMin,
    };
  }
  const middle = firstReaches(history, TWO_STEP.middleC, wasHot);
  const min60To21 = middle === undefined ? undefined : middle - wasHot;
  const min21To5 = middle === undefined || cold === undefined ? undefined : Math.max(0, cold - middle);
  const passes =
    min60To21 !== undefined &&
    min60To21 <= TWO_STEP.firstLegMaxMin &&
    min21To5 !== undefined &&
    min21To5 <= TWO_STEP.secondLegMaxMin;
  return { min60To21, min21To5, passes };
}

/** Moment from which a history stays at or below 5 °C; undefined if it ends above. */
function coldFor(history: TemperatureHistory): number | undefined {
  const last = history.segments[history.segments.length - 1];
  if (!last || endC(last) > TWO_STEP.toC + 1e-6) return undefined;
  return lastFallsThrough(history, TWO_STEP.toC) ?? 0;
}

/** Last moment at which a history falls through a temperature; undefined if it never does. */
function lastFallsThrough(history: TemperatureHistory, tempC: number): number | undefined {
  let found: number | undefined;
  let start = 0;
  for (const segment of history.segments) {
    if (
      startC(segment) >= tempC &&
      segmentTempC(segment, segment.minutes) < tempC + 1e-6 &&
      startC(segment) > endC(segment)
    ) {
      const inside = firstReaches({ segments: [segment], minutes: segment.minutes }, tempC);
      if (inside !== undefined) found = start + inside;
    }
    start += segment.minutes;
  }
  return found;
}
