import { GAS_CONSTANT, ZERO_CELSIUS_K } from '../physics/water';
import { InputError } from '../quantity/errors';
import { lastAsked } from '../quantity/lastAsked';
import { GAUSS_NODES, GAUSS_WEIGHTS } from '../quantity/solve';
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
  return Math.exp(energyPerGas(eaKJPerMol) * (coldness(tempC) - coldness(referenceC)));
}

/** Ea / R with its sign, K: what the inverse temperature is multiplied by. */
export const energyPerGas = (eaKJPerMol: number): number => (-1000 * eaKJPerMol) / GAS_CONSTANT;

/** Inverse absolute temperature, 1/K. */
export const coldness = (tempC: number): number => 1 / (tempC + ZERO_CELSIUS_K);

/**
 * A temperature history made ready for any number of activation energies: the points at which its temperature is read, and
 * how many minutes each stands for. Reading temperatures is most of the work, and it does not depend on the energy.
 */
export type HistoryNodes = { upTo(untilMin: number): Nodes };

/**
 * `pace5` is the rate factor of 5 kJ/mol at each point. The energies in use are whole multiples of that, so their factors are
 * its whole powers, which are far cheaper than exponentials.
 */
type Nodes = { minutes: readonly number[]; coldness: readonly number[]; pace5: readonly number[] };

const STEP_KJ_PER_MOL = 5;

/** Widest temperature step of one quadrature panel, K: five points then hold 5e-5 relative for any energy in use. */
const PANEL_K = 60;

/** Moments and temperatures of a history at which rates are added up, min and °C. */
export const historyNodes = (history: TemperatureHistory): HistoryNodes => ({
  upTo: lastAsked((untilMin) => nodesUpTo(history, untilMin)),
});

function nodesUpTo(history: TemperatureHistory, untilMin: number): Nodes {
  const minutes: number[] = [];
  const cold: number[] = [];
  let start = 0;
  for (const segment of history.segments) {
    const inside = Math.min(untilMin - start, segment.minutes);
    if (inside <= 0) break;
    addSegment(segment, inside, minutes, cold);
    start += segment.minutes;
  }
  const energy = energyPerGas(STEP_KJ_PER_MOL);
  const reference = coldness(REFERENCE_C);
  return { minutes, coldness: cold, pace5: cold.map((c) => Math.exp(energy * (c - reference))) };
}

function addSegment(segment: Segment, untilMin: number, minutes: number[], cold: number[]): void {
  if (segment.kind === 'hold') {
    minutes.push(untilMin);
    cold.push(coldness(segment.tempC));
  } else if (segment.kind === 'ramp') {
    const share = untilMin / segment.minutes;
    const panels = Math.max(1, Math.ceil((Math.abs(endC(segment) - startC(segment)) * share) / PANEL_K));
    for (let i = 0; i < panels; i++)
      addPanel(segment, (untilMin * i) / panels, (untilMin * (i + 1)) / panels, minutes, cold);
  } else {
    addNewton(segment, untilMin, minutes, cold);
  }
}

/** Newton cooling: panels of at most one time constant until it has settled (12 of them), then a hold. */
function addNewton(
  segment: Extract<Segment, { kind: 'newton' }>,
  untilMin: number,
  minutes: number[],
  cold: number[],
): void {
  const settled = Math.min(untilMin, 12 * segment.tauMin);
  let t = 0;
  while (t < settled) {
    const distance = Math.abs(segmentTempC(segment, t) - segment.towardsC);
    const reach = distance > PANEL_K ? -segment.tauMin * Math.log(1 - PANEL_K / distance) : segment.tauMin;
    const width = Math.min(settled - t, reach);
    addPanel(segment, t, t + width, minutes, cold);
    t += width;
  }
  if (untilMin > settled) {
    minutes.push(untilMin - settled);
    cold.push(coldness(segmentTempC(segment, settled)));
  }
}

/** Five Gauss-Legendre points. */
function addPanel(segment: Segment, from: number, to: number, minutes: number[], cold: number[]): void {
  const half = (to - from) / 2;
  const middle = (to + from) / 2;
  for (let i = 0; i < 5; i++) {
    minutes.push(half * GAUSS_WEIGHTS[i]!);
    cold.push(coldness(segmentTempC(segment, middle + half * GAUSS_NODES[i]!)));
  }
}

/** Minutes at the reference that a history is worth up to a moment, for one activation energy. */
export function equivalentUpTo(
  nodes: HistoryNodes,
  eaKJPerMol: number,
  untilMin: number,
  referenceC = REFERENCE_C,
): number {
  if (untilMin <= 0) return 0;
  const { minutes, coldness: cold, pace5 } = nodes.upTo(untilMin);
  let sum = 0;
  const power = eaKJPerMol / STEP_KJ_PER_MOL;
  if (referenceC === REFERENCE_C && Number.isInteger(power) && power >= 0) {
    for (let i = 0; i < minutes.length; i++) sum += minutes[i]! * wholePower(pace5[i]!, power);
    return sum;
  }
  const energy = energyPerGas(eaKJPerMol);
  const reference = coldness(referenceC);
  for (let i = 0; i < minutes.length; i++) sum += minutes[i]! * Math.exp(energy * (cold[i]! - reference));
  return sum;
}

function wholePower(base: number, power: number): number {
  let [result, square, left] = [1, base, power];
  while (left > 0) {
    if (left & 1) result *= square;
    square *= square;
    left >>= 1;
  }
  return result;
}

/** Equivalent minutes of a whole history. */
export const equivalentMinutes = (history: TemperatureHistory, eaKJPerMol: number, referenceC = REFERENCE_C): number =>
  equivalentUpTo(historyNodes(history), eaKJPerMol, history.minutes, referenceC);
