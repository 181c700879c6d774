import { normalCdf } from '../quantity/normal';
import type { ServedState, Verdict } from '../batch/batchEvent';
import type { Learned } from './learned';

// What verdicts say about the house. Three unknowns, each on the log scale with a prior:
//   the strength the house likes (in this leaf's terms), the harshness it bears, the sugar it likes.
// A verdict is an ordered answer: the true impression plus noise, cut into words. The most probable values are found by
// Newton's method, their spread from the curvature there.

/** What a taster had in the glass by the model, and what was said of it. */
export type TastingRecord = {
  strengthX: number;
  harsh: number;
  sugarGPerL: number;
  /** strength that was planned for that state, × */
  plannedX: number;
  state: ServedState;
  verdict: Verdict;
};

/**
 * Spread of each unknown before any tasting, on the log scale. House estimates. The one of strength holds both the
 * drinker (0.25) and the lot of leaf (0.2).
 */
export const PRIOR_SIGMA = { wantedX: 0.32, harshLimit: 0.4, sugar: 0.3 } as const;

/** Noise of one verdict, log scale: a step of 1.2 is about one just noticeable step of strength. House estimates. */
export const NOISE = { strength: 0.18, harsh: 0.25, sweet: 0.2, tart: 0.35 } as const;

/** Cuts between the words, in units of noise: five words of strength, four of harshness, three of sweetness and tartness. */
const CUTS = {
  strength: [-1.5, -0.5, 0.5, 1.5],
  harsh: [-1, 0.3, 1.3],
  sweet: [-0.8, 0.8],
  tart: [-0.9, 0.9],
} as const;

/**
 * How a state changes what is felt, against chilled: warm tastes sweeter and smoother. 10 to 20 % for sweetness; house
 * estimates. Ice thins the drink besides, and that is in the figures of the glass.
 */
export const FELT: Record<ServedState, { sweet: number; harsh: number }> = {
  warm: { sweet: 1.15, harsh: 0.9 },
  chilled: { sweet: 1, harsh: 1 },
  iced: { sweet: 0.97, harsh: 1.05 },
  neat: { sweet: 1.07, harsh: 0.95 },
};

/** Chance that an answer falls between two cuts, kept off zero so that one slip of the finger cannot rule a value out. */
function answerChance(latent: number, cuts: readonly number[], index: number): number {
  const upper = index < cuts.length ? normalCdf(cuts[index]! - latent) : 1;
  const lower = index > 0 ? normalCdf(cuts[index - 1]! - latent) : 0;
  return 0.94 * (upper - lower) + 0.06 / (cuts.length + 1);
}

type Unknowns = readonly [wantedX: number, harshLimit: number, sugar: number];

/** @param sugarPrior the sweetness the drink is written with, g/L */
function minusLogPosterior(u: Unknowns, records: readonly TastingRecord[], sugarPrior: number): number {
  const [wantedX, harshLimit, sugar] = u;
  let cost =
    (wantedX / PRIOR_SIGMA.wantedX) ** 2 / 2 +
    (harshLimit / PRIOR_SIGMA.harshLimit) ** 2 / 2 +
    (sugar / PRIOR_SIGMA.sugar) ** 2 / 2;
  for (const r of records) {
    const felt = FELT[r.state];
    const strength = (Math.log(r.strengthX) - wantedX) / NOISE.strength;
    const harsh = (Math.log(Math.max(1e-3, r.harsh) * felt.harsh) - harshLimit) / NOISE.harsh;
    cost -= Math.log(answerChance(strength, CUTS.strength, r.verdict.strength + 2));
    cost -= Math.log(answerChance(harsh, CUTS.harsh, r.verdict.harsh));
    if (r.sugarGPerL > 0) {
      const sweet = Math.log((r.sugarGPerL * felt.sweet) / sugarPrior) - sugar;
      cost -= Math.log(answerChance(sweet / NOISE.sweet, CUTS.sweet, r.verdict.sweet + 1));
      // Too sharp and not sweet enough are one complaint about the balance; the acid itself comes with the leaf.
      cost -= Math.log(answerChance(-sweet / NOISE.tart, CUTS.tart, r.verdict.tart + 1));
    }
  }
  return cost;
}

/**
 * What the house has taught so far. Without tastings everything is at its prior.
 * @param records the latest first
 */
export function learnFrom(records: readonly TastingRecord[], sugarPriorGPerL: number): Learned {
  const prior = Math.max(1, sugarPriorGPerL);
  const cost = (u: Unknowns): number => minusLogPosterior(u, records, prior);
  const { at, sigma } = minimise(cost, [0, 0, 0]);
  return {
    tastings: records.length,
    wantedX: Math.exp(at[0]),
    harshLimit: Math.exp(at[1]),
    wantedSugarGPerL: records.some((r) => r.sugarGPerL > 0) ? prior * Math.exp(at[2]) : undefined,
    complaints: complaintsOf(records),
    sigma: { wantedX: sigma[0]!, harshLimit: sigma[1]!, sugar: sigma[2]! },
  };
}

/** @param records the latest first */
function complaintsOf(records: readonly TastingRecord[]): Learned['complaints'] {
  const latest = records.slice(0, 2).map((r) => r.verdict);
  const sign = (sum: number): -1 | 0 | 1 => (sum > 0 ? 1 : sum < 0 ? -1 : 0);
  return {
    strength: sign(latest.reduce((sum, v) => sum + v.strength, 0)),
    harsh: latest.some((v) => v.harsh >= 2) ? 1 : 0,
    sweet: sign(latest.reduce((sum, v) => sum + v.sweet - v.tart, 0)),
  };
}

const STEP = 1e-3;

/** Newton's method with halved steps on a smooth cost of few unknowns; spreads from the curvature, widened by 5 %. */
function minimise(cost: (u: Unknowns) => number, start: Unknowns): { at: Unknowns; sigma: number[] } {
  let at = [...start];
  const f = (u: number[]): number => cost(u as unknown as Unknowns);
  for (let i = 0; i < 40; i++) {
    const gradient = gradientOf(f, at);
    if (Math.hypot(...gradient) < 1e-6) break;
    const step = solveLinear(hessianOf(f, at), gradient);
    let size = 1;
    const moved = (): number[] => at.map((x, j) => x - size * step[j]!);
    while (size > 1e-4 && f(moved()) > f(at)) size /= 2;
    if (size <= 1e-4) break;
    at = moved();
  }
  const covariance = invert(hessianOf(f, at));
  // The curvature is slightly too sure of itself (checked on made-up drinkers); widen it.
  return { at: at as unknown as Unknowns, sigma: covariance.map((row, i) => 1.05 * Math.sqrt(Math.max(0, row[i]!))) };
}

function gradientOf(f: (u: number[]) => number, at: number[]): number[] {
  return at.map((_, i) => (f(shifted(at, i, STEP)) - f(shifted(at, i, -STEP))) / (2 * STEP));
}

function hessianOf(f: (u: number[]) => number, at: number[]): number[][] {
  const n = at.length;
  const h = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++) {
    for (let j = i; j < n; j++) {
      const pp = f(shifted(shifted(at, i, STEP), j, STEP));
      const pm = f(shifted(shifted(at, i, STEP), j, -STEP));
      const mp = f(shifted(shifted(at, i, -STEP), j, STEP));
      const mm = f(shifted(shifted(at, i, -STEP), j, -STEP));
      h[i]![j] = h[j]![i] = (pp - pm - mp + mm) / (4 * STEP * STEP);
    }
    // Far in a tail the floor on chances can flatten the cost; the prior's share keeps every direction curved.
    h[i]![i] = Math.max(h[i]![i]!, 1);
  }
  return h;
}

const shifted = (at: number[], i: number, by: number): number[] => at.map((x, j) => (j === i ? x + by : x));

/** Gauss-Jordan with pivoting on a small, well-conditioned matrix. */
function solveLinear(matrix: number[][], right: number[]): number[] {
  const n = right.length;
  const m = matrix.map((row, i) => [...row, right[i]!]);
  for (let c = 0; c < n; c++) {
    let p = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]![c]!) > Math.abs(m[p]![c]!)) p = r;
    [m[c], m[p]] = [m[p]!, m[c]!];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const k = m[r]![c]! / m[c]![c]!;
      for (let j = c; j <= n; j++) m[r]![j]! -= k * m[c]![j]!;
    }
  }
  return m.map((row, i) => row[n]! / row[i]!);
}

const invert = (matrix: number[][]): number[][] => {
  const n = matrix.length;
  const columns = matrix.map((_, i) =>
    solveLinear(
      matrix,
      matrix.map((__, j) => (i === j ? 1 : 0)),
    ),
  );
  return Array.from({ length: n }, (_, i) => columns.map((column) => column[i]!));
};

/**
 * How well a glass should suit this house, 0 to 1: the chance that it is called right in strength, not too harsh and
 * right in sweetness, as a share of the best chance any glass could have (noise of the tongue keeps that below 1).
 */
export function suits(glass: { strengthX: number; harsh: number; sugarGPerL: number }, learned: Learned): number {
  const strength = share(Math.log(glass.strengthX / learned.wantedX), learned.sigma.wantedX, NOISE.strength, -0.5, 0.5);
  const smooth = share(
    Math.log(Math.max(1e-3, glass.harsh) / learned.harshLimit),
    learned.sigma.harshLimit,
    NOISE.harsh,
    -Infinity,
    0.3,
  );
  if (learned.wantedSugarGPerL === undefined || glass.sugarGPerL === 0) return strength * smooth;
  const sweet = share(
    Math.log(glass.sugarGPerL / learned.wantedSugarGPerL),
    learned.sigma.sugar,
    NOISE.sweet,
    -0.8,
    0.8,
  );
  return strength * smooth * sweet;
}

/** Chance of an answer between two cuts, the unknown's own spread included, relative to a glass at the very middle. */
function share(off: number, spread: number, noise: number, low: number, high: number): number {
  const wide = Math.hypot(1, spread / noise);
  const latent = off / noise;
  const chance = normalCdf((high - latent) / wide) - normalCdf((low - latent) / wide);
  const best = Number.isFinite(low) ? normalCdf(high / wide) - normalCdf(low / wide) : 1;
  return chance / best;
}
