import { keepingDaysAt } from './keepingWindow';

// How old a drink is for its keeping window: days in the fridge count as they are, warmer hours count for more.

/** The windows are written for a fridge at this temperature. */
const REFERENCE_C = 4;

/** Days of fridge life that a day at a temperature uses up; a colder fridge than the rules' own earns nothing. */
const pace = (tempC: number): number =>
  tempC <= REFERENCE_C ? 1 : 1 / keepingDaysAt({ days: 1, tempC, referenceC: REFERENCE_C });

export type KeptAt = {
  madeMs: number;
  fridgeC: number;
  /** spells out of the fridge */
  out: readonly { minutes: number; ambientC: number }[];
};

/** Days of fridge life that spells out of the fridge have used up beyond their own length. */
const extraDays = ({ out }: KeptAt): number =>
  out.reduce((sum, o) => sum + (o.minutes / 1440) * (pace(o.ambientC) - 1), 0);

/** Age at a moment, in days of the rules' fridge. Never younger than by the calendar. */
export const ageDays = (kept: KeptAt, nowMs: number): number =>
  (Math.max(0, nowMs - kept.madeMs) / 86_400_000) * pace(kept.fridgeC) + extraDays(kept);

/** When a window of so many days ends, milliseconds since 1970 UTC; not before it was made. */
export const windowEndMs = (kept: KeptAt, days: number): number =>
  kept.madeMs + (Math.max(0, days - extraDays(kept)) / pace(kept.fridgeC)) * 86_400_000;
