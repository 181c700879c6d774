import {
  FACTOR_SIGMA,
  REFERENCE_FACTORS,
  runBrew,
  type BrewFactors,
  type BrewRun,
  type BrewSetup,
} from '../brew/brewRun';
import { steepCurve, type SteepCurve } from '../brew/steepCurve';
import { describeRange } from '../quantity/range';
import { InputError } from '../quantity/errors';
import { combineSigmas } from '../quantity/estimate';
import { inKitchenMeasure, roundGrams, roundTo, type KitchenMeasure } from '../quantity/kitchenMeasures';
import { botanicalBySlug } from '../reference/botanicals';
import { massesForSyrup } from '../sugar/syrup';
import type { Learned } from '../taste/learned';
import {
  scaledGrams,
  steepOf,
  TARGET_RANGES,
  wayOf,
  withSteep,
  type BrewWay,
  type Drink,
  type Kitchen,
  type PlanTarget,
} from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { portionOfVolume, syrupOf, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { colourOf, weightedStrength } from '../liquid/strength';
import { planCooling, type CoolingPlan } from './coolingPlan';
import { iceFor, jugForGlass, pourGlass, type Glass } from './glass';
import { bookStandard } from './houseStandard';
import { planBrews } from './planBrews';
import { figuresOf, mixJug, type Jug, type JugFigures, type JugWanted } from './mixJug';
import { smallestHolding } from './vesselChoice';

export type PlannedLeaf = {
  ingredientId: string;
  plant: string;
  name: string;
  grams: number;
  measure: KitchenMeasure | undefined;
};

/** A plan solved back from the glass: every amount, what it will give, and how sure that is. */
export type Plan = {
  drink: Drink;
  target: PlanTarget;
  kitchen: Kitchen;
  factors: BrewFactors;
  /** harshness this house bears, 1 until verdicts say otherwise */
  houseHarshLimit: number;
  /** weighted strength of ×1.0 */
  standard: number;
  /** the way with the amounts of this plan, rounded to what a kitchen measures */
  way: BrewWay;
  vessel: Vessel;
  run: BrewRun;
  leaf: readonly PlannedLeaf[];
  waterMl: number;
  syrup: { sugarG: number; waterG: number; volumeMl: number; brix: number };
  concentrate: JugFigures & { sigmaLnVolume: number; sigmaLnStrength: number };
  jugWanted: JugWanted;
  jug: Jug & { vessel: Vessel };
  glass: Glass & { figures: JugFigures; iceG: number; count: number };
  curve: SteepCurve;
  cooling: CoolingPlan;
};

export type Limit = 'liquor-ratio' | 'vessel' | 'jug' | 'sugar-from-the-plants';

/** No plan meets the target: which limit binds, in words, and the nearest target that has one. */
export type NoPlan = { kind: 'no-plan'; limit: Limit; message: string; nearest: PlanTarget | undefined };
export type PlanResult = { kind: 'plan'; plan: Plan } | NoPlan;

/** @throws InputError for a target outside its accepted range, naming the field */
export function requireTarget(drink: Drink, target: PlanTarget): void {
  for (const [field, range] of Object.entries(TARGET_RANGES)) {
    const value = target[field as keyof typeof TARGET_RANGES];
    if (!Number.isFinite(value) || value < range.min || value > range.max) {
      throw new InputError('planDrink', field, `a number, ${describeRange(range)}`, value);
    }
  }
  if (!wayOf(drink, target.wayId)) {
    throw new InputError('planDrink', 'wayId', `one of ${drink.brew.ways.map((w) => w.id).join(', ')}`, target.wayId);
  }
}

/**
 * Plans a drink back from the glass to the leaf: ice, jug, concentrate, leaf and water with losses.
 * Impossible wishes are an answer, not an error: the limit that binds and the nearest target that works.
 * @throws InputError for a target outside its accepted range
 */
export function planDrink(drink: Drink, target: PlanTarget, kitchen: Kitchen, learned?: Learned): PlanResult {
  requireTarget(drink, target);
  const jugMl = target.litres * 1000;
  const jugVessel = smallestHolding(
    kitchen.vessels.filter((v) => v.kind === 'jug'),
    jugMl,
  );
  if (!jugVessel) return tooBigForJugs(target, kitchen);
  const solver = new BrewSolver(drink, target, kitchen, REFERENCE_FACTORS);
  const solved = solver.solve();
  if (solved.kind === 'no-plan') return solved;
  return { kind: 'plan', plan: finish(solver, solved, jugVessel, learned) };
}

function tooBigForJugs(target: PlanTarget, kitchen: Kitchen): NoPlan {
  const largest = Math.max(0, ...kitchen.vessels.filter((v) => v.kind === 'jug').map((v) => v.capacityMl)) / 1000;
  const nearest = largest >= TARGET_RANGES.litres.min ? { ...target, litres: largest } : undefined;
  return {
    kind: 'no-plan',
    limit: 'jug',
    message: `The largest jug holds ${largest} L, and ${target.litres} L is wanted.`,
    nearest,
  };
}

type Solved = { kind: 'solved'; way: BrewWay; vessel: Vessel; jugWanted: JugWanted };

/** Finds the scale and, if the mix needs it, the liquor ratio of the one brew of a drink. */
class BrewSolver {
  readonly standard: number;
  readonly way: BrewWay;
  readonly iceG: number;
  readonly jugWanted: JugWanted;

  constructor(
    readonly drink: Drink,
    readonly target: PlanTarget,
    readonly kitchen: Kitchen,
    readonly factors: BrewFactors,
  ) {
    this.standard = bookStandard(drink);
    this.way = withSteep(wayOf(drink, target.wayId)!, target.steepMin);
    this.iceG = iceFor(drink.serve, target.glassMl, target.iced);
    const wanted = { ...target, volumeMl: target.litres * 1000, iceG: this.iceG };
    const { volumeMl: jugMl, strengthX, sugarGPerL } = jugForGlass(wanted, kitchen, drink.serve.rightAtMin);
    this.jugWanted = { volumeMl: jugMl, strengthX, sugarGPerL, standard: this.standard };
  }

  solve(): Solved | NoPlan {
    const asWritten = this.scaleFor(this.way);
    if (asWritten.kind !== 'too-weak') return asWritten;
    return this.denser();
  }

  /** Less water on the same leaf: the least densening with which everything fits into the jug. */
  private denser(): Solved | NoPlan {
    const written = ratioOf(this.way);
    const most = this.way.liquorRatio.max / written;
    const at = (factor: number): ReturnType<BrewSolver['scaleFor']> =>
      this.scaleFor({ ...this.way, waterMl: this.way.waterMl / factor });
    const densest = at(most);
    if (densest.kind !== 'solved') return densest.kind === 'no-plan' ? densest : this.tooStrong(most);
    let [lo, hi, best] = [1, most, densest];
    for (let i = 0; i < 12; i++) {
      const middle = (lo + hi) / 2;
      const attempt = at(middle);
      if (attempt.kind === 'solved') [hi, best] = [middle, attempt];
      else lo = middle;
    }
    return best;
  }

  private tooStrong(most: number): NoPlan {
    const { target } = this;
    const densest = { ...this.way, waterMl: this.way.waterMl / most };
    const works = (strengthX: number): boolean =>
      new BrewSolver(this.drink, { ...target, strengthX }, this.kitchen, this.factors).scaleFor(densest).kind ===
      'solved';
    let lo: number = TARGET_RANGES.strengthX.min;
    let hi = target.strengthX;
    if (!works(lo)) {
      return {
        kind: 'no-plan',
        limit: 'liquor-ratio',
        message: `No strength leaves room for ${target.sugarGPerL} g/L of sugar from a ${this.drink.syrup.brix} °Bx syrup.`,
        nearest: undefined,
      };
    }
    for (let i = 0; i < 12; i++) {
      const middle = (lo + hi) / 2;
      if (works(middle)) lo = middle;
      else hi = middle;
    }
    const nearestX = Math.floor(lo * 20) / 20;
    return {
      kind: 'no-plan',
      limit: 'liquor-ratio',
      message: `×${target.strengthX} with ${target.sugarGPerL} g/L of sugar needs more than ${this.way.liquorRatio.max} g of leaf in a litre of water, the most this recipe allows.`,
      nearest: { ...target, strengthX: nearestX },
    };
  }

  /** The way at the size at which its yield is just what the jug takes. `too-weak`: concentrate and syrup overfill the jug. */
  scaleFor(way: BrewWay): Solved | NoPlan | { kind: 'too-weak' } {
    const { volumeMl: jugMl, strengthX, sugarGPerL } = this.jugWanted;
    const plenty = (liquid: Liquid): Liquid => portionOfVolume(liquid, jugMl * 2);
    const result = planBrews({
      brews: [{ id: 'brew', way, factors: this.factors }],
      liquids: [
        { id: 'syrup', liquid: plenty(syrupOf(massesForSyrup({ volumeMl: 1000, brix: this.drink.syrup.brix }))) },
        { id: 'water', liquid: plenty(waterOf(1000)) },
      ],
      jugs: [
        {
          id: 'jug',
          volumeMl: jugMl,
          from: ['brew', 'syrup', 'water'],
          strength: strengthX * this.standard,
          sugarGPerL,
        },
      ],
      kitchen: this.kitchen,
    });
    if (result.kind === 'no-brews') return this.tooBigForPots(way);
    const [brew, jug] = [result.brews[0]!, result.jugs[0]!];
    // What the plants bring of sugar may be more than is wanted; less than wanted means there was no room.
    const dry = jug.missed.includes('sugar') && figuresOf(jug.liquid, this.standard).sugarGPerL < sugarGPerL;
    if (jug.missed.includes('strength') || dry) return { kind: 'too-weak' };
    if (brew.pots > 1) return this.tooBigForPots(way);
    return { kind: 'solved', way: scaled(way, brew.scale), vessel: brew.vessel, jugWanted: this.jugWanted };
  }

  private tooBigForPots(way: BrewWay): NoPlan {
    const largest = Math.max(
      0,
      ...this.kitchen.vessels.filter((v) => v.kind === way.vesselKind).map((v) => v.capacityMl),
    );
    return {
      kind: 'no-plan',
      limit: 'vessel',
      message: `The largest ${way.vesselKind} holds ${largest / 1000} L, too little for this much at once.`,
      nearest: undefined,
    };
  }

  setup(way: BrewWay, scale: number, vessel: Vessel): BrewSetup {
    return { way, scale, vessel, kitchen: this.kitchen, factors: this.factors };
  }
}

/** To what a kitchen scale shows; up rather than down where rounding down would thin the drink by more than a hundredth. */
function roundLeaf(grams: number): number {
  const nearest = Math.max(0.1, roundGrams(grams));
  const step = grams >= 10 ? 1 : 0.1;
  return (grams - nearest) / grams > 0.01 ? roundGrams(nearest + step) : nearest;
}

const ratioOf = (way: BrewWay): number => (1000 * way.ingredients.reduce((sum, i) => sum + i.grams, 0)) / way.waterMl;

const scaled = (way: BrewWay, scale: number): BrewWay => ({
  ...way,
  waterMl: Math.max(10, roundTo(way.waterMl * scale, 10)),
  ingredients: way.ingredients.map((i) => ({ ...i, grams: roundLeaf(scaledGrams(i, scale)) })),
});

/** From the rounded amounts forward again: the figures shown are those of what the cook will really weigh. */
function finish(
  solver: BrewSolver,
  { way, vessel, jugWanted }: Solved,
  jugVessel: Vessel,
  learned: Learned | undefined,
): Plan {
  const { drink, target, kitchen, factors, standard, iceG } = solver;
  const run = runBrew(solver.setup(way, 1, vessel));
  const plenty = syrupOf(massesForSyrup({ volumeMl: jugWanted.volumeMl, brix: drink.syrup.brix }));
  const jug = mixJug({ concentrate: run.concentrate, syrup: plenty }, jugWanted);
  const syrupMl = roundTo(jug.mix.syrupMl, 5);
  const glass = pourGlass(jug.liquid, { glassMl: target.glassMl, iceG }, kitchen, drink.serve.rightAtMin);
  const houseLimit = learned?.harshLimit ?? 1;
  return {
    drink,
    target,
    kitchen,
    factors,
    houseHarshLimit: houseLimit,
    standard,
    way,
    vessel,
    run,
    leaf: way.ingredients.map((i) => plannedLeaf(i.id, i.plant, i.grams)),
    waterMl: way.waterMl,
    syrup: {
      ...massesForSyrup({ volumeMl: syrupMl, brix: drink.syrup.brix }),
      volumeMl: syrupMl,
      brix: drink.syrup.brix,
    },
    concentrate: { ...figuresOf(run.concentrate, standard, houseLimit), ...spread(solver, way, vessel) },
    jugWanted,
    jug: { ...jug, vessel: jugVessel },
    glass: {
      ...glass,
      figures: figuresOf(glass.liquid, standard, houseLimit),
      iceG,
      count: (target.litres * 1000) / target.glassMl,
    },
    curve: curveFor(solver, { way, vessel, run, jug, glass, houseHarshLimit: houseLimit }),
    cooling: planCooling({
      concentrate: run.concentrate,
      strainedC: run.at(run.endMin).tempC,
      pot: vessel,
      jug: jugVessel,
      jugLiquid: jug.liquid,
      waterG: jug.mix.waterMl,
      kitchen,
    }),
  };
}

function plannedLeaf(ingredientId: string, plant: string, grams: number): PlannedLeaf {
  const b = botanicalBySlug(plant);
  return { ingredientId, plant, name: b.name, grams, measure: inKitchenMeasure(grams, b) };
}

/** The curve looks past the planned pull, so that the cook sees what late means; a fridge steep ends at a day. */
function curveFor(
  solver: BrewSolver,
  {
    way,
    vessel,
    run,
    jug,
    glass,
    houseHarshLimit,
  }: { way: BrewWay; vessel: Vessel; run: BrewRun; jug: Jug; glass: Glass; houseHarshLimit: number },
): SteepCurve {
  const planned = steepOf(way).minutes;
  const longer = runBrew(solver.setup(withSteep(way, Math.min(1440, Math.max(planned * 2, planned + 5))), 1, vessel));
  const start = run.stages.find((s) => s.kind === 'steep')!.startMin;
  return steepCurve(longer, start, {
    standard: solver.standard,
    thinning: (jug.figures.volumeMl / Math.max(1, jug.mix.concentrateMl)) * glass.thinning,
    sugarGPerL: solver.target.sugarGPerL,
    wantedX: solver.target.strengthX,
    houseHarshLimit,
  });
}

/** How far volume and strength of the concentrate may be off: each unknown moved by one standard deviation, both ways. */
function spread(solver: BrewSolver, way: BrewWay, vessel: Vessel): { sigmaLnVolume: number; sigmaLnStrength: number } {
  const at = (factors: BrewFactors): Liquid => runBrew({ ...solver.setup(way, 1, vessel), factors }).concentrate;
  const volume: number[] = [];
  const strength: number[] = [];
  for (const key of Object.keys(FACTOR_SIGMA) as (keyof BrewFactors)[]) {
    const up = at({ ...solver.factors, [key]: solver.factors[key] * Math.exp(FACTOR_SIGMA[key]) });
    const down = at({ ...solver.factors, [key]: solver.factors[key] * Math.exp(-FACTOR_SIGMA[key]) });
    volume.push(Math.log(volumeMl(up) / volumeMl(down)) / 2);
    strength.push(Math.log(weightedStrength(up) / weightedStrength(down)) / 2);
  }
  return { sigmaLnVolume: combineSigmas(...volume), sigmaLnStrength: combineSigmas(...strength) };
}

/**
 * Share of a vessel's width that its liquid seems to be seen through: light enters from all sides. House estimate;
 * the full width would show every concentrate as black.
 */
const SEEN_THROUGH = 0.09;

/** Colour of a liquid in a vessel, as it looks from the front. */
export const colourIn = (liquid: Liquid, vessel: { diameterCm: number }): string =>
  colourOf(liquid, vessel.diameterCm * SEEN_THROUGH);
