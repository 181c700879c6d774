import { FACTOR_SIGMA, runBrew, type BrewFactors, type BrewSetup } from '../brew/brewRun';
import { requirePositive } from '../quantity/range';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { normalQuantile, seededRandom } from './random';
import { latinHypercube } from './sensitivity';

/** Where a figure lies four times in five, and its middle. */
export type Likely = { low: number; middle: number; high: number };

export type PlanUncertainty = {
  strengthX: Likely;
  volumeMl: Likely;
  /** share of each unknown in how far the strength may be off; adds up to 1 */
  shares: Readonly<Record<keyof BrewFactors | 'weighing' | 'water', number>>;
};

/** One sigma, log scale, of weighing leaf on a 1 g scale and of measuring water in a jug. House estimates. */
const MEASURING = { weighing: 0.012, water: 0.015 } as const;

const UNKNOWNS = [...(Object.keys(FACTOR_SIGMA) as (keyof BrewFactors)[]), 'weighing', 'water'] as const;
type Unknown = (typeof UNKNOWNS)[number];

const sigmaOf = (u: Unknown): number => (u === 'weighing' || u === 'water' ? MEASURING[u] : FACTOR_SIGMA[u]);

/**
 * Runs a brew many times, each time with every unknown drawn from its spread, and reads off how far strength and yield may
 * be off, and which unknown to tighten first. The same plan gives the same answer.
 * @param standard weighted strength of ×1.0; the concentrate's × is told
 */
export function planUncertainty(
  setup: BrewSetup,
  standard: number,
  { runs = 1024, seed = 1 }: { runs?: number; seed?: number } = {},
): PlanUncertainty {
  requirePositive('planUncertainty', 'runs', runs, '');
  const random = seededRandom(seed);
  const draws = latinHypercube(runs, UNKNOWNS.length, random).map((q) =>
    q.map((p, i) => normalQuantile(p) * sigmaOf(UNKNOWNS[i]!)),
  );
  const results = draws.map((d) => runWith(setup, d));
  const lnX = results.map((r) => Math.log(r.strength / standard));
  return {
    strengthX: likely(results.map((r) => r.strength / standard)),
    volumeMl: likely(results.map((r) => r.volume)),
    shares: sharesOf(draws, lnX),
  };
}

function runWith(setup: BrewSetup, ln: readonly number[]): { strength: number; volume: number } {
  const times = (u: Unknown): number => Math.exp(ln[UNKNOWNS.indexOf(u)]!);
  const factors = Object.fromEntries(
    (Object.keys(FACTOR_SIGMA) as (keyof BrewFactors)[]).map((f) => [f, (setup.factors?.[f] ?? 1) * times(f)]),
  ) as BrewFactors;
  const way = {
    ...setup.way,
    waterMl: setup.way.waterMl * times('water'),
    ingredients: setup.way.ingredients.map((i) => ({ ...i, grams: i.grams * times('weighing') })),
  };
  const { concentrate } = runBrew({ ...setup, way, factors });
  return { strength: weightedStrength(concentrate), volume: volumeMl(concentrate) };
}

function likely(values: readonly number[]): Likely {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (p: number): number => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))]!;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}

/** Shares by squared correlation: the draws are independent, and the log of the strength is near linear in each. */
function sharesOf(draws: readonly (readonly number[])[], y: readonly number[]): PlanUncertainty['shares'] {
  const meanY = y.reduce((s, v) => s + v, 0) / y.length;
  const squares = UNKNOWNS.map((_, i) => {
    const meanX = draws.reduce((s, d) => s + d[i]!, 0) / draws.length;
    let [xy, xx] = [0, 0];
    draws.forEach((d, k) => {
      xy += (d[i]! - meanX) * (y[k]! - meanY);
      xx += (d[i]! - meanX) ** 2;
    });
    return xx === 0 ? 0 : xy ** 2 / xx;
  });
  const all = squares.reduce((s, v) => s + v, 0);
  return Object.fromEntries(
    UNKNOWNS.map((u, i) => [u, all === 0 ? 0 : squares[i]! / all]),
  ) as PlanUncertainty['shares'];
}
