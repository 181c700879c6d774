import { liquidAsMade, usualStrength } from '../blend/stretch';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { harshLoad } from '../liquid/harshness';
import { timesStandard } from '../liquid/strength';
import { roundTo } from '../quantity/kitchenMeasures';
import { botanicalBySlug } from '../reference/botanicals';
import { normalDraw, seededRandom, type Random } from '../uncertainty/random';
import { LEARNING } from './filter';
import { wordFor } from './madeUpHouses';
import { HARSH_CUTS } from './preference';
import { levelAfter, type CourseLevel } from './trainer';

// A pot to pull: leaf that gives nobody knows how much, in a house that likes it so strong and bears so much harshness. It steeps by the
// same model as any pot; sips are told in words.

/** A pot of the trainer: when it was sipped at, and when it was pulled, min. */
export type PotCourse = { seed: number; level: CourseLevel; sipsMin: readonly number[]; pulledMin?: number };

/** What stands on the card of a pot. */
export type PotCard = { plant: string; grams: number; waterMl: number; windowMin: { min: number; max: number } };

/** Plants that a wrong minute is tasted of. */
const PLANTS = [
  'black_tea_leaf',
  'green_tea_leaf',
  'oolong_rolled',
  'yerba_mate_cut',
  'roselle_dried_cut',
  'peppermint_dried',
  'chamomile_dried',
] as const;

/** Sips that a level gives, and how far its bag may lie from the reference, ln. */
const OF_LEVEL: Readonly<Record<CourseLevel, { sips: number; leafSd: number; noiseTimes: number }>> = {
  1: { sips: 8, leafSd: 0, noiseTimes: 0.6 },
  2: { sips: 6, leafSd: 0.2, noiseTimes: 1 },
  3: { sips: 4, leafSd: 0.25, noiseTimes: 1 },
  4: { sips: 2, leafSd: 0.33, noiseTimes: 1 },
};

/** How many sips a pot gives. */
export const sipsOf = (level: CourseLevel): number => OF_LEVEL[level].sips;

/** A pot is left for this many times its longest advised minutes at most. */
const LEFT_AT_MOST = 3;

type Hidden = { leafX: number; likedX: number; bearsX: number };

function potOf({ seed, level }: Pick<PotCourse, 'seed' | 'level'>): { card: PotCard; hidden: Hidden } {
  const random = seededRandom(seed * 17 + 3);
  const plant = PLANTS[Math.floor(random() * PLANTS.length)]!;
  const b = botanicalBySlug(plant);
  const grams = Math.max(0.5, roundTo(b.dose.typical * (0.8 + 0.5 * random()), 0.5));
  const { leafSd } = OF_LEVEL[level];
  return {
    card: { plant, grams, waterMl: 1000, windowMin: b.hotMin },
    hidden: {
      leafX: Math.exp(normalDraw(random) * leafSd),
      // What is liked lies near what the card makes, so that there is a minute for it.
      likedX: Math.exp(normalDraw(random) * 0.12) * (grams / b.dose.typical),
      bearsX: Math.exp(normalDraw(random) * 0.2),
    },
  };
}

/** What is told of a pot. */
export const potCard = (course: Pick<PotCourse, 'seed' | 'level'>): PotCard => potOf(course).card;

/** How long a pot may stand, min. */
export const potLastMin = (card: PotCard): number => Math.round(card.windowMin.max * LEFT_AT_MOST);

type InPot = { strengthLn: number; harshLn: number };

/** How far what is in the pot lies from what is liked and from what is borne, ln; at a minute. */
function inPot({ card, hidden }: ReturnType<typeof potOf>, minutes: number): InPot {
  const { plant, grams, waterMl } = card;
  const liquid = liquidAsMade(
    { plant, grams: grams * hidden.leafX, waterMl, minutes, place: 'off-heat' },
    DEFAULT_KITCHEN,
  );
  const x = timesStandard(liquid, usualStrength(plant, DEFAULT_KITCHEN));
  return {
    strengthLn: Math.log(Math.max(1e-3, x) / hidden.likedX),
    harshLn: Math.log(Math.max(1e-3, harshLoad(liquid)) / hidden.bearsX),
  };
}

/** What is said of a sip: the same pot says the same at the same sip. */
export function saidOfSip(
  course: Pick<PotCourse, 'seed' | 'level'>,
  sip: number,
  minutes: number,
): { strength: -2 | -1 | 0 | 1 | 2; harsh: 0 | 1 | 2 | 3 } {
  const random = seededRandom(course.seed * 31 + sip * 977 + 5);
  const { noiseTimes } = OF_LEVEL[course.level];
  const { strengthLn, harshLn } = inPot(potOf(course), minutes);
  return {
    strength: wordFor(strengthLn, LEARNING.noise.strength * noiseTimes, random),
    harsh: harshWord(harshLn, LEARNING.noise.harsh * noiseTimes, random),
  };
}

function harshWord(off: number, noise: number, random: Random): 0 | 1 | 2 | 3 {
  const felt = off / noise + normalDraw(random);
  return HARSH_CUTS.filter((c) => felt > c).length as 0 | 1 | 2 | 3;
}

/** Off by so much, as one figure: strength either way, harshness by what goes beyond what is borne; ln. */
const offIn = ({ strengthLn, harshLn }: InPot): number => Math.hypot(strengthLn, Math.max(0, harshLn));

/** A pot that was pulled: what one came to, and the best minute there was. */
export type PotResult = {
  truth: Hidden;
  ownLn: number;
  bestLn: number;
  bestMin: number;
  /** by minute, for a drawing: strength against what is liked, ln */
  curve: readonly { minutes: number; offLn: number }[];
};

/** What became of a pot. */
export function potResult(course: PotCourse & { pulledMin: number }): PotResult {
  const pot = potOf(course);
  const last = potLastMin(pot.card);
  const step = last <= 20 ? 0.5 : 1;
  const curve = Array.from({ length: Math.floor(last / step) }, (_, i) => {
    const minutes = (i + 1) * step;
    return { minutes, offLn: offIn(inPot(pot, minutes)) };
  });
  const best = curve.reduce((a, b) => (b.offLn < a.offLn ? b : a));
  return {
    truth: pot.hidden,
    ownLn: offIn(inPot(pot, course.pulledMin)),
    bestLn: best.offLn,
    bestMin: best.minutes,
    curve,
  };
}

/** The next level after a pot: by how much further off it was than it could have been. */
export const levelAfterPot = (
  level: CourseLevel,
  { ownLn, bestLn }: Pick<PotResult, 'ownLn' | 'bestLn'>,
): CourseLevel => levelAfter(level, ownLn - bestLn);
