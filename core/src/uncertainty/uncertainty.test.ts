import { NO_OWN_PLANTS } from '../reference/plants';
import { runBrew } from '../brew/brewRun';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { aPlan } from '../test/aBatch';
import { planUncertainty, uncertaintyOf } from './planUncertainty';
import { normalQuantile, seededRandom } from './random';
import { sensitivity } from './sensitivity';
import { varianceShares } from './spread';
import { normalCdf } from '../quantity/normal';

describe('which input moves an output', () => {
  const ishigami = ([x, y, z]: readonly number[]): number => {
    const a = (q: number): number => Math.PI * (2 * q - 1);
    return Math.sin(a(x!)) + 7 * Math.sin(a(y!)) ** 2 + 0.1 * a(z!) ** 4 * Math.sin(a(x!));
  };
  it('is known for Ishigami’s function: first order 0.314, 0.442, 0; total 0.558, 0.442, 0.244', () => {
    const { firstOrder, total } = sensitivity(ishigami, 3, { n: 4096, seed: 3 });
    [0.314, 0.442, 0].forEach((s, i) => expect(Math.abs(firstOrder[i]! - s)).toBeLessThan(0.04));
    [0.558, 0.442, 0.244].forEach((s, i) => expect(Math.abs(total[i]! - s)).toBeLessThan(0.04));
  });
  it('is the same for the same seed', () =>
    expect(sensitivity(ishigami, 3, { n: 64, seed: 5 })).toEqual(sensitivity(ishigami, 3, { n: 64, seed: 5 })));
  it('shares of a product add up to one', () =>
    expect(varianceShares([0.05, 0.08, 0.12]).reduce((a, b) => a + b)).toBeCloseTo(1));
});

describe('chance without a clock', () => {
  it('repeats for its seed and fills the unit interval evenly', () => {
    const draw = (seed: number): number[] => Array.from({ length: 2000 }, seededRandom(seed));
    expect(draw(9)).toEqual(draw(9));
    const values = draw(9);
    expect(Math.abs(values.reduce((a, b) => a + b) / values.length - 0.5)).toBeLessThan(0.02);
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values)).toBeLessThan(1);
  });
  it.each([0.001, 0.1, 0.5, 0.9, 0.9999])('the normal quantile of %d comes back', (p) =>
    expect(Math.abs(normalCdf(normalQuantile(p)) - p)).toBeLessThan(1e-6),
  );
});

describe('how far a plan may be off', () => {
  const plan = aPlan();
  const [brew] = plan.brews;
  const { kitchen, factors: asPlanned } = plan;
  const own = { plants: NO_OWN_PLANTS, factors: asPlanned };
  const setup = { way: brew.way, scale: 1, vessel: brew.vessel, kitchen, ...own };
  const result = uncertaintyOf(plan, { runs: 300 });
  const concentrate = result.brews['concentrate']!;
  it('lies around what is promised', () => {
    expect(concentrate.volumeMl.low).toBeLessThan(brew.figures.volumeMl);
    expect(concentrate.volumeMl.high).toBeGreaterThan(brew.figures.volumeMl);
    expect(concentrate.strengthX.middle / brew.figures.strengthX).toBeCloseTo(1, 1);
    expect(result.strengthX.middle / plan.glass.figures.strengthX).toBeCloseTo(1, 1);
  });
  it('agrees with the spread that the plan shows at once', () => {
    const sigma = Math.log(result.strengthX.high / result.strengthX.low) / 2.563;
    expect(Math.abs(sigma / brew.sigmaLnStrength - 1)).toBeLessThan(0.2);
  });
  it('is the brew itself, run with drawn factors, to within a hundredth', () => {
    const factors = { ...plan.factors, heatLoss: 1.25, rate: 1.2, held: 1.1 };
    const one = planUncertainty(
      [{ id: 'b', setup: { ...setup, factors }, pots: 1, pouredMl: 1000 }],
      { standard: plan.standard, glassMl: 1000 },
      { runs: 1001, seed: 2 },
    );
    const exact = runBrew({ ...setup, factors }).concentrate;
    expect(Math.abs(one.strengthX.middle / (weightedStrength(exact) / plan.standard) - 1)).toBeLessThan(0.015);
    expect(Math.abs(one.brews['b']!.volumeMl.middle / volumeMl(exact) - 1)).toBeLessThan(0.01);
  });
  it('comes mostly from the leaf, and hardly from the scale', () => {
    const shares = result.shares['concentrate']!;
    expect(shares.potency).toBeGreaterThan(0.5);
    expect(shares.weighing).toBeLessThan(0.05);
    expect(Object.values(shares).reduce((a, b) => a + b)).toBeCloseTo(1);
  });
  it('is smaller for a drink of two brews than for either: their errors do not go together', () => {
    const two = planUncertainty(
      ['a', 'b'].map((id) => ({ id, setup, pots: 1, pouredMl: 500 })),
      { standard: plan.standard, glassMl: 1000 },
      { runs: 400 },
    );
    const width = ({ low, high }: { low: number; high: number }): number => Math.log(high / low);
    expect(width(two.strengthX)).toBeLessThan(0.85 * width(two.brews['a']!.strengthX));
    expect(width(two.strengthX)).toBeGreaterThan(0.55 * width(two.brews['a']!.strengthX));
  });
});
