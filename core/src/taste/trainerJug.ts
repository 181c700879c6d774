import { addOnlyFix } from '../blend/addOnlyFix';
import { drinkGoals } from '../blend/goals';
import { liquidAsMade, usualStrength } from '../blend/stretch';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { toldLiquid } from '../jug/pourable';
import { qualitiesOf } from '../jug/qualities';
import { portionOfVolume, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { botanicalBySlug } from '../reference/botanicals';
import { normalDraw, seededRandom, type Random } from '../uncertainty/random';
import type { Verdict } from '../batch/batchEvent';
import { LEARNING } from './filter';
import { wordFor } from './madeUpHouses';
import { levelAfter, type CourseLevel } from './trainer';

// A jug to put right with the least: it is off by nobody knows how much, and is told in words; what is poured in stays in. The best answer is
// the one that the bench itself would give if it knew the truth.

/** What stands beside the jug. */
export const JUG_PARTS = ['base', 'syrup', 'lemon', 'water'] as const;
/** One of {@link JUG_PARTS}. */
export type JugPart = (typeof JUG_PARTS)[number];

/** What was poured into the jug in one go, ml. */
export type JugGo = Readonly<Record<JugPart, number>>;

/** A jug of the trainer, what was poured into it, and whether it was called right. */
export type JugCourse = { seed: number; level: CourseLevel; goes: readonly JugGo[]; done?: true };

/** Goes that one has. */
export const JUG_GOES = 3;
/** What more the jug takes, ml. House choice. */
export const JUG_ROOM_ML = 500;
const JUG_ML = 1000;
/** In the base of a jug is so many times a usual glass. */
const BASE_TIMES = 3;

const PLANTS = ['roselle_dried_cut', 'black_tea_leaf', 'rooibos_cut', 'lemon_verbena_dried'] as const;

type Figures = { strength: number; sugar: number; acid: number };
type JugTruth = {
  plant: string;
  standard: number;
  jug: Liquid;
  parts: Readonly<Record<JugPart, Liquid>>;
  wanted: Figures;
};

function jugOfCourse({ seed, level }: Pick<JugCourse, 'seed' | 'level'>): JugTruth {
  const random = seededRandom(seed * 29 + 11);
  const plant = PLANTS[Math.floor(random() * PLANTS.length)]!;
  const b = botanicalBySlug(plant);
  const standard = usualStrength(plant, DEFAULT_KITCHEN);
  const minutes = (b.hotMin.min + b.hotMin.max) / 2;
  const litre = (from: Parameters<typeof toldLiquid>[0]): Liquid => toldLiquid(from, 1000, DEFAULT_KITCHEN);
  const made = liquidAsMade(
    { plant, grams: BASE_TIMES * b.dose.typical, waterMl: 1000, minutes, place: 'off-heat' },
    DEFAULT_KITCHEN,
  );
  const parts: JugTruth['parts'] = {
    base: portionOfVolume(pourTogether(made, made), 1000),
    syrup: litre({ kind: 'syrup', brix: 50, sweetener: 'white_sugar' }),
    lemon: litre({ kind: 'juice', juice: 'lemon' }),
    water: litre({ kind: 'water', water: 'still' }),
  };
  // On the first level one thing is off, then two, then all three.
  const off = shuffled([0, 1, 2], random).slice(0, Math.min(3, level));
  const by = [0.35, 0.45, 0.5].map((sd, i) => (off.includes(i) ? spread(random) * sd : 0));
  const base = (JUG_ML / BASE_TIMES) * Math.exp(by[0]!);
  const syrup = 95 * Math.exp(by[1]!);
  const lemon = 45 * Math.exp(by[2]!);
  const pour = (volumes: readonly [number, number, number]): Liquid => {
    const [b1, s1, l1] = volumes;
    return pourTogether(
      portionOfVolume(parts.base, b1),
      portionOfVolume(parts.syrup, s1),
      portionOfVolume(parts.lemon, l1),
      toldLiquid({ kind: 'water', water: 'still' }, Math.max(0, JUG_ML - b1 - s1 - l1), DEFAULT_KITCHEN),
    );
  };
  const wanted = figuresIn(pour([JUG_ML / BASE_TIMES, 95, 45]), standard);
  return { plant, standard, parts, jug: pour([base, syrup, lemon]), wanted };
}

/** Off either way, and never by next to nothing. */
const spread = (random: Random): number => (random() < 0.5 ? -1 : 1) * (0.6 + 0.6 * random());

function shuffled<T>(all: readonly T[], random: Random): T[] {
  return all
    .map((x) => [random(), x] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([, x]) => x);
}

const figuresIn = (l: Liquid, standard: number): Figures => qualitiesOf(l, standard) as Figures;

const jugAfter = ({ jug, parts }: JugTruth, goes: readonly JugGo[]): Liquid =>
  pourTogether(jug, ...goes.flatMap((go) => JUG_PARTS.map((p) => portionOfVolume(parts[p], go[p]))));

/** What is told of a jug: of what it is, and how much more it takes after what was poured, ml. */
export function jugCard(course: JugCourse): { plant: string; roomMl: number; parts: readonly JugPart[] } {
  const poured = course.goes.reduce((sum, go) => sum + JUG_PARTS.reduce((s, p) => s + go[p], 0), 0);
  return { plant: jugOfCourse(course).plant, roomMl: Math.max(0, JUG_ROOM_ML - poured), parts: JUG_PARTS };
}

/** A jug as it is told in words. */
export type JugWords = Pick<Verdict, 'strength' | 'sweet' | 'tart'>;

/** What is said of a jug after so many goes: the same each time it is asked. */
export function saidOfJug(course: JugCourse): JugWords {
  const truth = jugOfCourse(course);
  const random = seededRandom(course.seed * 37 + course.goes.length * 101 + 7);
  const times = course.level === 1 ? 0.5 : 1;
  const has = figuresIn(jugAfter(truth, course.goes), truth.standard);
  const { noise } = LEARNING;
  const ln = (of: keyof Figures): number => Math.log(has[of] / truth.wanted[of]);
  return {
    strength: wordFor(ln('strength'), noise.strength * times, random),
    sweet: halfWord(ln('sugar'), noise.sweet * times, random),
    tart: halfWord(ln('acid'), noise.tart * times, random),
  };
}

/** Too much or not enough by what is felt, and a bit of it between; between what verdicts are learned by. */
function halfWord(off: number, noise: number, random: Random): -1 | -0.5 | 0 | 0.5 | 1 {
  const felt = off / noise + normalDraw(random);
  const far = Math.abs(felt);
  if (far < 0.6) return 0;
  return (Math.sign(felt) * (far < 1.05 ? 0.5 : 1)) as -1 | -0.5 | 0.5 | 1;
}

/** A jug that is done with: its figures against what was wanted, what it took, and what the bench would have poured. */
export type JugResult = {
  reached: Figures;
  wanted: Figures;
  pouredMl: number;
  /** the furthest of the three figures, ln; one's own, and the best answer's */
  ownLn: number;
  bestLn: number;
  best: JugGo;
  bestMl: number;
};

/** What became of a jug. */
export function jugResult(course: JugCourse): JugResult {
  const truth = jugOfCourse(course);
  const { standard, parts, jug, wanted } = truth;
  const after = figuresIn(jugAfter(truth, course.goes), standard);
  const fix = addOnlyFix({
    have: qualitiesOf(jug, standard),
    volumeMl: volumeMl(jug),
    roomMl: JUG_ROOM_ML,
    liquids: JUG_PARTS.map((id) => ({ id, perLitre: qualitiesOf(parts[id], standard) })),
    goals: drinkGoals({ strength: wanted.strength, sugarGPerL: wanted.sugar, acidGPerL: wanted.acid }),
  });
  const best = fix.additionsMl as JugGo;
  const sum = (go: JugGo): number => JUG_PARTS.reduce((s, p) => s + go[p], 0);
  return {
    reached: after,
    wanted,
    pouredMl: course.goes.reduce((s, go) => s + sum(go), 0),
    ownLn: furthest(after, wanted),
    bestLn: furthest(fix.reached as Figures, wanted),
    best,
    bestMl: sum(best),
  };
}

const furthest = (has: Figures, wanted: Figures): number =>
  Math.max(...(['strength', 'sugar', 'acid'] as const).map((of) => Math.abs(Math.log(has[of] / wanted[of]))));

/** The next level after a jug. */
export const levelAfterJug = (
  level: CourseLevel,
  { ownLn, bestLn }: Pick<JugResult, 'ownLn' | 'bestLn'>,
): CourseLevel => levelAfter(level, ownLn - bestLn);
