import { sweetnessFelt } from '../liquid/sweetness';
import { normalCdf } from '../quantity/normal';
import type { ServedState, Verdict } from '../batch/batchEvent';
import {
  afterBatch,
  chanceRight,
  foreseen,
  freshState,
  LEARNING,
  lotLn,
  peopleOf,
  wantedLnX,
  type Observation,
  type State,
} from './filter';
import type { Learned, Ranged } from './learned';

// What verdicts say about the house: the strength it likes, apart from what its lots of leaf give (filter.ts), the harshness it bears, the
// sugar it likes. A verdict is an ordered answer: the true impression plus noise, cut into words. Harshness and sugar are each told of by
// words of their own, and have a posterior on a grid from end to end: there is no false minimum to stop in.

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
  /** the lot of the plant that carries its strength, where it was taken from the pantry; by plant and lot */
  lot?: string;
  /** what that plant was reckoned to give against the reference when it was planned; 1 where left out */
  potencyX?: number;
  /** ln of what was measured of its extract against what was reckoned; it is in `strengthX` */
  extractLn?: number;
};

/** What the next batch will be made of: a lot, where the pantry tells, and what it is reckoned to give. */
export type NextLot = {
  lot?: string;
  potencyX?: number;
  /** noise of the one who tastes, where it is known, ln */ noise?: number;
};

/** Spread of what is learned by itself, before any tasting, on the log scale. House estimates. For strength see the filter. */
export const PRIOR_SIGMA = { harshLimit: 0.4, sugar: 0.3 } as const;

/** Noise of one verdict, log scale: a step of 1.2 is about one just noticeable step of strength. House estimates. */
export const NOISE = { strength: LEARNING.noise, harsh: 0.25, sweet: 0.2, tart: 0.35 } as const;

/** Cuts between the four words of harshness, in units of noise: at what the house bears, half of the answers are "a bit harsh" or worse. */
const HARSH_CUTS = [-1.3, 0, 1] as const;

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

/** Chance that an answer falls between two cuts, kept off zero so that one slip of the finger cannot rule a value out. */
function answerChance(latent: number, cuts: readonly number[], index: number): number {
  const upper = index < cuts.length ? normalCdf(cuts[index]! - latent) : 1;
  const lower = index > 0 ? normalCdf(cuts[index - 1]! - latent) : 0;
  return 0.94 * (upper - lower) + 0.06 / (cuts.length + 1);
}

/** Chance of such a word; as above, none is ever impossible. */
function saidChance(latent: number, word: number): number {
  const [from, to] = SAID.get(word) ?? [-Infinity, Infinity];
  return 0.94 * (normalCdf(to - latent) - normalCdf(from - latent)) + 0.02;
}

/** Log chance of what was said, for one value of an unknown on the log scale. */
type LogChance = (unknown: number, r: TastingRecord) => number;

const OF_HARSHNESS: LogChance = (limit, r) => {
  const felt = Math.log(Math.max(1e-3, r.harshLoad) * FELT[r.state].harsh);
  return Math.log(answerChance((felt - limit) / NOISE.harsh, HARSH_CUTS, r.verdict.harsh));
};

/** Too sharp and not sweet enough are one complaint about the balance; the acid itself comes with the leaf. */
const ofSugar =
  (priorGPerL: number): LogChance =>
  (sugar, r) => {
    if (r.sugarGPerL <= 0) return 0;
    const sweet = Math.log((r.sugarGPerL * sweetFelt(r.state, r.sugarGPerL)) / priorGPerL) - sugar;
    return (
      Math.log(saidChance(sweet / NOISE.sweet, r.verdict.sweet)) +
      Math.log(saidChance(-sweet / NOISE.tart, r.verdict.tart))
    );
  };

/** The grid: so far to either side on the log scale (nine times and a ninth), in steps finer than any tongue. */
const GRID_REACH = 2.2;
const GRID_STEP = 0.01;
const GRID = Array.from(
  { length: Math.round((2 * GRID_REACH) / GRID_STEP) + 1 },
  (_, i) => -GRID_REACH + i * GRID_STEP,
);

/** The curvature is slightly too sure of itself (checked on made-up drinkers): spreads are widened by this. */
const WIDENED = 1.05;

/**
 * The most probable value of an unknown after what was said, and its spread, log scale: the highest point of the grid, its place
 * between the grid's points and its spread from the parabola through it and its neighbours.
 */
function posterior(records: readonly TastingRecord[], sigma: number, chance: LogChance): { mode: number; sd: number } {
  const log = (u: number): number => records.reduce((sum, r) => sum + chance(u, r), -((u / sigma) ** 2) / 2);
  const logs = GRID.map(log);
  const at = GRID[logs.reduce((best, l, i) => (l > logs[best]! ? i : best), 0)]!;
  const [before, here, after] = [log(at - GRID_STEP), log(at), log(at + GRID_STEP)];
  const bend = (before - 2 * here + after) / GRID_STEP ** 2;
  return {
    mode: bend < 0 ? at + (before - after) / (2 * bend * GRID_STEP) : at,
    // Far in a tail the floor on chances can flatten the top; it is never taken as less sure than this.
    sd: WIDENED / Math.sqrt(Math.max(1, -bend)),
  };
}

/**
 * What the house has taught so far. Without tastings everything is at its prior.
 * @param records the latest first
 * @param sugarPriorGPerL the sweetness the drink is written with, g/L
 * @param next what the next batch will be made of
 */
export function learnFrom(records: readonly TastingRecord[], sugarPriorGPerL: number, next: NextLot = {}): Learned {
  const prior = Math.max(1, sugarPriorGPerL);
  const batches = batchesOf(records);
  const state = batches.reduce((s, b) => afterBatch(s, observationOf(b)), freshState(undefined, next.noise));
  // A plan reckons with what its lot is said to give: what is wanted is wanted in those terms.
  const reckoned = Math.log(next.potencyX ?? 1);
  const parts = foreseen(state, next.lot).map((p) => ({ ...p, mean: p.mean + reckoned }));
  const strength = wantedLnX(parts);
  const harsh = posterior(records, PRIOR_SIGMA.harshLimit, OF_HARSHNESS);
  const sugar = posterior(records, PRIOR_SIGMA.sugar, ofSugar(prior));
  return {
    tastings: records.length,
    wantedX: Math.exp(strength.mean),
    harshLimit: Math.exp(harsh.mode),
    wantedSugarGPerL: records.some((r) => r.sugarGPerL > 0) ? prior * Math.exp(sugar.mode) : undefined,
    strength: parts,
    people: Object.fromEntries(
      peopleOf(state).map((who) => {
        const { mean, sd } = wantedLnX(foreseen(state, next.lot, who));
        return [who, between(mean + reckoned, sd)];
      }),
    ),
    lots: Object.fromEntries(
      [...new Set(batches.flatMap((b) => b[0]!.lot ?? []))].map((lot) => [lot, lotOf(state, lot)]),
    ),
    newLot: next.lot !== undefined && !batches.some((b) => b[0]!.lot === next.lot),
    lastMove: lastMoveOf(batches),
    sigma: { wantedX: strength.sd, harshLimit: harsh.sd, sugar: sugar.sd },
  };
}

/** What was said of each batch, the oldest first. */
function batchesOf(records: readonly TastingRecord[]): readonly (readonly [TastingRecord, ...TastingRecord[]])[] {
  const found: [TastingRecord, ...TastingRecord[]][] = [];
  for (const r of [...records].reverse()) {
    const own = r.batchId === undefined ? undefined : found.find((b) => b[0].batchId === r.batchId);
    if (own) own.push(r);
    else found.push([r]);
  }
  return found;
}

/** A batch as the filter learns from it, in terms of the reference leaf; what is only mixed has no strength to learn from. */
function observationOf(records: readonly [TastingRecord, ...TastingRecord[]]): Observation {
  const [{ lot, potencyX = 1, extractLn }] = records;
  const reckoned = Math.log(potencyX);
  return {
    lot,
    seen: [
      ...(extractLn === undefined ? [] : [{ kind: 'extract', lnRatio: extractLn + reckoned } as const]),
      ...records.flatMap((r) =>
        r.strengthX > 0
          ? [
              {
                kind: 'word',
                lnX: Math.log(r.strengthX) - (extractLn ?? 0) - reckoned,
                word: r.verdict.strength,
                ...(r.verdict.who ? { who: r.verdict.who } : {}),
              } as const,
            ]
          : [],
      ),
    ],
  };
}

/** What a lot gives against the reference, ×, and between what four times in five. */
function lotOf(state: State, lot: string): Ranged {
  const { mean, sd } = lotLn(state, lot);
  return between(mean, sd);
}

const between = (mean: number, sd: number): Ranged => {
  const within = 1.2816 * sd;
  return { x: Math.exp(mean), low: Math.exp(mean - within), high: Math.exp(mean + within) };
};

/** Which way the plan of the last batch went from the one before it of the same lot. */
function lastMoveOf(batches: readonly (readonly [TastingRecord, ...TastingRecord[]])[]): -1 | 0 | 1 {
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
    NOISE.harsh,
    -Infinity,
    HARSH_CUTS[1],
  );
  if (learned.wantedSugarGPerL === undefined || glass.sugarGPerL === 0) return Math.min(1, strength) * smooth;
  const sweet = share(
    Math.log(glass.sugarGPerL / learned.wantedSugarGPerL),
    learned.sigma.sugar,
    NOISE.sweet,
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
