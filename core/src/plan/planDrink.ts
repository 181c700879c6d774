import {
  FACTOR_SIGMA,
  followBrew,
  REFERENCE_FACTORS,
  runBrew,
  type BrewFactors,
  type BrewSetup,
} from '../brew/brewRun';
import type { WaterLedger } from '../brew/waterLedger';
import { steepCurve, type PartInGlass, type SteepCurve } from '../brew/steepCurve';
import {
  choiceFor,
  coolingAsSteep,
  coolingSteepOf,
  mainStageOf,
  TARGET_RANGES,
  ACID_RANGE,
  POTENCY_RANGE,
  SECOND_RANGES,
  withSteep,
  type BrewIngredient,
  type BrewWay,
  type Drink,
  type Kitchen,
  type PlanTarget,
} from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { massG, portionOf, portionOfVolume, pourTogether, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { colourOf } from '../liquid/colour';
import { strengthShares, weightedStrength, timesStandard } from '../liquid/strength';
import { InputError } from '../quantity/errors';
import { combineSigmas } from '../quantity/estimate';
import { inKitchenMeasure, roundTo } from '../quantity/kitchenMeasures';
import { describeRange } from '../quantity/range';
import { plantIn, plantOf, plantsOf } from '../reference/plants';
import { BURNER_EFFICIENCY, heatingSegment } from '../heat/heating';
import { closedLossWPerK, vesselHeatJPerK } from '../heat/vessel';
import { massesToWeigh } from '../sugar/syrup';
import type { Learned } from '../taste/learned';
import { few } from '../quantity/few';
import { planCooling } from './coolingPlan';
import { pourGlass } from './glass';
import { atGlassOf, glassLinesShare } from './houseStandard';
import { figuresOf, mixJug, mixTotalMl, type Jug } from './mixJug';
import type { NoPlan, Plan, PlannedBrew, PlannedLeaf, PlannedSyrup, PlanResult } from './planTypes';
import { DrinkSolver, onHandFor, type Solved, type SolvedBrew } from './solveDrink';
import { smallestHolding } from './vesselChoice';

export type { Limit, NoPlan, Plan, PlannedBrew, PlannedLeaf, PlannedSyrup, PlanResult } from './planTypes';

/** @throws InputError for a target outside its accepted range, naming the field */
export function requireTarget(drink: Drink, target: PlanTarget): void {
  const within = (field: string, value: number, range: { unit: string; min: number; max: number }): void => {
    if (!Number.isFinite(value) || value < range.min || value > range.max)
      throw new InputError('planDrink', field, `a number, ${describeRange(range)}`, value);
  };
  for (const [field, range] of Object.entries(TARGET_RANGES))
    within(field, target[field as keyof typeof TARGET_RANGES], range);
  if (target.acidGPerL !== undefined) within('acidGPerL', target.acidGPerL, ACID_RANGE);
  if (target.second) {
    within('second.litres', target.second.litres, SECOND_RANGES.litres);
    within('second.strengthX', target.second.strengthX, SECOND_RANGES.strengthX);
  }
  if (target.hot && target.iced)
    throw new InputError('planDrink', 'hot', 'hot without ice, or iced', 'hot and iced at once');
  for (const [plant, potency] of Object.entries(target.potency ?? {}))
    within(`potency.${plant}`, potency, POTENCY_RANGE);
  const knownWay = (field: string, brewId: string, wayId: string): void => {
    const ways = drink.brews.find((b) => b.id === brewId)?.ways.map((w) => w.id) ?? [];
    if (!ways.includes(wayId)) throw new InputError('planDrink', field, `one of ${ways.join(', ')}`, wayId);
  };
  knownWay('wayId', drink.brews[0].id, target.wayId);
  for (const [brewId, choice] of Object.entries(target.others ?? {})) {
    if (!drink.brews.slice(1).some((b) => b.id === brewId))
      throw new InputError('planDrink', 'others', 'brews of the drink besides the first', brewId);
    knownWay(`others.${brewId}.wayId`, brewId, choice.wayId);
    within(`others.${brewId}.steepMin`, choice.steepMin, TARGET_RANGES.steepMin);
  }
}

/**
 * Plans a drink back from the glass to the leaf: ice, jug, brews and syrups, leaf and water with losses.
 * Impossible wishes are an answer, not an error: the limit that binds and the nearest target that works.
 * @throws InputError for a target outside its accepted range
 */
export function planDrink(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  requireTarget(drink, target);
  const result = planOnce(drink, target, kitchen, learned);
  // What is offered instead has itself been planned: taking it always gives a plan.
  if (result.kind === 'plan' || !result.nearest || hasPlan(drink, result.nearest, kitchen)) return result;
  return { ...result, nearest: undefined };
}

const hasPlan = (drink: Drink, target: PlanTarget, kitchen: Kitchen): boolean => {
  try {
    requireTarget(drink, target);
    return planOnce(drink, target, kitchen).kind === 'plan';
  } catch (error) {
    if (error instanceof InputError) return false;
    throw error;
  }
};

function planOnce(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  const solver = new DrinkSolver(drink, target, kitchen, REFERENCE_FACTORS);
  const jugs = jugsFor(kitchen, solver.jugWanted.volumeMl);
  if (!jugs) return tooBigForJugs(drink, target, kitchen);
  const solved = solver.solve();
  if (solved.kind === 'no-plan') return solved;
  return solver.answering((): PlanResult => ({
    kind: 'plan',
    plan: finish(solver, solved, jugs, learned?.harshLimit ?? 1),
  }));
}

/** What is too much for the largest jug is made in two. */
const MOST_JUGS = 2;

type Jugs = { vessel: Vessel; count: number };

/** The fewest jugs of a kind that hold so much; undefined where two of the largest do not. */
function jugsFor(kitchen: Kitchen, ml: number): Jugs | undefined {
  const all = kitchen.vessels.filter((v) => v.kind === 'jug');
  for (let count = 1; count <= MOST_JUGS; count++) {
    const vessel = smallestHolding(all, ml / count);
    if (vessel) return { vessel, count };
  }
  return undefined;
}

const TRIES = 7;

/**
 * The nearest target that has a plan, where the limit does not name it itself: another sweetness first, then another strength,
 * then another amount, then another time; each towards what the drink is written for, as little as a few tries find. Where none
 * of them alone is enough, the drink as it is written. It takes a score of trial plans, so an interface asks for it beside its main
 * work. What it says has been planned.
 */
export function nearestThatWorks(drink: Drink, target: PlanTarget, kitchen: Kitchen): PlanTarget | undefined {
  const works = (t: PlanTarget): boolean => hasPlan(drink, t, kitchen);
  const written: PlanTarget = {
    ...drink.defaults,
    hot: target.hot ?? false,
    iced: target.iced,
    audience: target.audience,
  };
  const towards = (field: 'sugarGPerL' | 'strengthX' | 'litres' | 'steepMin', step: number): PlanTarget | undefined => {
    const at = (value: number): PlanTarget => ({ ...target, [field]: value });
    const home = field === 'steepMin' && target.wayId !== written.wayId ? target.steepMin : written[field];
    if (Math.abs(home - target[field]) < step || !works(at(home))) return undefined;
    let [good, bad] = [home, target[field]];
    for (let i = 0; i < TRIES && Math.abs(bad - good) > step * 1.01; i++) {
      const middle = roundTo((good + bad) / 2, step);
      if (middle === good || middle === bad) break;
      if (works(at(middle))) good = middle;
      else bad = middle;
    }
    return at(good);
  };
  const one =
    towards('sugarGPerL', 1) ?? towards('strengthX', 0.05) ?? towards('litres', 0.05) ?? towards('steepMin', 1);
  if (one) return one;
  const several: PlanTarget[] = [
    { ...target, sugarGPerL: written.sugarGPerL, strengthX: written.strengthX },
    { ...target, sugarGPerL: written.sugarGPerL, strengthX: written.strengthX, litres: written.litres },
    { ...written, glassMl: target.glassMl },
    written,
  ];
  return several.find(works);
}

function tooBigForJugs(drink: Drink, target: PlanTarget, kitchen: Kitchen): NoPlan {
  const capacity = Math.max(0, ...kitchen.vessels.filter((v) => v.kind === 'jug').map((v) => v.capacityMl));
  const largest = Math.floor((MOST_JUGS * capacity) / (1 - glassLinesShare(drink)) / 10 + 1e-6) / 100;
  const nearest = largest >= TARGET_RANGES.litres.min ? { ...target, litres: largest } : undefined;
  return {
    kind: 'no-plan',
    limit: 'jug',
    message: `Two of the largest jugs hold ${few((MOST_JUGS * capacity) / 1000)} L, and ${few(target.litres)} L is wanted.`,
    nearest,
  };
}

/** From the rounded amounts forward again: the figures shown are those of what the cook will really weigh. */
function finish(solver: DrinkSolver, { brews }: Solved, jugs: Jugs, houseHarshLimit: number): Plan {
  const { drink, target, kitchen, factors, standard, iceG, jugWanted } = solver;
  const made = brews.map((b) => ({ ...b, ...runOf(solver, b, factors) }));
  const onHand = onHandFor(solver, (lineId) => made.find((b) => b.lineId === lineId)!.concentrate);
  const jug = mixJug(onHand, jugWanted);
  const atGlass = atGlassOf(drink, target.glassMl);
  const glass = pourGlass(jug.liquid, { glassMl: target.glassMl, iceG, atGlass }, kitchen, drink.serve.rightAtMin);
  const figures = figuresOf(glass.liquid, standard, houseHarshLimit);
  const poured = made.map((b) => portion(b.concentrate, jug.mix[b.lineId] ?? 0));
  const jugShare = (target.glassMl - volumeMl(atGlass)) / volumeMl(jug.liquid);
  const partOf = (l: Liquid): PartInGlass => ({
    glass: glass.liquid,
    part: portionOf(l, jugShare),
    standard,
    houseHarshLimit,
  });
  const planned = made.map((b, i): PlannedBrew => ({
    brewId: b.brew.id,
    name: b.brew.name,
    way: b.way,
    pots: b.pots,
    vessel: b.vessel,
    run: b.run,
    leaf: b.way.ingredients.map((x) => plannedLeaf(x, solver)),
    waterMl: b.way.waterMl,
    sweetenedG: scaleKinds(b.run.sweetenedG, b.pots),
    concentrate: b.concentrate,
    figures: figuresOf(b.concentrate, standard, houseHarshLimit),
    ...spread(solver, b),
    curve: curveFor(solver, b, partOf(poured[i]!)),
  }));
  const [first, ...rest] = planned as [PlannedBrew, ...PlannedBrew[]];
  return {
    drink,
    target,
    kitchen,
    factors,
    houseHarshLimit,
    standard,
    brews: [first, ...rest],
    syrups: syrupsOf(drink, jug),
    jugWanted,
    jug: { ...jug, ...jugs },
    glass: {
      ...glass,
      figures,
      iceG,
      count: (target.litres * 1000) / target.glassMl,
      atGlassMl: atGlassMl(drink, target.glassMl),
    },
    cooling: coolingOf(solver, made, jug, jugs),
    second: secondOf(solver, made[0]!, houseHarshLimit),
    warming: target.hot ? warmingOf(kitchen, jug, made[0]!.vessel) : undefined,
  };
}

/** The second drink from what the first brew really gives: the rounding of its amounts falls on the water. */
function secondOf({ target, standard }: DrinkSolver, base: Made, houseHarshLimit: number): Plan['second'] {
  const { second } = target;
  if (!second) return undefined;
  const totalMl = second.litres * 1000;
  const x = timesStandard(base.concentrate, standard);
  const baseMl = Math.min(totalMl, (totalMl * second.strengthX) / x);
  const liquid = pourTogether(portion(base.concentrate, baseMl), waterOf(totalMl - baseMl));
  return { baseMl, waterMl: totalMl - baseMl, liquid, figures: figuresOf(liquid, standard, houseHarshLimit) };
}

/** A hot drink is warmed to this and poured at once: aroma is lost above it, and below 60 it is not kept hot. House choice. */
export const SERVE_HOT_C = 68;

function warmingOf(kitchen: Kitchen, jug: Jug, pot: Vessel): Plan['warming'] {
  const ml = volumeMl(jug.liquid);
  const load = {
    massKg: massG(jug.liquid) / 1000,
    cpKJPerKgK: 4.1,
    vesselJPerK: vesselHeatJPerK(pot),
    lossWPerK: closedLossWPerK(pot, Math.min(ml, pot.capacityMl), 'counter'),
    ambientC: kitchen.roomC,
  };
  const powerIntoPotW = kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind];
  return {
    toC: SERVE_HOT_C,
    minutes: heatingSegment({ load, fromC: kitchen.fridgeC, toC: SERVE_HOT_C, powerIntoPotW }).minutes,
  };
}

type Made = SolvedBrew & ReturnType<typeof runOf>;

/** One pot's run, and what all pots give. */
function runOf(
  { kitchen, drink }: DrinkSolver,
  { way, pots, vessel }: Pick<SolvedBrew, 'way' | 'pots' | 'vessel'>,
  factors: BrewFactors,
): { setup: BrewSetup; run: ReturnType<typeof runBrew>; concentrate: Liquid } {
  const setup: BrewSetup = { way, scale: 1 / pots, vessel, kitchen, plants: plantsOf(drink), factors };
  const run = runBrew(setup);
  return { setup, run, concentrate: portionOf(run.concentrate, pots) };
}

const portion = (l: Liquid, ml: number): Liquid => portionOfVolume(l, Math.min(ml, volumeMl(l)));

const scaleKinds = (kinds: Readonly<Record<string, number>>, by: number): Record<string, number> =>
  Object.fromEntries(Object.entries(kinds).map(([k, g]) => [k, g * by]));

function syrupsOf(drink: Drink, jug: Jug): PlannedSyrup[] {
  return drink.mix.flatMap((line) => {
    if (line.from.kind !== 'syrup') return [];
    const ml = roundTo(jug.mix[line.id] ?? 0, 5);
    const { brix, sweetener } = line.from;
    return [
      {
        lineId: line.id,
        name: line.name,
        sweetener,
        brix,
        volumeMl: ml,
        ...massesToWeigh({ volumeMl: ml, brix, sweetener }),
      },
    ];
  });
}

const atGlassMl = (drink: Drink, glassMl: number): Record<string, number> =>
  Object.fromEntries(
    drink.mix.flatMap((l) =>
      l.at === 'glass' && typeof l.book === 'number' ? [[l.id, (l.book * glassMl) / 1000]] : [],
    ),
  );

function plannedLeaf({ id, plant, grams, cut }: BrewIngredient, { drink, kitchen }: DrinkSolver): PlannedLeaf {
  const b = plantOf(drink, plant);
  const measure = inKitchenMeasure(grams, { ...b, ...kitchen.measures?.[plant] });
  return { ingredientId: id, plant, name: b.name, grams, measure, ...(cut ? { cut } : {}) };
}

/** The curve looks past the planned pull, so that the cook sees what late means; it ends at a day. */
function curveFor(solver: DrinkSolver, made: Made, part: PartInGlass): SteepCurve | undefined {
  const way = steeped(made);
  const main = mainStageOf(way);
  if (!main) return undefined;
  const planned = main.minutes;
  const longer = followBrew({
    ...made.setup,
    way: withSteep(way, Math.min(1440, Math.max(planned * 2, planned + 5))),
  });
  return steepCurve(
    longer,
    longer.stages.find((s) => s.stageId === main.id)!,
    {
      part,
      planned: made.run.pulledAt(made.run.endMin),
      wantedX: solver.target.strengthX,
    },
  );
}

/** The way of a brew with its steep written out, also where that is only the pot's own cooling. */
export function steeped({ way, run }: Pick<PlannedBrew, 'way' | 'run'>): BrewWay {
  const cool = coolingSteepOf(way);
  const time = cool && run.stages.find((s) => s.stageId === cool.id);
  return time ? coolingAsSteep(way, time.endMin - time.startMin) : way;
}

/** How far volume and strength of a brew may be off: each unknown moved by one standard deviation, both ways. */
function spread(solver: DrinkSolver, made: Made): { sigmaLnVolume: number; sigmaLnStrength: number } {
  const at = (factors: BrewFactors): Liquid => runOf(solver, made, factors).concentrate;
  const volume: number[] = [];
  const strength: number[] = [];
  for (const key of Object.keys(FACTOR_SIGMA) as (keyof BrewFactors)[]) {
    const up = at({ ...solver.factors, [key]: solver.factors[key] * Math.exp(FACTOR_SIGMA[key]) });
    const down = at({ ...solver.factors, [key]: solver.factors[key] * Math.exp(-FACTOR_SIGMA[key]) });
    volume.push(Math.log(volumeMl(up) / volumeMl(down)) / 2);
    // What has no strength has none that is unsure.
    const [strong, weak] = [weightedStrength(up), weightedStrength(down)];
    strength.push(strong > 0 && weak > 0 ? Math.log(strong / weak) / 2 : 0);
  }
  const own = plantSigmas(made);
  return { sigmaLnVolume: combineSigmas(...volume), sigmaLnStrength: combineSigmas(...strength, ...own) };
}

/** What is not known of single plants, by their share in the brew's strength: a packet that was never brewed widens it. */
const plantSigmas = ({ concentrate }: Made): number[] =>
  Object.entries(strengthShares(concentrate)).map(
    ([plant, share]) => share * (plantIn(concentrate.own, plant).strengthSigmaLn ?? 0),
  );

/** All brews of the jug cool together, at their mean temperature, each pot in its own bath. */
function coolingOf(solver: DrinkSolver, made: readonly Made[], jug: Jug, jugs: Jugs): Plan['cooling'] {
  const { drink, kitchen } = solver;
  const concentrate = pourTogether(...made.map((b) => b.concentrate));
  const masses = made.map((b) => massG(b.concentrate));
  const strainedC =
    made.reduce((sum, b, i) => sum + masses[i]! * b.run.outC, 0) / masses.reduce((sum, m) => sum + m, 0);
  const largest = made.reduce((a, b) => (b.vessel.capacityMl > a.vessel.capacityMl ? b : a));
  const water = drink.mix.filter((l) => l.from.kind === 'water').map((l) => jug.mix[l.id] ?? 0);
  return planCooling({
    concentrate,
    strainedC,
    pot: largest.vessel,
    pots: made.reduce((sum, b) => sum + b.pots, 0),
    jug: jugs.vessel,
    jugs: jugs.count,
    jugLiquid: jug.liquid,
    waterG: water.reduce((sum, ml) => sum + ml, 0),
    kitchen,
  });
}

/** All plants of a plan, brew by brew. */
export const leafOf = (plan: Plan): readonly PlannedLeaf[] => plan.brews.flatMap((b) => b.leaf);

/** Where the water of a brew goes, all pots together. */
export const ledgerOf = ({ run, pots }: PlannedBrew): WaterLedger => {
  const { ledger } = run;
  const of = (key: keyof WaterLedger): number => ledger[key] * pots;
  return {
    waterMl: of('waterMl'),
    steamMl: of('steamMl'),
    ownMl: of('ownMl'),
    dissolvedMl: of('dissolvedMl'),
    heldMl: of('heldMl'),
    pressedMl: of('pressedMl'),
    clingingMl: of('clingingMl'),
    rinsedMl: of('rinsedMl'),
    sweetenedMl: of('sweetenedMl'),
    stirredMl: of('stirredMl'),
    reducedMl: of('reducedMl'),
    outMl: of('outMl'),
  };
};

/** How a brew of a plan is to be made. */
export const choiceOf = (plan: Plan, brewId: string): { wayId: string; steepMin: number } =>
  choiceFor(plan.drink, plan.target, brewId);

/** Volume of the jug that is planned, ml. */
export const plannedJugMl = (plan: Plan): number => mixTotalMl(plan.jug.mix);

/** Colour of a liquid in a vessel, as it looks from the front. */
export const colourIn = (liquid: Liquid, vessel: { diameterCm: number }): string => colourOf(liquid, vessel.diameterCm);
