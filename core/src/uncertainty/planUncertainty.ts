import { FACTOR_SIGMA, REFERENCE_FACTORS, runBrew, type BrewFactors, type BrewSetup } from '../brew/brewRun';
import { bodyExposures } from '../brew/exposures';
import { heldScaleOf, isPressed } from '../brew/pot';
import { afterStraining } from '../drink/drink';
import type { Plan } from '../plan/planDrink';
import { BROUGHT_SHARE } from '../brew/plantsInPot';
import { clingingMl } from '../brew/waterLedger';
import { extent } from '../extraction/extract';
import { plantsOf } from '../reference/plants';
import { strengthWeightLPerG, weightedStrength } from '../liquid/strength';
import { waterDensity } from '../physics/water';
import { requirePositive } from '../quantity/range';
import { netBodyMax } from '../reference/botanicals';
import { DISSOLVED_ML_PER_G, ownLiquorMlPerG } from '../reference/matter';
import { leftBehind } from '../extraction/opening';
import { volumeMl } from '../liquid/liquid';
import { stirredIn } from '../liquid/stirredIn';
import { normalQuantile, seededRandom } from './random';

/** Where a figure lies four times in five, and its middle. */
export type Likely = { low: number; middle: number; high: number };

/** One sigma, log scale, of weighing leaf on a 1 g scale and of measuring water in a jug. House estimates. */
const MEASURING = { weighing: 0.012, water: 0.015 } as const;

const UNKNOWNS = ['potency', 'rate', 'held', 'steam', 'heatLoss', 'weighing', 'water'] as const satisfies readonly (
  keyof BrewFactors | 'weighing' | 'water'
)[];
/** What is not known for sure about one brew. */
export type Unknown = (typeof UNKNOWNS)[number];

const sigmaOf = (u: Unknown): number => (u === 'weighing' || u === 'water' ? MEASURING[u] : FACTOR_SIGMA[u]);

/** A brew of a drink, with how much of it a jug takes. */
export type UncertainBrew = { id: string; setup: BrewSetup; pots: number; pouredMl: number };

/** How sure a plan is, and of what that comes. */
export type PlanUncertainty = {
  /** of the finished glass */
  strengthX: Likely;
  brews: Readonly<Record<string, { volumeMl: Likely; strengthX: Likely }>>;
  /** share of each unknown of each brew in how far the glass's strength may be off; all of them add up to 1 */
  shares: Readonly<Record<string, Readonly<Record<Unknown, number>>>>;
};

/** The brews of a plan, and the jug and glass they end in. */
export const uncertaintyOf = (plan: Plan, draws: { runs?: number; seed?: number } = {}): PlanUncertainty =>
  planUncertainty(
    plan.drink.mix.flatMap(({ id, from }): UncertainBrew[] => {
      if (from.kind !== 'brew') return [];
      const b = plan.brews.find((x) => x.brewId === from.brewId)!;
      const setup = {
        way: b.way,
        scale: 1 / b.pots,
        vessel: b.vessel,
        kitchen: plan.kitchen,
        plants: plantsOf(plan.drink),
        factors: plan.factors,
      };
      return [{ id: b.brewId, setup, pots: b.pots, pouredMl: plan.jug.mix[id] ?? 0 }];
    }),
    {
      standard: plan.standard,
      glassMl:
        plan.glass.figures.strengthX > 0
          ? (plan.jug.figures.volumeMl * plan.jug.figures.strengthX) / plan.glass.figures.strengthX
          : plan.jug.figures.volumeMl,
    },
    draws,
  );

/**
 * Makes a drink many times, each time with every unknown of every brew drawn from its spread, and reads off how far its
 * strength and each yield may be off, and which unknown to tighten first. Poured volumes are measured, so they stay as
 * planned. The same plan gives the same answer.
 * @param into weighted strength of ×1.0, and the volume that the jug becomes when ice and glass have thinned it, ml
 */
export function planUncertainty(
  brews: readonly UncertainBrew[],
  { standard, glassMl }: { standard: number; glassMl: number },
  { runs = 1024, seed = 1 }: { runs?: number; seed?: number } = {},
): PlanUncertainty {
  requirePositive('planUncertainty', 'runs', runs, '');
  const random = seededRandom(seed);
  const quantiles = Float64Array.from({ length: runs }, (_, i) => normalQuantile((i + 0.5) / runs));
  const drawn = brews.map(() => UNKNOWNS.map((u) => shuffledTimes(quantiles, sigmaOf(u), random)));
  const glass = new Float64Array(runs);
  const each = brews.map((brew, i) => {
    const [strength, volume] = [new Float64Array(runs), new Float64Array(runs)];
    lean(brew.setup)(drawn[i]!, strength, volume);
    for (let k = 0; k < runs; k++) {
      strength[k] = standard > 0 ? strength[k]! / standard : 0;
      volume[k] = volume[k]! * brew.pots;
      glass[k] = glass[k]! + (strength[k]! * brew.pouredMl) / glassMl;
    }
    return [brew.id, { volumeMl: likely(volume), strengthX: likely(strength) }] as const;
  });
  return { strengthX: likely(glass), brews: Object.fromEntries(each), shares: sharesOf(brews, drawn, glass) };
}

/** One column of a Latin hypercube: every n-th of the spread once, in an order of its own. */
function shuffledTimes(values: Float64Array, by: number, random: () => number): Float64Array {
  const column = values.map((v) => v * by);
  for (let i = column.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    const swap = column[i]!;
    column[i] = column[j]!;
    column[j] = swap;
  }
  return column;
}

/** Heat losses, in sigmas, at which the pot is really followed; between them its clocks are read off a parabola. */
const LOSS_NODES = [-2, 0, 2] as const;

/**
 * A brew made ready for many draws. Only the heat loss changes its temperatures, so the pot is followed for three of them;
 * everything else is arithmetic on what it gives then. Water on the scale changes heat as its inverse would, nearly. What is
 * done after the strain changes every draw alike.
 */
function lean(setup: BrewSetup): (ln: readonly Float64Array[], strength: Float64Array, volume: Float64Array) => void {
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const at = (sigmas: number): ReturnType<typeof bodyExposures> =>
    bodyExposures({
      ...setup,
      factors: { ...factors, heatLoss: factors.heatLoss * Math.exp(sigmas * FACTOR_SIGMA.heatLoss) },
    });
  const [cool, middle, hot] = LOSS_NODES.map(at) as [BodyAt, BodyAt, BodyAt];
  const press = isPressed(setup.way);
  const heldScale = heldScaleOf(setup.way, factors);
  const dryLeftMl = middle.plants.reduce(
    (sum, { botanical: b, grams, fresh }) =>
      fresh ? sum : sum + heldScale * grams * b.absorbGPerG * (press ? 1 - b.pressRecovery : 1),
    0,
  );
  // Juice has its own volume.
  const pouredInMl = middle.plants.map((p) =>
    p.botanical.extractionClass === 'stirred_in' ? volumeMl(stirredIn(p.botanical, p.grams)) : undefined,
  );
  const waterMl = setup.way.waterMl * setup.scale;
  const mlPerG = 1000 / waterDensity(20);
  const weights = middle.plants.map((p) => (p.raw ? 0 : strengthWeightLPerG(p.botanical) * netBodyMax(p.botanical)));
  const after = afterStrain(setup);
  const { unsure } = setup.way;
  // A recipe written down from a making, or a pot that was timed, brings spreads of its own.
  const weighingBy = unsure ? unsure.amounts / sigmaOf('weighing') : 1;
  const waterBy = unsure ? unsure.water / sigmaOf('water') : 1;
  const lossBy = setup.vessel.timed ? setup.vessel.timed.sigmaLn / FACTOR_SIGMA.heatLoss : 1;
  const column = (u: Unknown): number => UNKNOWNS.indexOf(u);
  const [potency, rate, heldAt, steam, loss, weighing, water] = UNKNOWNS.map(column) as Seven;
  return (ln, strengthOut, volumeOut) => {
    for (let run = 0; run < strengthOut.length; run++) {
      const lnWater = ln[water]![run]! * waterBy;
      const lnWeighing = ln[weighing]![run]! * weighingBy;
      const z = (ln[loss]![run]! * lossBy - lnWater) / FACTOR_SIGMA.heatLoss;
      const [w0, w1, w2] = [(z * (z - 2)) / 8, 1 - (z * z) / 4, (z * (z + 2)) / 8];
      const amount = Math.exp(lnWeighing + ln[potency]![run]!) * factors.potency;
      const faster = Math.exp(ln[rate]![run]!);
      const lnHeld = ln[heldAt]![run]!;
      let [strength, dissolved, leftMl] = [0, middle.sweetenedMl, dryLeftMl * Math.exp(lnHeld)];
      for (let k = 0; k < middle.plants.length; k++) {
        const [a, p, b] = [cool.plants[k]!, middle.plants[k]!, hot.plants[k]!];
        const ownMin = Math.max(0, w0 * a.ownMin + w1 * p.ownMin + w2 * b.ownMin);
        const hotMin = p.coldShare < 1 ? Math.max(0, w0 * a.hotMin + w1 * p.hotMin + w2 * b.hotMin) : 0;
        const drawn = extent({ k95PerMin: p.kPerMin * faster, coldShare: p.coldShare }, ownMin, hotMin);
        if (p.fresh) {
          const { matter, stillClosed, takenOut } = p.fresh;
          // Fruit differs more than leaf does in what it keeps, each kind by its own spread.
          const off = lnHeld / FACTOR_SIGMA.held;
          const times = heldScale * Math.exp(off * matter.spread);
          const v = ownLiquorMlPerG(matter);
          const { heldMl, open } = leftBehind(matter, 1 - (1 - drawn) * stillClosed, { ...takenOut, times });
          strength += weights[k]! * p.grams * p.potency * amount * open;
          dissolved += p.grams * Math.exp(lnWeighing - off * matter.spread * BROUGHT_SHARE) * open * v;
          leftMl += p.grams * Math.max(0, heldMl - (1 - open) * v);
          continue;
        }
        const given = p.grams * p.potency * amount * drawn;
        strength += weights[k]! * given;
        dissolved += pouredInMl[k] ?? given * p.botanical.bodyMax * DISSOLVED_ML_PER_G;
      }
      const clockG = Math.exp(ln[steam]![run]!) * (w0 * cool.steamG + w1 * middle.steamG + w2 * hot.steamG);
      // Down to a mark as much goes whatever the pace: only the mark is unsure.
      const downG = middle.boiledOff.grams + (middle.boiledOff.sd * ln[steam]![run]!) / FACTOR_SIGMA.steam;
      const steamMl = mlPerG * (clockG + (middle.boiledOff.grams > 0 ? downG : 0));
      const liquorMl = waterMl * Math.exp(lnWater) + dissolved - steamMl;
      const poured = liquorMl - leftMl * Math.exp(lnWeighing);
      strengthOut[run] = ((1000 * strength) / liquorMl) * after.strength;
      volumeOut[run] = (poured - clingingMl(poured)) * after.volume;
    }
  };
}

type BodyAt = ReturnType<typeof bodyExposures>;
type Seven = [number, number, number, number, number, number, number];

/** What is done after the strain, as factors on strength and volume of what was strained off. */
function afterStrain(setup: BrewSetup): { strength: number; volume: number } {
  if (afterStraining(setup.way).length === 0) return { strength: 1, volume: 1 };
  const run = runBrew(setup);
  const { rinsedMl, sweetenedMl, stirredMl, reducedMl, outMl } = run.ledger;
  const liquor = weightedStrength(run.at(run.endMin).liquor);
  return {
    strength: liquor > 0 ? weightedStrength(run.concentrate) / liquor : 1,
    volume: outMl / (outMl - rinsedMl - sweetenedMl - stirredMl + reducedMl),
  };
}

function likely(values: Float64Array): Likely {
  // A typed array sorts by value at once; a comparator would cost more than the runs.
  const sorted = Float64Array.from(values).sort();
  const at = (p: number): number => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))]!;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}

/** Shares by squared correlation: the draws are independent, and the log of the strength is near linear in each. */
function sharesOf(
  brews: readonly UncertainBrew[],
  drawn: readonly (readonly Float64Array[])[],
  glass: Float64Array,
): PlanUncertainty['shares'] {
  const y = glass.map((x) => Math.log(Math.max(1e-12, x)));
  const meanY = y.reduce((sum, v) => sum + v, 0) / y.length;
  const squared = (x: Float64Array): number => {
    let [xy, xx] = [0, 0];
    for (let k = 0; k < x.length; k++) {
      xy += x[k]! * (y[k]! - meanY);
      xx += x[k]! ** 2;
    }
    return xx === 0 ? 0 : xy ** 2 / xx;
  };
  const squares = drawn.map((columns) => columns.map(squared));
  const all = squares.flat().reduce((sum, v) => sum + v, 0);
  return Object.fromEntries(
    brews.map((brew, i) => [
      brew.id,
      Object.fromEntries(UNKNOWNS.map((u, j) => [u, all === 0 ? 0 : squares[i]![j]! / all])) as Record<Unknown, number>,
    ]),
  );
}
