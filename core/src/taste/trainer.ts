import { normalDraw, seededRandom } from '../uncertainty/random';
import {
  afterBatch,
  foreseen,
  freshState,
  LEARNING,
  likingSd,
  wantedLnX,
  wordOfStrength,
  worthIt,
  type About,
  type State,
} from './filter';
import { wordFor } from './madeUpHouses';

// A trainer: made-up houses with a hidden truth, drawn by the same rules that advice was tried on. Nothing of it is written down before.

/** How hard a course is: one bag and sure tongues; tongues as they are; a new bag half way; and one that nobody tells of. */
export const LEVELS = [1, 2, 3, 4] as const;
/** One of {@link LEVELS}. */
export type CourseLevel = (typeof LEVELS)[number];

/** A course: a made-up house, and what was poured in it so far, × of the house. */
export type Course = { seed: number; level: CourseLevel; pouredX: readonly number[] };

/** Glasses of a course. */
export const COURSE_GLASSES = 6;
/** A new bag comes with this glass, where one comes. */
const NEW_BAG_AT = 3;
/** Spread of what bags give in made-up houses, ln. */
const BAG_SD = 0.2;

/** What is hidden: what is liked, what each bag gives, ×. */
export type Truth = { likedX: number; bagsX: readonly [number, number | undefined] };

const noiseOf = (level: CourseLevel): number => LEARNING.noise.strength * (level === 1 ? 0.6 : 1);
const bagAt = (level: CourseLevel, glass: number): 0 | 1 => (level >= 3 && glass >= NEW_BAG_AT ? 1 : 0);

/** The truth of a made-up house. */
export function houseTruth({ seed, level }: Pick<Course, 'seed' | 'level'>): Truth {
  const random = seededRandom(seed);
  const [liked, first, second] = [likingSd('strength'), BAG_SD, BAG_SD].map((sd) =>
    Math.exp(normalDraw(random) * sd),
  ) as [number, number, number];
  return { likedX: liked, bagsX: [first, level >= 3 ? second : undefined] };
}

/** How far a glass is from what is liked, ln: with the bag that it is made of. */
export function offOf(course: Pick<Course, 'seed' | 'level'>, glass: number, pouredX: number): number {
  const { likedX, bagsX } = houseTruth(course);
  return Math.log((pouredX * bagsX[bagAt(course.level, glass)]!) / likedX);
}

/** What is said of a glass: the same house says the same of the same glass. */
export function saidOf(course: Pick<Course, 'seed' | 'level'>, glass: number, pouredX: number): -2 | -1 | 0 | 1 | 2 {
  const random = seededRandom(course.seed * 31 + glass * 7919 + 1);
  return wordFor(offOf(course, glass, pouredX), noiseOf(course.level), random);
}

/** Whether the cook is told of a new bag before a glass. */
export const newBagTold = (level: CourseLevel, glass: number): boolean => level === 3 && glass === NEW_BAG_AT;

const known = (lot: string | undefined): About => (lot === undefined ? {} : { lot });

/** What the bench's own advice would have poured in the same house, glass by glass, ×. */
export function advisedX(course: Pick<Course, 'seed' | 'level'>): readonly number[] {
  let state: State = freshState();
  let x = 1;
  const poured: number[] = [];
  for (let glass = 0; glass < COURSE_GLASSES; glass++) {
    const told = course.level !== 4;
    const lot = (g: number): string | undefined => (told ? String(bagAt(course.level, g)) : undefined);
    if (glass > 0) {
      const { mean } = wantedLnX(foreseen(state, known(lot(glass))));
      if ((Math.log(x) - mean) ** 2 >= worthIt(false)) x = Math.exp(mean);
    }
    poured.push(x);
    const word = saidOf(course, glass, x);
    state = afterBatch(state, { lot: lot(glass), seen: [wordOfStrength(Math.log(x), word)] });
  }
  return poured;
}

/** How a course went: how far off each glass was, ln, one's own and the advised; the first is everybody's. */
export type CourseResult = { own: readonly number[]; advised: readonly number[]; ownMean: number; advisedMean: number };

/** What became of a course that is over. */
export function resultOf(course: Course): CourseResult {
  const off = (all: readonly number[]): number[] => all.map((x, i) => Math.abs(offOf(course, i, x)));
  const [own, advised] = [off(course.pouredX), off(advisedX(course))];
  const mean = (all: readonly number[]): number =>
    all.slice(1).reduce((a, b) => a + b, 0) / Math.max(1, all.length - 1);
  return { own, advised, ownMean: mean(own), advisedMean: mean(advised) };
}

/** The next level after one try: harder where it was off by less than a tongue tells, easier where it was off by more than anybody misses; ln. */
export const levelAfter = (level: CourseLevel, offLn: number): CourseLevel =>
  Math.min(4, Math.max(1, level + (offLn <= 0.1 ? 1 : offLn > 0.35 ? -1 : 0))) as CourseLevel;

/** The next level: harder after a course that was nearly as good as the advice, easier after one that was twice as far off. */
export function nextLevel(level: CourseLevel, { ownMean, advisedMean }: CourseResult): CourseLevel {
  const by = ownMean <= advisedMean * 1.25 ? 1 : ownMean > advisedMean * 2 ? -1 : 0;
  return Math.min(4, Math.max(1, level + by)) as CourseLevel;
}
