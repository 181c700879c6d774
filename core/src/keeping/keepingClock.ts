import { keepingDaysAt } from './keepingWindow';

// How old a drink is for its keeping window: days in the fridge count as they are, warmer ones for more, frozen ones not at all.

/** The windows are written for a fridge at this temperature. */
export const RULES_FRIDGE_C = 4;
/** What thawing takes of the fridge's days. House choice: it is done in the fridge, and slowly. */
export const THAW_DAYS = 1;
const DAY_MS = 86_400_000;

/** Days of fridge life that a day at a temperature uses up; a colder fridge than the rules' own earns nothing. */
const pace = (tempC: number): number =>
  tempC <= RULES_FRIDGE_C ? 1 : 1 / keepingDaysAt({ days: 1, tempC, referenceC: RULES_FRIDGE_C });

/** Where it stood from a moment on, milliseconds since 1970 UTC. */
export type Stand = { fromMs: number; tempC: number; frozen: boolean };

/** Where something stood since it was made, and how long it was out; min, °C. */
export type KeptAt = {
  /** since it was made, the oldest first; it stands in the last one */
  stands: readonly [Stand, ...Stand[]];
  /** spells out of where it stood */
  out: readonly { minutes: number; ambientC: number }[];
};

/** Days of fridge life that spells out of the fridge have used up beyond their own length. */
const extraDays = ({ out }: KeptAt): number =>
  out.reduce((sum, o) => sum + (o.minutes / 1440) * (pace(o.ambientC) - 1), 0);

/** The stand that it has now, and what was used up before it. A freezer has a window of its own, from the day it went in. */
function standing({ stands }: KeptAt): { now: Stand; usedDays: number } {
  const now = stands.at(-1)!;
  if (now.frozen) return { now, usedDays: 0 };
  const usedDays = stands
    .slice(0, -1)
    .reduce(
      (sum, s, i) => sum + (s.frozen ? THAW_DAYS : ((stands[i + 1]!.fromMs - s.fromMs) / DAY_MS) * pace(s.tempC)),
      0,
    );
  return { now, usedDays };
}

const paceOf = ({ frozen, tempC }: Stand): number => (frozen ? 1 : pace(tempC));

/** Age at a moment, in days of the rules' fridge, or of the freezer where it is frozen. */
export function ageDays(kept: KeptAt, nowMs: number): number {
  const { now, usedDays } = standing(kept);
  return usedDays + (Math.max(0, nowMs - now.fromMs) / DAY_MS) * paceOf(now) + extraDays(kept);
}

/** When a window of so many days ends, milliseconds since 1970 UTC; not before it was put where it stands. */
export function windowEndMs(kept: KeptAt, days: number): number {
  const { now, usedDays } = standing(kept);
  return now.fromMs + (Math.max(0, days - usedDays - extraDays(kept)) / paceOf(now)) * DAY_MS;
}
