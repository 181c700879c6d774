import { requireInRange, requireNotNegative, requirePositive } from '../quantity/range';

// When a drink runs out, and when the next one is to be begun so that it is there before: how much is drunk by weekday, learned from
// what was poured.

/** What was drunk of a drink on one day of the house: its weekday, 0 Sunday to 6 Saturday, and glasses. Days without a glass count too. */
export type DrunkDay = { weekday: number; glasses: number };

/** What is known of how much is drunk: glasses on each weekday, and how sure, as days of watching. */
export type Thirst = { byWeekday: readonly number[]; shape: number };

/** A jug lasts so many days before anything was watched, and that weighs as much as so many days of watching. House estimates. */
const PRIOR = { jugDays: 5, days: 14 } as const;
/** A weekday of its own weighs as much as so many of them against the week as a whole. House estimate. */
const WEEKDAY_WEIGHT = 3;

/**
 * How much is drunk, by weekday: gamma-Poisson, the week as a whole first, each weekday drawn towards it.
 * @param jugGlasses glasses that a jug of it makes
 */
export function thirstFrom(days: readonly DrunkDay[], jugGlasses: number): Thirst {
  requirePositive('thirstFrom', 'jugGlasses', jugGlasses, 'glasses');
  const sum = days.reduce((all, d) => all + requireNotNegative('thirstFrom', 'glasses', d.glasses, 'glasses'), 0);
  const shape = (PRIOR.days * jugGlasses) / PRIOR.jugDays + sum;
  const mean = shape / (PRIOR.days + days.length);
  const byWeekday = Array.from({ length: 7 }, (_, weekday) => {
    const own = days.filter((d) => d.weekday === weekday);
    const drunk = own.reduce((all, d) => all + d.glasses, 0);
    return (WEEKDAY_WEIGHT * mean + drunk) / (WEEKDAY_WEIGHT + own.length);
  });
  return { byWeekday, shape: Math.max(0.5, shape) };
}

/** Glasses that are likely drunk over some days from a weekday on; part of a day counts as much. */
export function glassesOver({ byWeekday }: Thirst, fromWeekday: number, days: number): number {
  requireInRange('glassesOver', 'fromWeekday', fromWeekday, { unit: '', min: 0, max: 6 });
  requireNotNegative('glassesOver', 'days', days, 'days');
  let sum = 0;
  for (let d = 0; d < days; d++) sum += byWeekday[(fromWeekday + d) % 7]! * Math.min(1, days - d);
  return sum;
}

/** Chance that no more than so many glasses are drunk, where so many are likely: negative binomial. */
export function chanceAtMost(glasses: number, mean: number, shape: number): number {
  if (glasses < 0) return 0;
  if (mean <= 0) return 1;
  // The rate itself is known by its shape: p is what of a drawn rate is not drunk.
  const p = shape / (shape + mean);
  let term = p ** shape;
  let sum = term;
  for (let k = 1; k <= Math.floor(glasses + 1e-9) && sum < 1; k++) {
    term *= ((shape + k - 1) / k) * (1 - p);
    sum += term;
  }
  return Math.min(1, sum);
}

/** How many glasses are not exceeded with a chance. */
function quantile(chance: number, mean: number, shape: number): number {
  let glasses = 0;
  while (glasses < 2000 && chanceAtMost(glasses, mean, shape) < chance) glasses++;
  return glasses;
}

/** "Rather too little", "as it comes", "rather too much": how sure one wants to be that some is left. House choices, tried on made-up houses. */
export const SERVICE = { 'rather-too-little': 0.6, balanced: 0.7, 'rather-too-much': 0.85 } as const;
/** One of {@link SERVICE}. */
export type ServiceWish = keyof typeof SERVICE;

/** What advice goes by. */
export type StockOf = {
  thirst: Thirst;
  /** today's weekday, 0 Sunday to 6 Saturday */
  weekday: number;
  /** glasses that stand now and are still good by their days: how many until the end of each, days from now */
  stock: readonly { glasses: number; goodDays: number }[];
  /** from the first touch to the first glass: brew, cool and rest, days */
  leadDays: number;
  /** how long a new one is good, days from when it can be poured */
  keepsDays: number;
  /** glasses that can be made at once */
  mostGlasses: number;
  service: number;
};

/** When it runs out, when the next is to be begun, and how much of it. */
export type NextOne = {
  /** days from now until nothing is left: likely, and the earliest and latest of four in five */
  outInDays: { likely: number; early: number; late: number };
  /** begin it in so many whole days from now; 0 is today */
  beginInDays: number;
  /** glasses to make */
  glasses: number;
  /** glasses that will be poured away past their day, as it stands */
  pastGlasses: number;
};

/** What is begun in a morning is not there at breakfast, days. */
const HALF_A_DAY = 0.5;
/**
 * So much less sure is one of the amount than of the day: a jug too few is made again, a litre too many is poured away. House choices,
 * set on 200 made-up households (runningOut.test.ts).
 */
const [MADE_BELOW, LEAST_SHARE] = [0.3, 0.1];

/** Nobody looks further ahead than this, days. */
const AHEAD_DAYS = 60;

/** @throws InputError for a lead, a keeping or a service that cannot be */
export function nextOne(s: StockOf): NextOne {
  requireNotNegative('nextOne', 'leadDays', s.leadDays, 'days');
  requirePositive('nextOne', 'keepsDays', s.keepsDays, 'days');
  requireInRange('nextOne', 'service', s.service, { unit: '', min: 0.05, max: 0.99 });
  const { thirst, weekday } = s;
  const mean = (days: number): number => glassesOver(thirst, weekday, days);
  // What stands ends by the glass or by the day, whichever comes first.
  const lasts = (days: number): number => usable(s, days);
  const chance = (days: number): number => chanceAtMost(lasts(days), mean(days), thirst.shape);
  const firstDay = (met: (days: number) => boolean): number => {
    for (let d = 0; d <= AHEAD_DAYS; d++) if (met(d)) return d;
    return AHEAD_DAYS;
  };
  const outAt = (level: number): number => firstDay((d) => chance(d) < level);
  const begin = Math.max(
    0,
    firstDay((d) => chance(d + HALF_A_DAY + s.leadDays) < s.service),
  );
  const ready = begin + Math.ceil(s.leadDays);
  const over = (weekday + ready) % 7;
  const wanted = quantile(
    Math.max(LEAST_SHARE, s.service - MADE_BELOW),
    glassesOver(thirst, over, s.keepsDays),
    thirst.shape,
  );
  const left = Math.max(0, lasts(ready + s.keepsDays) - mean(ready));
  return {
    outInDays: { likely: outAt(0.5), early: outAt(0.9), late: outAt(0.1) },
    beginInDays: begin,
    glasses: Math.max(1, Math.min(s.mostGlasses, Math.round(wanted - left))),
    pastGlasses: Math.max(0, s.stock.reduce((all, x) => all + x.glasses, 0) - lasts(AHEAD_DAYS)),
  };
}

/** Glasses of what stands that can be drunk within some days: of what ends before, only what is drunk by then. */
function usable({ stock, thirst, weekday }: StockOf, days: number): number {
  let drunk = 0;
  let sum = 0;
  for (const { glasses, goodDays } of [...stock].sort((a, b) => a.goodDays - b.goodDays)) {
    const until = Math.min(days, goodDays);
    const can =
      goodDays >= days ? glasses : Math.min(glasses, Math.max(0, glassesOver(thirst, weekday, until) - drunk));
    sum += can;
    drunk += can;
  }
  return sum;
}
