import { InputError } from '../quantity/errors';

// What the liquid's temperature did, or will do, as a chain of simple segments.
// 1. Segments follow one another without gap; each has a positive length.
// 2. Times are minutes from the start of the history; temperatures are °C.
// Every extraction, fade and safety figure reads the temperature from here and nowhere else.

/** A stretch of time in which the temperature follows one law; min, °C. */
export type Segment =
  | { kind: 'hold'; minutes: number; tempC: number }
  /** straight from one temperature to another */
  | { kind: 'ramp'; minutes: number; fromC: number; toC: number }
  /** towards `towardsC` with the time constant `tauMin` (Newton's law) */
  | { kind: 'newton'; minutes: number; fromC: number; towardsC: number; tauMin: number };

/** A temperature over time, stretch after stretch; `minutes` is all of them. */
export type TemperatureHistory = { readonly segments: readonly Segment[]; readonly minutes: number };

/** @throws InputError for a segment of no, negative or endless length, or with a temperature that is no number */
export function temperatureHistory(segments: readonly Segment[]): TemperatureHistory {
  let minutes = 0;
  for (const segment of segments) {
    if (!(segment.minutes > 0) || !Number.isFinite(segment.minutes)) {
      throw new InputError('temperatureHistory', 'minutes', 'above 0 min and finite', segment.minutes);
    }
    if (!Number.isFinite(startC(segment)) || !Number.isFinite(endC(segment))) {
      throw new InputError('temperatureHistory', 'temperature', 'a finite number of °C', startC(segment));
    }
    minutes += segment.minutes;
  }
  return { segments, minutes };
}

/** Temperature inside one segment, `t` minutes after its start. */
export function segmentTempC(segment: Segment, t: number): number {
  switch (segment.kind) {
    case 'hold':
      return segment.tempC;
    case 'ramp':
      return segment.fromC + ((segment.toC - segment.fromC) * t) / segment.minutes;
    case 'newton':
      return segment.towardsC + (segment.fromC - segment.towardsC) * Math.exp(-t / segment.tauMin);
  }
}

/** Temperature at the beginning of a segment, °C. */
export const startC = (segment: Segment): number => segmentTempC(segment, 0);
/** Temperature at the end of a segment, °C. */
export const endC = (segment: Segment): number => segmentTempC(segment, segment.minutes);

/** Temperature at a time; before the start the first, after the end the last. */
export function tempAt(history: TemperatureHistory, atMin: number): number {
  let left = atMin;
  let last: Segment | undefined;
  for (const segment of history.segments) {
    if (left <= segment.minutes) return segmentTempC(segment, Math.max(0, left));
    left -= segment.minutes;
    last = segment;
  }
  if (!last) throw new InputError('tempAt', 'history', 'a history with at least one segment', 'none');
  return endC(last);
}

/** The hottest it has been by a moment: between the ends of a segment temperature only rises or only falls. */
export function hottestC(history: TemperatureHistory, untilMin: number): number {
  let [hottest, start] = [-Infinity, 0];
  for (const segment of history.segments) {
    if (start > untilMin) break;
    hottest = Math.max(hottest, startC(segment), segmentTempC(segment, Math.min(segment.minutes, untilMin - start)));
    start += segment.minutes;
  }
  return hottest;
}

/** The history with more segments behind it. */
export const followedBy = (history: TemperatureHistory, ...segments: Segment[]): TemperatureHistory =>
  temperatureHistory([...history.segments, ...segments]);

/**
 * First time at which the history reaches a temperature, from above or below; undefined if it never does.
 */
export function firstReaches(history: TemperatureHistory, tempC: number, fromMin = 0): number | undefined {
  let start = 0;
  for (const segment of history.segments) {
    const end = start + segment.minutes;
    if (end >= fromMin) {
      const a = Math.max(0, fromMin - start);
      const t = crossing(segment, tempC, a);
      if (t !== undefined) return start + t;
    }
    start = end;
  }
  return undefined;
}

/** Minutes of a span that a history spends above a temperature: a segment rises or falls, it never does both. */
export function minutesAbove(history: TemperatureHistory, tempC: number, fromMin: number, toMin: number): number {
  let [sum, start] = [0, 0];
  for (const segment of history.segments) {
    const [a, b] = [Math.max(0, fromMin - start), Math.min(segment.minutes, toMin - start)];
    start += segment.minutes;
    if (b <= a) continue;
    const [atA, atB] = [segmentTempC(segment, a) > tempC, segmentTempC(segment, b) > tempC];
    if (atA && atB) sum += b - a;
    else if (atA || atB) {
      const cross = crossing(segment, tempC, a) ?? a;
      sum += atA ? Math.min(b, cross) - a : b - Math.min(b, cross);
    }
  }
  return sum;
}

function crossing(segment: Segment, tempC: number, fromMin: number): number | undefined {
  const before = segmentTempC(segment, fromMin) - tempC;
  const after = endC(segment) - tempC;
  if (before === 0) return fromMin;
  if (before * after > 0) return undefined;
  let t: number;
  if (segment.kind === 'newton') {
    t = segment.tauMin * Math.log((segment.fromC - segment.towardsC) / (tempC - segment.towardsC));
  } else if (segment.kind === 'ramp') {
    t = (segment.minutes * (tempC - segment.fromC)) / (segment.toC - segment.fromC);
  } else return undefined;
  return Number.isFinite(t) ? Math.min(t, segment.minutes) : undefined;
}
