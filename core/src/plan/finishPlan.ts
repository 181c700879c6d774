import { FACTOR_SIGMA, followBrew, runBrew, type BrewFactors, type BrewRun, type BrewSetup } from '../brew/brewRun';
import { steepCurve, type PartInGlass, type SteepCurve } from '../brew/steepCurve';
import {
  coolingAsSteep,
  coolingSteepOf,
  mainStageOf,
  withSteep,
  type BrewIngredient,
  type BrewWay,
  type Drink,
  type Kitchen,
} from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { massG, portionOf, portionOfVolume, pourTogether, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { strengthShares, weightedStrength, timesStandard } from '../liquid/strength';
import { combineSigmas } from '../quantity/estimate';
import { inKitchenMeasure, roundTo } from '../quantity/kitchenMeasures';
import { plantIn, plantOf, plantsOf } from '../reference/plants';
import { BURNER_EFFICIENCY, heatingSegment } from '../heat/heating';
import { closedLossWPerK, vesselHeatJPerK } from '../heat/vessel';
import { massesToWeigh } from '../sugar/syrup';
import { planCooling } from './coolingPlan';
import { hottestC } from '../heat/temperatureHistory';
import { pourGlass } from './glass';
import { servedAtOnce } from './workTime';
import { atGlassOf } from './houseStandard';
import { figuresOf, type Jug } from './mixJug';
import { inOwnWords, mixInOwnWords, recipeWayOf } from './inOwnWords';
import type { Plan, PlannedBrew, PlannedLeaf, PlannedSyrup } from './planTypes';
import type { DrinkSolver, SolvedBrew } from './solveDrink';

/** Jugs alike that hold all of it. */
export type Jugs = { vessel: Vessel; count: number };

/** From the rounded amounts forward again: the figures shown are those of what the cook will really weigh. */
export function finishPlan(
  solver: DrinkSolver,
  brews: readonly SolvedBrew[],
  jugsOf: (jugMl: number) => Jugs,
  houseHarshLimit: number,
  mixed: (made: readonly Made[]) => Jug,
): Plan {
  const { drink, target, kitchen, factors, standard, iceG, jugWanted } = solver;
  const made = brews.map((b) => ({ ...b, ...runOf(solver, b, factors) }));
  const jug = mixed(made);
  const jugs = jugsOf(jug.figures.volumeMl);
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
  const planned = made.map((b, i): PlannedBrew => {
    const recipe = recipeWayOf(drink, b.brew.id, b.way.id) ?? b.way;
    const way = inOwnWords(b.way, recipe, plantsOf(drink), kitchen);
    return {
      brewId: b.brew.id,
      name: b.brew.name,
      way,
      pots: b.pots,
      vessel: b.vessel,
      run: b.run,
      leaf: way.ingredients.map((x) => plannedLeaf(x, solver)),
      waterMl: b.way.waterMl,
      sweetenedG: scaleKinds(b.run.sweetenedG, b.pots),
      concentrate: b.concentrate,
      figures: figuresOf(b.concentrate, standard, houseHarshLimit),
      ...spread(solver, b),
      curve: curveFor(solver, b, partOf(poured[i]!)),
    };
  });
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
    mixWritten: mixInOwnWords({ drink, kitchen, target, jug: { ...jug, ...jugs } }, plantsOf(drink)),
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

/** A brew with one pot's run and what all its pots give. */
export type Made = SolvedBrew & ReturnType<typeof runOf>;

/** One pot's run, and what all pots give. */
export function runOf(
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

function plannedLeaf({ id, plant, grams, cut, written }: BrewIngredient, { drink, kitchen }: DrinkSolver): PlannedLeaf {
  const b = plantOf(drink, plant);
  const measure = inKitchenMeasure(grams, { ...b, ...kitchen.measures?.[plant] });
  return {
    ingredientId: id,
    plant,
    name: b.name,
    grams,
    measure,
    ...(cut ? { cut } : {}),
    ...(written === undefined ? {} : { written }),
  };
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
  const { drink, kitchen, target } = solver;
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
    help: servedAtOnce({ target, brews: made }) ? 'none' : made.some((b) => everC(b.run) > HOT_C) ? 'both' : 'ice',
  });
}

/** What was never warmer than this was never hot: a jar, a cold brew, fruit that is blended, °C. House choice. */
const HOT_C = 40;

const everC = (run: BrewRun): number => Math.max(run.outC, hottestC(run.history, run.endMin));
