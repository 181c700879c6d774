import { sweetnessFelt } from '../liquid/sweetness';
import { normalCdf } from '../quantity/normal';
import type { ServedState, Verdict } from '../batch/batchEvent';
import {
  afterBatch,
  chanceRight,
  foreseen,
  fourInFive,
  freshState,
  LEARNING,
  lotLn,
  peopleOf,
  replacedChance,
  tongueSoFar,
  wantedLnX,
  wordOfStrength,
  type About,
  type Axis,
  type Foreseen,
  type Observation,
  type Observed,
  type OwnNoise,
  type State,
} from './filter';
import type { Learned, Ranged } from './learned';

// What verdicts say about the house: the strength it likes, apart from what its lots of leaf give, the harshness it bears, the sugar it
// likes. A verdict is an ordered answer: the true impression plus noise, cut into words (filter.ts).

/** What a taster had in the glass by the model, and what was said of it. */
export type TastingRecord = {
  strengthX: number;
  /** in limits of its drinkers; it does not flatten, so a verdict can be learned on it */
  harshLoad: number;
  sugarGPerL: number;
  /** strength that was planned for that state, × */
  plannedX: number;
  state: ServedState;
  verdict: Verdict;
  /** the batch it was a glass of: what is said of one batch is said of one making */
  batchId?: string;
  /** its drink, and the plant that carries its strength */
  drinkId?: string;
  plant?: string;
  /** the sweetness its drink is written with, g/L */
  writtenSugarGPerL?: number;
  /** the lot of the plant that carries its strength, where it was taken from the pantry; by plant and lot */
  lot?: string;
  /** what that plant was reckoned to give against the reference when it was planned; 1 where left out */
  potencyX?: number;
  /** ln of what was measured of its extract against what was reckoned; it is in `strengthX` */
  extractLn?: number;
};

/** What the next batch is of: its drink, the plant that carries it and its lot where the pantry tells, for whom it is. */
export type NextMaking = {
  drinkId?: string;
  plant?: string;
  lot?: string;
  /** what that plant is reckoned to give */
  potencyX?: number;
  /** for whom, where it is not the cook */
  who?: string;
  /** the cook's own tongue, where a ladder has told it */
  own?: OwnNoise;
};

/** Cuts between the four words of harshness, in units of noise: at what the house bears, half of the answers are "a bit harsh" or worse. */
export const HARSH_CUTS: readonly [number, number, number] = [-1.3, 0, 1];

/**
 * Between what, in units of noise, a word of sweetness or tartness is said. The words for a bit were not there at first, and what
 * was then called "too sweet" reaches down into them: neighbours overlap. House estimates.
 */
const SAID = new Map<number, readonly [from: number, to: number]>([
  [-1, [-Infinity, -0.8]],
  [-0.5, [-1.3, -0.4]],
  [0, [-0.8, 0.8]],
  [0.5, [0.4, 1.3]],
  [1, [0.8, Infinity]],
]);

/**
 * How a state changes harshness, against chilled: warm is smoother. House estimates; sweetness goes by its own law. Ice thins the drink besides, and that is in the figures of the glass.
 */
export const FELT: Record<ServedState, { harsh: number }> = {
  warm: { harsh: 0.9 },
  chilled: { harsh: 1 },
  iced: { harsh: 1.05 },
  neat: { harsh: 0.95 },
};

/** A mouthful as it is drunk, °C. */
const MOUTHFUL_C: Record<ServedState, number> = { warm: 45, chilled: 8, iced: 1, neat: 20 };

/** How many times as sweet it is felt as chilled, by what is in it. */
export const sweetFelt = (state: ServedState, sugarGPerL: number): number =>
  sweetnessFelt(sugarGPerL, MOUTHFUL_C[state]);

/** A word that slips out whatever was tasted, of all words of harshness, sweetness and tartness. */
const SLIPS = 0.06;

/**
 * What the house has taught so far. Without tastings everything is at its prior.
 * @param records of the drink, and of others of its kind: a part of what is liked is shared. The latest first
 * @param sugarPriorGPerL the sweetness the drink is written with, g/L
 * @param next what the next batch will be made of, and for whom
 */
export function learnFrom(records: readonly TastingRecord[], sugarPriorGPerL: number, next: NextMaking = {}): Learned {
  const { drinkId, plant, lot, who, own = {} } = next;
  const prior = Math.max(1, sugarPriorGPerL);
  const batches = batchesOf(records);
  const after = (axis: Axis, observation: (of: OfBatch) => Observation): State =>
    batches.reduce((s, b) => afterBatch(s, observation(b)), freshState(axis, { own }));
  const state = after('strength', strengthOf);
  const about: About = {
    ...(drinkId === undefined ? {} : { drink: drinkId }),
    ...(plant === undefined ? {} : { plant }),
    ...(lot === undefined ? {} : { lot }),
    ...(who === undefined ? {} : { who }),
  };
  // A plan reckons with what its lot is said to give: what is wanted is wanted in those terms.
  const reckoned = Math.log(next.potencyX ?? 1);
  const forWhom = (one: About): readonly Foreseen[] =>
    foreseen(state, one).map((p) => ({ ...p, mean: p.mean + reckoned }));
  const parts = forWhom(about);
  const strength = wantedLnX(parts);
  const harsh = wantedLnX(foreseen(after('limit', harshnessOf), about));
  const sugar = wantedLnX(foreseen(after('sugar', sweetnessOf(prior)), about));
  const mine = records.filter((r) => drinkId === undefined || r.drinkId === undefined || r.drinkId === drinkId);
  return {
    tastings: mine.length,
    wantedX: Math.exp(strength.mean),
    harshLimit: Math.exp(harsh.mean),
    wantedSugarGPerL: mine.some((r) => r.sugarGPerL > 0) ? prior * Math.exp(sugar.mean) : undefined,
    strength: parts,
    people: Object.fromEntries(
      peopleOf(state).map((name) => {
        const theirs = forWhom({ ...about, who: name });
        return [name, { ...inX({ ...wantedLnX(theirs), ...fourInFive(theirs) }), tongueX: tongueSoFar(state, name) }];
      }),
    ),
    lots: Object.fromEntries(
      batches.flatMap(([{ plant: of = '', lot: its }]) =>
        its === undefined ? [] : [[its, inX(lotLn(state, its, of))]],
      ),
    ),
    newLot: lot !== undefined && !batches.some((b) => b[0].lot === lot),
    ...(who === undefined ? {} : { who }),
    // Only of what was made last is it known whether it came as the one before.
    otherLot: {
      chance: mine[0] === records[0] ? replacedChance(state) : 0,
      plant: mine.find((r) => r.plant !== undefined)?.plant,
    },
    lastMove: lastMoveOf(batches.filter(([r]) => mine.includes(r))),
    sigma: { wantedX: strength.sd, harshLimit: harsh.sd, sugar: sugar.sd },
  };
}

type OfBatch = readonly [TastingRecord, ...TastingRecord[]];

/** What was said of each batch, the oldest first. */
function batchesOf(records: readonly TastingRecord[]): readonly OfBatch[] {
  const found: [TastingRecord, ...TastingRecord[]][] = [];
  for (const r of [...records].reverse()) {
    const own = r.batchId === undefined ? undefined : found.find((b) => b[0].batchId === r.batchId);
    if (own) own.push(r);
    else found.push([r]);
  }
  return found;
}

/** What is told of a batch besides what was said. */
const aboutBatch = ([{ drinkId, plant, lot }]: OfBatch): Omit<Observation, 'seen'> => ({
  lot,
  ...(drinkId === undefined ? {} : { drink: drinkId }),
  ...(plant === undefined ? {} : { plant }),
});

const spokenBy = ({ verdict: { who } }: TastingRecord): { who?: string } => (who ? { who } : {});

/** A batch as its strength is learned from, in terms of the reference leaf; what is only mixed has no strength to learn from. */
function strengthOf(records: OfBatch): Observation {
  const [{ potencyX = 1, extractLn }] = records;
  const reckoned = Math.log(potencyX);
  return {
    ...aboutBatch(records),
    seen: [
      ...(extractLn === undefined ? [] : [{ kind: 'extract', lnRatio: extractLn + reckoned } as const]),
      ...records.flatMap((r) =>
        r.strengthX > 0
          ? [wordOfStrength(Math.log(r.strengthX) - (extractLn ?? 0) - reckoned, r.verdict.strength, r.verdict.who)]
          : [],
      ),
    ],
  };
}

const harshnessOf = (records: OfBatch): Observation => ({
  ...aboutBatch(records),
  seen: records.map((r) => ({
    kind: 'said',
    sense: 'harsh',
    ln: Math.log(Math.max(1e-3, r.harshLoad) * FELT[r.state].harsh),
    between: harshBetween(r.verdict.harsh),
    lapse: SLIPS / (HARSH_CUTS.length + 1),
    words: HARSH_CUTS.length + 1,
    ...spokenBy(r),
  })),
});

/** Too sharp and not sweet enough are one complaint about the balance; the acid itself comes with the leaf. */
const sweetnessOf =
  (priorGPerL: number) =>
  (records: OfBatch): Observation => ({
    ...aboutBatch(records),
    seen: records.flatMap((r): Observed[] => {
      if (r.sugarGPerL <= 0) return [];
      const ln = Math.log((r.sugarGPerL * sweetFelt(r.state, r.sugarGPerL)) / (r.writtenSugarGPerL ?? priorGPerL));
      const word = { kind: 'said', ln, lapse: SLIPS / SAID.size, words: SAID.size, ...spokenBy(r) } as const;
      const [from, to] = saidBetween(-r.verdict.tart);
      return [
        { ...word, sense: 'sweet', between: saidBetween(r.verdict.sweet) },
        { ...word, sense: 'tart', between: [from, to] },
      ];
    }),
  });

const harshBetween = (word: number): readonly [number, number] => {
  const ends = [-Infinity, ...HARSH_CUTS, Infinity];
  return [ends[word]!, ends[word + 1]!];
};

const saidBetween = (word: number): readonly [number, number] => SAID.get(word) ?? [-Infinity, Infinity];

const inX = ({ mean, low, high }: { mean: number; low: number; high: number }): Ranged => ({
  x: Math.exp(mean),
  low: Math.exp(low),
  high: Math.exp(high),
});

/** Which way the plan of the last batch went from the one before it of the same lot. */
function lastMoveOf(batches: readonly OfBatch[]): -1 | 0 | 1 {
  const [before, last] = batches.slice(-2);
  // What was planned is told for the state it was tasted in: over ice is not chilled.
  if (!before || !last || before[0].lot !== last[0].lot || before[0].state !== last[0].state) return 0;
  const by = Math.log(last[0].plannedX / before[0].plannedX);
  return !Number.isFinite(by) || Math.abs(by) < 0.01 ? 0 : by > 0 ? 1 : -1;
}

/** A glass by its figures: ×, harshness in limits of its drinkers, g/L. */
export type GlassFigures = { strengthX: number; harshLoad: number; sugarGPerL: number };

/**
 * What a glass is expected to lose by what it is off, in squares of ln: strength and sweetness either way, harshness by what goes beyond
 * what is borne. How unsure each is counts for harshness alone: beside it, it would be the same for every glass.
 */
export function expectedLoss(glass: GlassFigures, learned: Learned): number {
  const strength = glass.strengthX > 0 ? Math.log(glass.strengthX / learned.wantedX) ** 2 : 0;
  const over = Math.log(Math.max(1e-3, glass.harshLoad) / learned.harshLimit);
  const sweet =
    learned.wantedSugarGPerL === undefined || glass.sugarGPerL <= 0
      ? 0
      : Math.log(glass.sugarGPerL / learned.wantedSugarGPerL) ** 2;
  return strength + sweet + expectedBeyond(over, learned.sigma.harshLimit);
}

/** Expected square of what lies above nothing, of a normal spread. */
function expectedBeyond(mean: number, sd: number): number {
  const z = mean / sd;
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  return (mean ** 2 + sd ** 2) * normalCdf(z) + mean * sd * density;
}

/**
 * How well a glass should suit this house, 0 to 1: the chance that it is called right in strength, not too harsh and
 * right in sweetness, as a share of the best chance any glass could have (noise of the tongue keeps that below 1).
 */
export function suits(glass: GlassFigures, learned: Learned): number {
  const strength =
    glass.strengthX > 0
      ? chanceRight(learned.strength, Math.log(glass.strengthX)) /
        chanceRight(learned.strength, Math.log(learned.wantedX))
      : 1;
  const smooth = share(
    Math.log(Math.max(1e-3, glass.harshLoad) / learned.harshLimit),
    learned.sigma.harshLimit,
    LEARNING.noise.harsh,
    -Infinity,
    HARSH_CUTS[1],
  );
  if (learned.wantedSugarGPerL === undefined || glass.sugarGPerL === 0) return Math.min(1, strength) * smooth;
  const sweet = share(
    Math.log(glass.sugarGPerL / learned.wantedSugarGPerL),
    learned.sigma.sugar,
    LEARNING.noise.sweet,
    -0.8,
    0.8,
  );
  return Math.min(1, strength) * smooth * sweet;
}

/** Chance of an answer between two cuts, the unknown's own spread included, relative to a glass at the very middle. */
function share(off: number, spread: number, noise: number, low: number, high: number): number {
  const wide = Math.hypot(1, spread / noise);
  const latent = off / noise;
  const chance = normalCdf((high - latent) / wide) - normalCdf((low - latent) / wide);
  const best = Number.isFinite(low) ? normalCdf(high / wide) - normalCdf(low / wide) : 1;
  return chance / best;
}
