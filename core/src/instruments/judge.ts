import type { Reading } from './instrument';

// Whether a probe thermometer can be believed. It is asked before a reading may move a prediction.

/** Whether a probe can be believed, and why not. */
export type ProbeState =
  | 'good'
  /** nothing has come for a while */
  | 'silent'
  /** it says the same while the pot cannot stay the same */
  | 'stuck'
  /** faster than a pot of water can change */
  | 'jumping'
  /** it reads the room */
  | 'out-of-the-pot'
  /** beyond what any pot does */
  | 'impossible'
  /** far from what the model thinks possible for this pot, and going further */
  | 'doubtful';

/** What is thought of a probe, and what it said last, °C. */
export type ProbeJudged = { state: ProbeState; lastMs: number | undefined; lastC: number | undefined };

/** What a probe in this pot should read. */
export type Expected = {
  /** the model’s temperature at a moment */
  tempAt: (atMs: number) => number;
  /** how far the model may be off, °C, one standard deviation */
  sigmaC: number;
  roomC: number;
  boilsAtC: number;
};

/** A probe that sends every second is missed after this, s; slower ones after five of their own intervals. House estimate. */
const SILENT_S = 15;
/** No pot of a litre or more on a stove changes faster, °C/s: 3 kW into 1 L gives 0.7. */
const FASTEST_C_PER_S = 2.5;
/** Unmoved over this span while the model moves by so much. House estimates, from a probe that shows tenths. */
const STUCK = { spanMs: 240_000, modelMovesC: 1.2, probeMovesC: 0.15 };
/** Of the readings of the last half minute, so many may be single outliers before the probe counts as jumping. */
const OUTLIER_SHARE = 0.04;
/** Beyond so many of the model’s standard deviations it is rather the probe. */
const DOUBT_SIGMAS = 4;

/**
 * Judges a probe by its last minutes.
 * @param readings oldest first; five minutes of them are enough
 */
export function judgeProbe(readings: readonly Reading[], expected: Expected, nowMs: number): ProbeJudged {
  const last = readings.at(-1);
  const as = (state: ProbeState): ProbeJudged => ({ state, lastMs: last?.atMs, lastC: last?.value });
  if (!last || nowMs - last.atMs > silentAfterMs(readings)) return as('silent');
  const recent = readings.filter((r) => r.atMs > last.atMs - 30_000);
  const beyond = recent.filter((r) => r.value < -5 || r.value > expected.boilsAtC + 12);
  if (beyond.length > recent.length / 2) return as('impossible');
  const jumps = recent.slice(1).filter((r, i) => {
    const seconds = Math.max(1, (r.atMs - recent[i]!.atMs) / 1000);
    return Math.abs(r.value - recent[i]!.value) / seconds > FASTEST_C_PER_S;
  });
  const level = median(recent.map((r) => r.value));
  const model = expected.tempAt(last.atMs);
  const away = Math.abs(level - model) > DOUBT_SIGMAS * expected.sigmaC;
  if (away && Math.abs(level - expected.roomC) < 4 && Math.abs(model - expected.roomC) > 12)
    return as('out-of-the-pot');
  if (jumps.length > Math.max(1, recent.length * OUTLIER_SHARE)) return as('jumping');
  if (isStuck(readings, last.atMs, expected)) return as('stuck');
  return as(away ? 'doubtful' : 'good');
}

function silentAfterMs(readings: readonly Reading[]): number {
  const gaps = readings.slice(-12).flatMap((r, i, all) => (i === 0 ? [] : [r.atMs - all[i - 1]!.atMs]));
  return Math.max(SILENT_S * 1000, gaps.length > 2 ? 5 * median(gaps) : 0);
}

function isStuck(readings: readonly Reading[], lastMs: number, { tempAt }: Expected): boolean {
  const span = readings.filter((r) => r.atMs >= lastMs - STUCK.spanMs);
  const first = span[0];
  if (!first || lastMs - first.atMs < STUCK.spanMs * 0.9) return false;
  const values = span.map((r) => r.value);
  const moves = Math.max(...values) - Math.min(...values);
  return moves <= STUCK.probeMovesC && Math.abs(tempAt(lastMs) - tempAt(first.atMs)) >= STUCK.modelMovesC;
}

/** What a good probe says, without its noise: the median of its last ten seconds. */
export const levelOf = (readings: readonly Reading[]): number | undefined => {
  const last = readings.at(-1);
  return last && median(readings.filter((r) => r.atMs > last.atMs - 10_000).map((r) => r.value));
};

/** Median of some values; of an even number the mean of the middle two. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
