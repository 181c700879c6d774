import { normalCdf } from '../quantity/normal';
import { requireInRange, requirePositive } from '../quantity/range';
import type { Random } from '../uncertainty/random';
import {
  fewestCorrect,
  guessingPValue,
  PAIR_GUESS,
  pairCorrect,
  TRIANGLE_GUESS,
  triangleCorrect,
} from './discrimination';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Kitchen } from '../drink/drink';
import { toldLiquid } from '../jug/pourable';
import { acidGPerL as acidGPerLOf } from '../liquid/liquid';
import { sweetGPerL as sweetGPerLOf } from '../liquid/sweetness';
import { LEARNING, type OwnNoise } from './filter';

// Training a tongue: glasses poured from one jug at two strengths, in an order that nobody knows, and what an answer means.

/** Two glasses, of which one is stronger; or three, of which one is different. */
export type TongueTest = 'pair' | 'triangle';

/** Glasses of a test by their letters, in the order in which they stand: each has more of what is tried, or less. */
export type Setting = readonly ('more' | 'less')[];

/** Accepted figures of a test. */
export const TONGUE_RANGES = {
  ratio: { unit: 'times', min: 1.03, max: 3 },
  sweetGPerL: { unit: 'g/L', min: 15, max: 200 },
  acidGPerL: { unit: 'g/L', min: 1, max: 20 },
  glassMl: { unit: 'ml', min: 20, max: 300 },
  pours: { unit: 'times', min: 1, max: 60 },
} as const;

/** The order of one go: which glass is which, drawn anew for each. */
export function drawn(test: TongueTest, random: Random): Setting {
  if (test === 'pair') return random() < 0.5 ? ['more', 'less'] : ['less', 'more'];
  const odd = Math.floor(random() * 3);
  const oddIs = random() < 0.5 ? 'more' : 'less';
  const rest = oddIs === 'more' ? 'less' : 'more';
  return [0, 1, 2].map((i) => (i === odd ? oddIs : rest));
}

/** The glass that is to be named: the stronger of two, the different one of three; by its place. */
export function rightAnswer(test: TongueTest, setting: Setting): number {
  if (test === 'pair') return setting.indexOf('more');
  return setting.findIndex((g) => setting.filter((o) => o === g).length === 1);
}

/** What a tongue is tried on. */
export const TONGUE_SENSES = ['strength', 'sweet', 'tart'] as const;
/** One of {@link TONGUE_SENSES}. */
export type TongueSense = (typeof TONGUE_SENSES)[number];

/** What is stirred into one of the glasses to make it sweeter: a syrup that any kitchen stirs together by halves. */
export const TRIAL_SYRUP_BRIX = 50;

/** A glass of a test, ml: of the drink, and of what is stirred into it. */
export type TrialGlass = { drinkMl: number; add: 'nothing' | 'water' | 'syrup' | 'lemon'; addMl: number };

/** What a jug that is poured from has, as far as the test needs it: g/L of sweetness, g/L of acid. */
export type JugHas = { sweetGPerL: number; acidGPerL: number };

/**
 * The two glasses of a test, one so many times as strong, as sweet or as sharp as the other, and alike in all else that is easily made alike:
 * what is sweeter or sharper has its syrup or lemon, the other as much water.
 * @throws InputError outside {@link TONGUE_RANGES}
 */
export function trialGlasses(
  sense: TongueSense,
  ratio: number,
  glassMl: number,
  { sweetGPerL, acidGPerL }: JugHas,
): { more: TrialGlass; less: TrialGlass } {
  requireInRange('trialGlasses', 'ratio', ratio, TONGUE_RANGES.ratio);
  requireInRange('trialGlasses', 'glassMl', glassMl, TONGUE_RANGES.glassMl);
  if (sense === 'strength') {
    const drinkMl = glassMl / ratio;
    return {
      more: { drinkMl: glassMl, add: 'nothing', addMl: 0 },
      less: { drinkMl, add: 'water', addMl: glassMl - drinkMl },
    };
  }
  const sweet = sense === 'sweet';
  if (sweet) requireInRange('trialGlasses', 'sweetGPerL', sweetGPerL, TONGUE_RANGES.sweetGPerL);
  else requireInRange('trialGlasses', 'acidGPerL', acidGPerL, TONGUE_RANGES.acidGPerL);
  const has = sweet ? sweetGPerL : acidGPerL;
  const stirredIn = sweet
    ? toldLiquid({ kind: 'syrup', brix: TRIAL_SYRUP_BRIX, sweetener: 'white_sugar' }, 1000, DEFAULT_KITCHEN)
    : toldLiquid({ kind: 'juice', juice: 'lemon' }, 1000, DEFAULT_KITCHEN);
  const brings = sweet ? sweetGPerLOf(stirredIn) : acidGPerLOf(stirredIn);
  // Both glasses hold as much of the drink; in one of them what is stirred in brings the rest of the ratio.
  const addMl = ((ratio - 1) * has * glassMl) / (brings + (ratio - 1) * has);
  const drinkMl = glassMl - addMl;
  return {
    more: { drinkMl, add: sweet ? 'syrup' : 'lemon', addMl },
    less: { drinkMl, add: 'water', addMl },
  };
}

/** What so many right answers out of so many goes say. */
export type TongueResult = {
  /** chance of as many or more by guessing */
  byGuessing: number;
  /** right answers from which on guessing does as well less than once in twenty; undefined where even all of them are too few */
  enough: number | undefined;
  /** it is told apart: not by guessing */
  toldApart: boolean;
  /** goes in which one who tells it apart as well as this has an even chance or better of showing it; undefined where that takes more than sixty */
  wouldTell: number | undefined;
};

const FLUKE = 0.05;
const guessOf = (test: TongueTest): number => (test === 'pair' ? PAIR_GUESS : TRIANGLE_GUESS);

/** What a test says, and how many goes would tell. @throws InputError for more right answers than goes */
export function tongueResult(test: TongueTest, right: number, goes: number): TongueResult {
  const guess = guessOf(test);
  const byGuessing = guessingPValue({ correct: right, n: goes, guess });
  const enough = fewestCorrect({ n: goes, alpha: FLUKE, guess });
  // A little towards guessing: a few goes tell little.
  const share = (right + guess * 2) / (goes + 2);
  return {
    byGuessing,
    enough,
    toldApart: byGuessing <= FLUKE,
    wouldTell: share <= guess + 0.02 ? undefined : goesFor(share, guess),
  };
}

/** The fewest goes in which a share of right answers is shown not to be guessing, as often as not. */
function goesFor(share: number, guess: number): number | undefined {
  for (let n = 1; n <= TONGUE_RANGES.pours.max; n++) {
    const need = fewestCorrect({ n, alpha: FLUKE, guess });
    if (need !== undefined && guessingPValue({ correct: need, n, guess: share }) >= 0.5) return n;
  }
  return undefined;
}

/** Share of right answers for a difference of d'. */
export const shareRight = (test: TongueTest, dPrime: number): number =>
  test === 'pair' ? pairCorrect(dPrime) : triangleCorrect(dPrime);

/** One go of the ladder: how many times weaker the other glass was, and whether the stronger one was named. */
export type Go = { ratio: number; right: boolean };

/** Ratios of the ladder, the widest first; a go begins at the widest. */
export const LADDER = [1.25, 1.2, 1.16, 1.12, 1.09, 1.07, 1.05] as const;
/** Goes of a ladder. */
export const LADDER_GOES = 12;

/** The ladder of a sense: its rungs lie as far apart as its words are unsure. */
export const ladderOf = (sense: TongueSense): readonly number[] =>
  LADDER.map((ratio) => ratio ** (LEARNING.noise[sense] / LEARNING.noise.strength));

/** The ratio of the next go: a rung nearer after two right ones, wider after one that was wrong. */
export function nextRatio(goes: readonly Go[], sense: TongueSense = 'strength'): number {
  let [rung, inARow] = [0, 0];
  for (const { right } of goes) {
    if (!right) [rung, inARow] = [Math.max(0, rung - 1), 0];
    else if (++inARow === 2) [rung, inARow] = [Math.min(LADDER.length - 1, rung + 1), 0];
  }
  return ladderOf(sense)[rung]!;
}

/** How unsure the cook's own tongue is, times the book's noise, as far as ladders have told. */
export function ownNoiseOf({ tongue }: Pick<Kitchen, 'tongue'>): OwnNoise {
  if (!tongue) return {};
  const { noise } = LEARNING;
  return {
    ...(tongue.noise === undefined ? {} : { strength: tongue.noise / noise.strength }),
    ...(tongue.sweet ? { sweet: tongue.sweet.noise / noise.sweet } : {}),
    ...(tongue.tart ? { tart: tongue.tart.noise / noise.tart } : {}),
  };
}

/** The prior of an own step: the book's, as unsure as if six pours stood behind it, ln. */
const PRIOR_LN_SD = 0.45;
const GRID = Array.from({ length: 161 }, (_, i) => Math.exp(-1.6 + i * 0.02));

/** One's own noise of a word of strength, ln, and between what four times in five; and the step that is told right three times in four. */
export type OwnStep = { noise: number; low: number; high: number; stepRatio: number };

/** What a ladder says of a tongue, with the book's noise as what was known before. */
export function ownStep(goes: readonly Go[], sense: TongueSense = 'strength'): OwnStep {
  const book = LEARNING.noise[sense];
  for (const { ratio } of goes) requirePositive('ownStep', 'ratio', ratio, 'times');
  const logs = GRID.map((times) => {
    const noise = book * times;
    return goes.reduce(
      (sum, { ratio, right }) => {
        // Two glasses each with its noise; nobody is right always.
        const p = 0.02 + 0.96 * normalCdf(Math.log(ratio) / (Math.SQRT2 * noise));
        return sum + Math.log(right ? p : 1 - p);
      },
      -((Math.log(times) / PRIOR_LN_SD) ** 2) / 2,
    );
  });
  const most = Math.max(...logs);
  const weights = logs.map((l) => Math.exp(l - most));
  const all = weights.reduce((a, b) => a + b, 0);
  const at = (share: number): number => {
    let sum = 0;
    const i = weights.findIndex((w) => (sum += w) >= share * all);
    return book * GRID[Math.max(0, i)]!;
  };
  const noise = at(0.5);
  // Φ(0.674) is three in four.
  return { noise, low: at(0.1), high: at(0.9), stepRatio: Math.exp(0.6745 * Math.SQRT2 * noise) };
}
