import { isNight, NIGHT, type Night } from '../quantity/night';
import { requireInRange } from '../quantity/range';
import type { Tending, TendingTask } from './tending';

/** A task of a live jar at a time that suits the house, ms since 1970 UTC. */
export type TendingTime = { task: TendingTask; atMs: number };

const HOUR_MS = 3_600_000;

/**
 * What a live jar wants over the next days, at times when someone is up: what falls into the night is done the evening before when
 * gas is to be let out, and in the morning otherwise.
 * @param hourOf the hour of the day where the house is, 0 to below 24
 */
export function tendingTimes(
  tasks: readonly Tending[],
  nowMs: number,
  days: number,
  hourOf: (ms: number) => number,
  night: Night = NIGHT,
): readonly TendingTime[] {
  requireInRange('tendingTimes', 'days', days, { unit: 'days', min: 0, max: 120 });
  const end = nowMs + days * 24 * HOUR_MS;
  const times: TendingTime[] = [];
  for (const { task, inMin, everyMin } of tasks) {
    let due = nowMs + Math.max(0, inMin) * 60_000;
    while (due <= end) {
      const atMs = Math.max(nowMs, whenUp(due, task, hourOf, night));
      // What falls into one night is one thing to do.
      if (times.at(-1)?.task !== task || times.at(-1)!.atMs < atMs) times.push({ task, atMs });
      // The next counts from when it was done, and time goes on whatever is moved.
      const everyMs = Math.max(60, everyMin) * 60_000;
      due = Math.max(atMs + everyMs, due + everyMs / 2);
    }
  }
  return times.sort((a, b) => a.atMs - b.atMs || (a.task < b.task ? -1 : 1));
}

function whenUp(ms: number, task: TendingTask, hourOf: (ms: number) => number, night: Night): number {
  const hour = hourOf(ms);
  if (!isNight(hour, night)) return ms;
  const sinceEvening = hour > night.fromH ? hour - night.fromH : hour + 24 - night.fromH;
  // Gas waits for nobody: what is due in the night is let out before it.
  if (task === 'vent') return ms - sinceEvening * HOUR_MS;
  return ms + (24 - night.fromH + night.toH - sinceEvening) * HOUR_MS;
}
