import {
  bodyExposures,
  FACTOR_SIGMA,
  REFERENCE_FACTORS,
  type BodyExposure,
  type BrewFactors,
  type BrewSetup,
} from '../brew/brewRun';
import { clingingMl, heldLiquor } from '../brew/waterLedger';
import { extent } from '../extraction/extract';
import { strengthWeightLPerG } from '../liquid/strength';
import { waterDensity } from '../physics/water';
import { requirePositive } from '../quantity/range';
import { netBodyMax } from '../reference/botanicals';
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

const UNKNOWNS = ['potency', 'rate', 'held', 'steam', 'heatLoss', 'weighing', 'water'] as const satisfies readonly (
  keyof BrewFactors | 'weighing' | 'water'
)[];
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
  const results = draws.map(lean(setup));
  const lnX = results.map((r) => Math.log(r.strength / standard));
  return {
    strengthX: likely(results.map((r) => r.strength / standard)),
    volumeMl: likely(results.map((r) => r.volume)),
    shares: sharesOf(draws, lnX),
  };
}

type Outcome = { strength: number; volume: number };

/** Heat losses, in sigmas, at which the pot is really followed; between them its clocks are read off a parabola. */
const LOSS_NODES = [-2, 0, 2] as const;

/**
 * A brew made ready for many draws. Only the heat loss changes its temperatures, so the pot is followed for three of them;
 * everything else is arithmetic on what it gives then. Water on the scale changes heat as its inverse would, nearly.
 */
function lean(setup: BrewSetup): (ln: readonly number[]) => Outcome {
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const at = (sigmas: number): ReturnType<typeof bodyExposures> =>
    bodyExposures({
      ...setup,
      factors: { ...factors, heatLoss: factors.heatLoss * Math.exp(sigmas * FACTOR_SIGMA.heatLoss) },
    });
  const nodes = LOSS_NODES.map(at);
  const middle = nodes[1]!;
  const strain = setup.way.stages.find((s) => s.kind === 'strain');
  const press = strain?.kind === 'strain' && strain.press;
  const held = heldLiquor(
    middle.plants.map((p) => ({ ...p.botanical, grams: p.grams })),
    { press, heldScale: factors.held },
  );
  const leftMl = held.drainedMl - held.pressedMl;
  const waterMl = setup.way.waterMl * setup.scale;
  const mlPerG = 1000 / waterDensity(20);
  const [potency, rate, heldAt, steam, loss, weighing, water] = UNKNOWNS.map((_, i) => i) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return (ln) => {
    const z = (ln[loss]! - ln[water]!) / FACTOR_SIGMA.heatLoss;
    const w = [(z * (z - 2)) / 8, 1 - (z * z) / 4, (z * (z + 2)) / 8] as const;
    const between = (read: (e: BodyExposure) => number, k: number): number =>
      Math.max(
        0,
        w[0] * read(nodes[0]!.plants[k]!) + w[1] * read(nodes[1]!.plants[k]!) + w[2] * read(nodes[2]!.plants[k]!),
      );
    const amount = Math.exp(ln[weighing]!) * Math.exp(ln[potency]!) * factors.potency;
    const faster = Math.exp(ln[rate]!);
    let [strength, dissolved] = [0, 0];
    for (let k = 0; k < middle.plants.length; k++) {
      const p = middle.plants[k]!;
      const out = extent(
        { k95PerMin: p.kPerMin * faster, coldShare: p.coldShare },
        between((e) => e.ownMin, k),
        p.coldShare < 1 ? between((e) => e.hotMin, k) : 0,
      );
      const given = p.grams * amount * out;
      strength += strengthWeightLPerG(p.botanical.slug) * given * netBodyMax(p.botanical);
      dissolved += given * p.botanical.bodyMax;
    }
    const steamMl =
      mlPerG * Math.exp(ln[steam]!) * (w[0] * nodes[0]!.steamG + w[1] * middle.steamG + w[2] * nodes[2]!.steamG);
    const liquorMl = waterMl * Math.exp(ln[water]!) + 0.62 * dissolved - steamMl;
    const poured = liquorMl - leftMl * Math.exp(ln[heldAt]!) * Math.exp(ln[weighing]!);
    return { strength: (1000 * strength) / liquorMl, volume: poured - clingingMl(poured) };
  };
}

function likely(values: readonly number[]): Likely {
  // A typed array sorts by value at once; a comparator would cost more than the runs.
  const sorted = Float64Array.from(values).sort();
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
