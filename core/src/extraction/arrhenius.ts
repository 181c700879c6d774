import { GAS_CONSTANT, ZERO_CELSIUS_K } from '../physics/water';
import { InputError } from '../quantity/errors';
import { integrateGauss5 } from '../quantity/solve';
import { segmentTempC, startC, endC, type Segment, type TemperatureHistory } from '../heat/temperatureHistory';

/** Reference temperature of all extraction and fading rates, °C. */
export const REFERENCE_C = 95;

/**
 * How fast something runs at a temperature, relative to 95 °C (or another reference).
 * @source Arrhenius
 * @example rateFactor(30, 25) // 0.1002
 */
export function rateFactor(eaKJPerMol: number, tempC: number, referenceC = REFERENCE_C): number {
  if (!(tempC > -ZERO_CELSIUS_K)) throw new InputError('rateFactor', 'tempC', 'above -273.15 °C', tempC);
  if (!Number.isFinite(eaKJPerMol)) throw new InputError('rateFactor', 'eaKJPerMol', 'a number of kJ/mol', eaKJPerMol);
  return Math.exp(
    ((-1000 * eaKJPerMol) / GAS_CONSTANT) * (1 / (tempC + ZERO_CELSIUS_K) - 1 / (referenceC + ZERO_CELSIUS_K)),
  );
}

/**
 * A steep's clock: minutes at 95 °C that are worth as much as the history up to a moment, for one activation energy.
 * Built once for a history; asked any number of times, so additions that enter and leave at different moments cost nothing extra.
 */
export type ArrheniusClock = { equivalentMinutes(untilMin: number): number };

export function arrheniusClock(
  history: TemperatureHistory,
  eaKJPerMol: number,
  referenceC = REFERENCE_C,
): ArrheniusClock {
  const starts: number[] = [];
  const totals: number[] = [];
  let [time, total] = [0, 0];
  for (const segment of history.segments) {
    starts.push(time);
    totals.push(total);
    total += segmentEquivalent(segment, segment.minutes, eaKJPerMol, referenceC);
    time += segment.minutes;
  }
  // Several plants and families ask for the same moments.
  const asked = new Map<number, number>();
  const answer = (untilMin: number): number => {
    if (untilMin <= 0 || starts.length === 0) return 0;
    let i = 0;
    while (i + 1 < starts.length && starts[i + 1]! <= untilMin) i++;
    const segment = history.segments[i]!;
    const inside = Math.min(untilMin - starts[i]!, segment.minutes);
    return totals[i]! + segmentEquivalent(segment, inside, eaKJPerMol, referenceC);
  };
  return {
    equivalentMinutes(untilMin) {
      const known = asked.get(untilMin);
      if (known !== undefined) return known;
      const value = answer(untilMin);
      asked.set(untilMin, value);
      return value;
    },
  };
}

/** Equivalent minutes of a whole history. */
export const equivalentMinutes = (history: TemperatureHistory, eaKJPerMol: number, referenceC = REFERENCE_C): number =>
  arrheniusClock(history, eaKJPerMol, referenceC).equivalentMinutes(history.minutes);

/** Widest temperature step of one quadrature panel, K: five points then hold 1e-6 relative for any Ea in use. */
const PANEL_K = 25;

function segmentEquivalent(segment: Segment, untilMin: number, ea: number, referenceC: number): number {
  if (untilMin <= 0) return 0;
  if (segment.kind === 'hold') return untilMin * rateFactor(ea, segment.tempC, referenceC);
  if (segment.kind === 'ramp') {
    const rate = (t: number): number => rateFactor(ea, segmentTempC(segment, t), referenceC);
    return panels(Math.abs(endC(segment) - startC(segment)), 0, untilMin, rate);
  }
  return newtonEquivalent(segment, untilMin, ea, referenceC);
}

function panels(spanK: number, from: number, to: number, rate: (t: number) => number): number {
  const n = Math.max(1, Math.ceil(spanK / PANEL_K));
  const width = (to - from) / n;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += integrateGauss5(rate, from + i * width, from + (i + 1) * width);
  return sum;
}

/** Newton cooling: panels of at most one time constant until it has settled (12 of them), then a hold. */
function newtonEquivalent(
  segment: Extract<Segment, { kind: 'newton' }>,
  untilMin: number,
  ea: number,
  referenceC: number,
): number {
  const rate = (t: number): number => rateFactor(ea, segmentTempC(segment, t), referenceC);
  const settled = Math.min(untilMin, 12 * segment.tauMin);
  let [sum, t] = [0, 0];
  while (t < settled) {
    const distance = Math.abs(segmentTempC(segment, t) - segment.towardsC);
    const width = Math.min(
      settled - t,
      distance > PANEL_K ? -segment.tauMin * Math.log(1 - PANEL_K / distance) : segment.tauMin,
    );
    sum += integrateGauss5(rate, t, t + width);
    t += width;
  }
  return sum + (untilMin - settled) * rate(settled);
}
