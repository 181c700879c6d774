import Joi from 'joi';

const ISO = /^\d{4}-\d\d-\d\d(T\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)?)?$/;
const DAY = /^\d{4}-\d\d-\d\d$/;

/** Two clocks are never quite alike; a day may have begun elsewhere already. */
const AHEAD_MS = { moment: 2 * 60_000, day: 26 * 3_600_000 };
/** What a kitchen has now is not older, and what it plans for is not further off. House choices. */
const OLDEST_YEARS = 20;
const FURTHEST_YEARS = 2;
const YEAR_MS = 365.25 * 86_400_000;
/** Where nobody says what time it is: no notebook is older. */
const EARLIEST_MS = Date.UTC(2000, 0, 1);

/** What time it is, for the times that are checked. */
export type Clock = { now?: Date };

const read = (value: string): number | undefined => {
  const ms = ISO.test(value) ? Date.parse(value) : NaN;
  // The 30th of February is read as the 2nd of March.
  const isDay =
    Number.isFinite(ms) && new Date(`${value.slice(0, 10)}T00:00Z`).toISOString().slice(0, 10) === value.slice(0, 10);
  return isDay ? ms : undefined;
};

/** The one rule for a time: a moment that is one to every program, in UTC, between the ends that fit what it is. */
const timeWithin = (
  ends: (value: string, nowMs: number | undefined) => { fromMs: number; toMs: number; late: string },
) =>
  Joi.string().custom((value: string, helpers) => {
    const ms = read(value);
    if (ms === undefined) return helpers.error('string.isoDate');
    const { now } = (helpers.prefs.context ?? {}) as Clock;
    const { fromMs, toMs, late } = ends(value, now?.getTime());
    if (ms < fromMs) return helpers.error('moment.early');
    if (ms > toMs) return helpers.error(late);
    return DAY.test(value) ? value : new Date(ms).toISOString();
  });

/** A day or moment that has come: "2026-07-05T09:00+02" looks like one and is none, and 1970 is not in this kitchen. */
export const moment = (): Joi.StringSchema =>
  timeWithin((value, nowMs) =>
    nowMs === undefined
      ? { fromMs: EARLIEST_MS, toMs: Infinity, late: 'moment.late' }
      : {
          fromMs: Math.max(EARLIEST_MS, nowMs - OLDEST_YEARS * YEAR_MS),
          toMs: nowMs + (DAY.test(value) ? AHEAD_MS.day : AHEAD_MS.moment),
          late: 'moment.late',
        },
  );

/** A moment that is planned for: it may be still to come, and may have passed while a page stood open. */
export const momentAhead = (): Joi.StringSchema =>
  timeWithin((_value, nowMs) => ({
    fromMs: nowMs === undefined ? EARLIEST_MS : nowMs - OLDEST_YEARS * YEAR_MS,
    toMs: nowMs === undefined ? Infinity : nowMs + FURTHEST_YEARS * YEAR_MS,
    late: 'moment.far',
  }));
