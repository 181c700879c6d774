import { whatChanged, type Cause, type Making } from './whatChanged';

// How steady a house is: how far its makings of one drink lie apart, by what made them so.

/** What a habit or an instrument can tighten. */
export type Habit = Exclude<Cause, 'put-right'>;

/** A cause of unsteadiness: its spread from batch to batch, ln, and what all of it would be if this one were tightened. */
export type Spread = { habit: Habit; sdLn: number; allTightenedLn: number };

/** How far makings lie apart in strength, and by what. */
export type Steadiness = {
  batches: number;
  /** one standard deviation of all of it, ln */
  sdLn: number;
  /** the one that tightens most first */
  spreads: readonly Spread[];
  /** whether enough was measured to name one: by verdicts alone nobody can */
  canTell: boolean;
  /** a habit that was taken up on the way, since how many makings, and the spread of all before it and since, ln */
  takenUp: { habit: Habit; makings: number; beforeLn: number; sinceLn: number } | undefined;
};

/** Spreads of the book before anything was made here, ln, and what each comes to with its habit: weighed, timed, measured. House estimates. */
const BOOK: Readonly<Record<Habit, { sd: number; tight: number }>> = {
  lot: { sd: 0.12, tight: 0.05 },
  dose: { sd: 0.06, tight: 0.015 },
  time: { sd: 0.05, tight: 0.02 },
  yield: { sd: 0.05, tight: 0.02 },
  mix: { sd: 0.06, tight: 0.02 },
  ice: { sd: 0.04, tight: 0.02 },
};
/** Habits in the order of the work. */
export const HABITS = Object.keys(BOOK) as Habit[];

/** The book counts as so many batches. */
const BOOK_COUNTS = 4;
/** Of how many batches something must have been measured for a habit to be named. House choice. */
const MEASURED_SHARE = 0.5;

/**
 * How steady a house is in a drink: its makings against the first of them, cause by cause, each spread drawn towards the book's as far as few
 * batches tell little.
 * @param makings of one drink; undefined for fewer than two that can be compared
 */
export function steadiness(makings: readonly Making[]): Steadiness | undefined {
  const told = toldOf(makings);
  return told && { ...told, takenUp: takenUp(makings) };
}

/** What a making tells of a habit: what was measured of it. */
const TELLS: readonly (readonly [Habit, (m: Making) => boolean])[] = [
  ['lot', ({ batch }) => batch.brews.some((b) => b.brix !== undefined)],
  ['yield', ({ batch }) => batch.brews.every((b) => b.measuredVolumeMl !== undefined)],
];
/** Fewer makings than this, before or since, tell nothing of a spread. */
const ENOUGH = 2;

/** The habit that was kept in all makings from one on, and not before it. */
function takenUp(makings: readonly Making[]): Steadiness['takenUp'] {
  for (const [habit, kept] of TELLS) {
    const since = makings.findLastIndex((m) => !kept(m)) + 1;
    const [before, after] = [makings.slice(0, since), makings.slice(since)];
    if (before.length < ENOUGH || after.length < ENOUGH || before.some(kept)) continue;
    const [was, is] = [toldOf(before), toldOf(after)];
    if (was && is) return { habit, makings: after.length, beforeLn: was.sdLn, sinceLn: is.sdLn };
  }
  return undefined;
}

function toldOf(makings: readonly Making[]): Omit<Steadiness, 'takenUp'> | undefined {
  const [first, ...rest] = makings;
  if (!first) return undefined;
  const compared = rest.flatMap((m) => whatChanged(first, m) ?? []);
  if (compared.length === 0) return undefined;
  const n = compared.length + 1;
  const variances = new Map(
    HABITS.map((habit) => {
      const moved = [0, ...compared.map((c) => c.shares.find((s) => s.cause === habit)?.strengthLn ?? 0)];
      const mean = moved.reduce((a, b) => a + b, 0) / n;
      const seen = moved.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (n - 1);
      return [habit, (n * seen + BOOK_COUNTS * BOOK[habit].sd ** 2) / (n + BOOK_COUNTS)] as const;
    }),
  );
  const all = [...variances.values()].reduce((a, b) => a + b, 0);
  const measured = makings.filter(({ batch }) => batch.brews.every((b) => b.measuredVolumeMl !== undefined)).length;
  return {
    batches: n,
    sdLn: Math.sqrt(all),
    spreads: HABITS.map((habit): Spread => {
      const own = variances.get(habit)!;
      const tight = Math.min(own, BOOK[habit].tight ** 2);
      return { habit, sdLn: Math.sqrt(own), allTightenedLn: Math.sqrt(all - own + tight) };
    }).sort((a, b) => a.allTightenedLn - b.allTightenedLn),
    canTell: measured >= MEASURED_SHARE * makings.length,
  };
}
