import { InputError } from '../quantity/errors';
import { requirePositive } from '../quantity/range';
import { integrateGauss5 } from '../quantity/solve';
import { latentHeat, vapourPressure, waterDensity } from '../physics/water';
import { botanicalBySlug, netBodyMax, type Botanical } from '../reference/botanicals';
import { scaledGrams, type BrewIngredient, type BrewWay, type Kitchen, type Lid, type Stage } from '../drink/drink';
import {
  AGITATION,
  EXTRACTION_CLASSES,
  HEAT_ONLY_EA,
  type Agitation,
  type ExtractionClassName,
} from '../extraction/extractionClass';
import { clocksOf, exposureMinutes, extentsAt, type Addition, type Clocks, type Extents } from '../extraction/extract';
import {
  BURNER_EFFICIENCY,
  coolingTauMin,
  evaporativeFluxWPerM2,
  heatingSegment,
  kitchenBoilingPoint,
  openCooling,
  SURFACE_STEAM,
  type Load,
} from '../heat/heating';
import { endC, temperatureHistory, tempAt, type Segment, type TemperatureHistory } from '../heat/temperatureHistory';
import { closedLossWPerK, openingM2, vesselHeatJPerK, type Vessel } from '../heat/vessel';
import { massG, pourTogether, portionOf, volumeMl, waterOf, withoutWater, type Liquid } from '../liquid/liquid';
import { clingingMl, heldLiquor, type WaterLedger } from './waterLedger';

/** What is not known for sure about a brew, as factors on the reference figures; 1 is the reference. */
export type BrewFactors = {
  /** how much this lot gives, and how fast */
  potency: number;
  rate: number;
  /** liquor the plants hold, steam, and heat the vessel loses */
  held: number;
  steam: number;
  heatLoss: number;
};

export const REFERENCE_FACTORS: BrewFactors = { potency: 1, rate: 1, held: 1, steam: 1, heatLoss: 1 };

/** One standard deviation of each factor, on the log scale. House estimates for a new lot and an untimed pot. */
export const FACTOR_SIGMA: BrewFactors = { potency: 0.15, rate: 0.3, held: 0.2, steam: 0.5, heatLoss: 0.3 };

export type BrewSetup = {
  way: BrewWay;
  /** times the recipe as written */
  scale: number;
  vessel: Vessel;
  kitchen: Kitchen;
  factors?: BrewFactors;
  /** how long stages really took, min, where that is known */
  actualMinutes?: Readonly<Record<string, number>>;
};

export type StageTime = { stageId: string; kind: Stage['kind']; lid: Lid; startMin: number; endMin: number };

export type BrewMoment = {
  atMin: number;
  tempC: number;
  /** everything dissolved, held liquor included, in the water that is still there */
  liquor: Liquid;
};

/** A brew run forward: its temperatures, its stages in time, the liquor at any moment, and what comes out in the end. */
export type BrewRun = {
  history: TemperatureHistory;
  stages: readonly StageTime[];
  endMin: number;
  ledger: WaterLedger;
  /** what is strained off */
  concentrate: Liquid;
  at(atMin: number): BrewMoment;
  /** what straining would give at that moment */
  strainedAt(atMin: number): Liquid;
};

/**
 * Runs a brew from the water to the strained liquor.
 * @throws InputError if the recipe names a stage that is not there, or the burner cannot bring the pot to its heat
 */
export function runBrew(setup: BrewSetup): BrewRun {
  requirePositive('runBrew', 'scale', setup.scale, '');
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const plants = setup.way.ingredients.map((ingredient) => ({
    ingredient,
    botanical: botanicalBySlug(ingredient.plant),
    grams: scaledGrams(ingredient, setup.scale),
  }));
  const { history, stages } = timeline(setup, factors);
  const endMin = history.minutes;
  const strain = setup.way.stages.find((s) => s.kind === 'strain');
  const press = strain?.kind === 'strain' && strain.press;
  const clocks = clocksOf(history);
  const additions = plants.map((p) => additionOf(p, setup.way, stages, factors));
  const water = waterOf(setup.way.waterMl * setup.scale);
  const steamG = steamClock(history, stages, setup, factors);

  const liquorAt = (atMin: number): Liquid => {
    const dissolved = plants.map((p, i) =>
      dissolvedFrom(p.botanical, p.grams, extentsOf(clocks, additions[i]!, atMin), factors.potency),
    );
    return withoutWater(pourTogether(water, ...dissolved), steamG(atMin));
  };
  const strainAt = (atMin: number): { concentrate: Liquid; ledger: WaterLedger } => {
    const liquor = liquorAt(atMin);
    const held = heldLiquor(
      plants.map((p) => ({ ...p.botanical, grams: p.grams })),
      { press, heldScale: factors.held },
    );
    return strained({ water, liquor, steamG: steamG(atMin), held, press });
  };
  const end = strainAt(endMin);
  return {
    history,
    stages,
    endMin,
    ...end,
    at: (atMin) => ({ atMin, tempC: tempAt(history, atMin), liquor: liquorAt(atMin) }),
    strainedAt: (atMin) => strainAt(atMin).concentrate,
  };
}

/** What decides how much body one plant gives by the end of a brew: its rate, and its minutes on its two clocks. */
export type BodyExposure = {
  botanical: Botanical;
  grams: number;
  kPerMin: number;
  coldShare: number;
  ownMin: number;
  hotMin: number;
};

/** The exposures of every steeped plant of a brew, and its steam, g: enough to run it thousands of times with other factors. */
export function bodyExposures(setup: BrewSetup): { plants: BodyExposure[]; steamG: number } {
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const { history, stages } = timeline(setup, factors);
  const clocks = clocksOf(history);
  const plants = setup.way.ingredients.flatMap((ingredient): BodyExposure[] => {
    const botanical = botanicalBySlug(ingredient.plant);
    const addition = additionOf({ ingredient, botanical, grams: 0 }, setup.way, stages, factors);
    if (addition === 'all-at-once') return [];
    const { body } = EXTRACTION_CLASSES[addition.extractionClass];
    const minutes = (ea: number): number => exposureMinutes(clocks, addition, ea, history.minutes);
    return [
      {
        botanical,
        grams: scaledGrams(ingredient, setup.scale),
        kPerMin: body.k95PerMin * addition.rateScale,
        coldShare: body.coldShare,
        ownMin: minutes(body.eaKJPerMol),
        hotMin: minutes(Math.max(HEAT_ONLY_EA, body.eaKJPerMol)),
      },
    ];
  });
  return { plants, steamG: steamClock(history, stages, setup, factors)(history.minutes) };
}

type Plant = { ingredient: BrewIngredient; botanical: Botanical; grams: number };

function strained({
  water,
  liquor,
  steamG,
  held,
  press,
}: {
  water: Liquid;
  liquor: Liquid;
  steamG: number;
  held: { drainedMl: number; pressedMl: number };
  press: boolean;
}): { concentrate: Liquid; ledger: WaterLedger } {
  const totalMl = volumeMl(liquor);
  const left = held.drainedMl - held.pressedMl;
  const poured = totalMl - left;
  const clings = clingingMl(Math.max(0, poured));
  const outMl = poured - clings;
  if (!(outMl > 0))
    throw new InputError('runBrew', 'waterMl', `more than the plants hold, ${Math.ceil(left)} ml`, Math.round(totalMl));
  const portion = portionOf(liquor, outMl / totalMl);
  // Pressing also pushes out fines: a tenth more harshness. House estimate.
  const concentrate = press
    ? { ...portion, harshG: Object.fromEntries(Object.entries(portion.harshG).map(([k, g]) => [k, g * 1.1])) }
    : portion;
  const mlPerG = 1000 / waterDensity(20);
  return {
    concentrate,
    ledger: {
      waterMl: volumeMl(water),
      steamMl: steamG * mlPerG,
      dissolvedMl: totalMl - volumeMl(water) + steamG * mlPerG,
      heldMl: held.drainedMl,
      pressedMl: held.pressedMl,
      clingingMl: clings,
      outMl,
    },
  };
}

const extentsOf = (clocks: Clocks, addition: Addition | 'all-at-once', atMin: number): Extents =>
  addition === 'all-at-once' ? { body: 1, harsh: 1 } : extentsAt(clocks, addition, atMin);

function dissolvedFrom(b: Botanical, grams: number, extents: Extents, potency: number): Liquid {
  const given = grams * extents.body * potency;
  return {
    waterG: 0,
    bodyG: { [b.slug]: given * netBodyMax(b) },
    harshG: { [b.slug]: grams * extents.harsh * potency * b.harshMax },
    sugarG: b.sugar > 0 ? { [`own:${b.slug}`]: given * b.sugar } : {},
    acidG: given * b.citricEq,
    caffeineMg: given * b.caffeineMgPerG,
  };
}

function additionOf(
  { ingredient, botanical }: Plant,
  way: BrewWay,
  stages: readonly StageTime[],
  factors: BrewFactors,
): Addition | 'all-at-once' {
  if (botanical.extractionClass === 'stirred_in') return 'all-at-once';
  const moment = ({ stageId, atMin }: { stageId: string; atMin: number }): number => {
    const stage = stages.find((s) => s.stageId === stageId);
    if (!stage) throw new InputError('runBrew', ingredient.id, `in or out at a stage of ${way.id}`, stageId);
    return stage.startMin + atMin;
  };
  const extractionClass: ExtractionClassName = botanical.extractionClass;
  return {
    extractionClass,
    entersMin: moment(ingredient.enters),
    ...(ingredient.leaves ? { leavesMin: moment(ingredient.leaves) } : {}),
    rateScale: factors.rate * AGITATION[mainAgitation(way)],
  };
}

/** One clock serves the whole steep, so the stage that lasts sets how much the material is moved. */
const mainAgitation = (way: BrewWay): Agitation =>
  (way.stages.find((s) => s.kind === 'steep') ?? way.stages[0]!).agitation;

/** Temperatures of the brew from cold water to straining, and when each stage begins and ends. */
function timeline(setup: BrewSetup, factors: BrewFactors): { history: TemperatureHistory; stages: StageTime[] } {
  const segments: Segment[] = [];
  const stages: StageTime[] = [];
  let [tempC, atMin] = [startingC(setup), 0];
  for (const stage of setup.way.stages) {
    const own = stageSegments(stage, tempC, setup, factors);
    const minutes = own.reduce((sum, segment) => sum + segment.minutes, 0);
    stages.push({ stageId: stage.id, kind: stage.kind, lid: stage.lid, startMin: atMin, endMin: atMin + minutes });
    segments.push(...own);
    if (own.length > 0) tempC = endC(own[own.length - 1]!);
    atMin += minutes;
  }
  return { history: temperatureHistory(segments), stages };
}

/** A fridge steep starts from water that was chilled; anything heated starts from the tap. */
const startingC = ({ way, kitchen }: BrewSetup): number =>
  way.stages.some((s) => s.kind === 'heat') ? kitchen.tapC : kitchen.fridgeC;

function stageSegments(stage: Stage, fromC: number, setup: BrewSetup, factors: BrewFactors): Segment[] {
  const actual = setup.actualMinutes?.[stage.id];
  if (actual !== undefined && actual <= 0) return [];
  switch (stage.kind) {
    case 'heat':
      return [heatStage(stage.to, fromC, setup, factors, actual)];
    case 'hold':
      return [{ kind: 'hold', minutes: actual ?? stage.minutes, tempC: fromC }];
    case 'steep': {
      const load = loadOf(setup, factors, stage.place === 'fridge' ? 'fridge' : 'counter');
      const minutes = actual ?? stage.minutes;
      if (stage.lid === 'open' && fromC > load.ambientC) {
        return openCooling({ load, surfaceM2: openingM2(setup.vessel), fromC, minutes }).segments;
      }
      return [{ kind: 'newton', minutes, fromC, towardsC: load.ambientC, tauMin: coolingTauMin(load) }];
    }
    case 'strain':
      return [];
  }
}

function heatStage(
  to: 'boil' | number,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment {
  const toC = to === 'boil' ? kitchenBoilingPoint(setup.kitchen) : to;
  const { kind, watts } = setup.kitchen.burner;
  const predicted = heatingSegment({
    load: loadOf(setup, factors, 'counter'),
    fromC,
    toC,
    powerIntoPotW: watts * BURNER_EFFICIENCY[kind],
  });
  // A heat that took longer or shorter than predicted went by the same path, stretched.
  return actual === undefined ? predicted : { kind: 'ramp', minutes: actual, fromC, toC };
}

function loadOf({ way, scale, vessel, kitchen }: BrewSetup, factors: BrewFactors, place: 'counter' | 'fridge'): Load {
  const water = waterOf(way.waterMl * scale);
  return {
    massKg: massG(water) / 1000,
    cpKJPerKgK: 4.186,
    vesselJPerK: vesselHeatJPerK(vessel),
    lossWPerK: closedLossWPerK(vessel, way.waterMl * scale, place) * factors.heatLoss,
    ambientC: place === 'fridge' ? kitchen.fridgeC : kitchen.roomC,
  };
}

/**
 * Steam that has left by a moment, g. Under a lid a little escapes, in proportion to the vapour pressure. From an open pot it
 * leaves by diffusion below the boil, and at the boil as fast as the surface or the burner allows, whichever is less.
 */
function steamClock(
  history: TemperatureHistory,
  stages: readonly StageTime[],
  { vessel, kitchen }: BrewSetup,
  factors: BrewFactors,
): (atMin: number) => number {
  const surfaceM2 = openingM2(vessel);
  const lidded = (SURFACE_STEAM.lidded.value * surfaceM2 * 1000) / 60 / vapourPressure(97);
  const burnerW = kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind];
  const boiling = Math.min((SURFACE_STEAM.rollingBoil.value * surfaceM2 * 1000) / 60, (60 * burnerW) / latentHeat(100));
  const open = (tempC: number): number => {
    if (tempC >= BOILING_FROM_C) return boiling;
    if (tempC <= kitchen.roomC) return 0;
    return (60 * surfaceM2 * evaporativeFluxWPerM2({ tempC, ambientC: kitchen.roomC })) / latentHeat(tempC);
  };
  const rate = (atMin: number, lid: Lid): number => {
    const tempC = tempAt(history, atMin);
    return lid === 'open' ? open(tempC) : lidded * vapourPressure(tempC);
  };
  // Smooth within a stage: two panels of five points do.
  const between = (lid: Lid, from: number, to: number): number => {
    const middle = (from + to) / 2;
    const at = (t: number): number => rate(t, lid);
    return integrateGauss5(at, from, middle) + integrateGauss5(at, middle, to);
  };
  const hot = stages.filter((s) => s.endMin > s.startMin && tempAt(history, (s.startMin + s.endMin) / 2) > 40);
  const whole = hot.map((s) => between(s.lid, s.startMin, s.endMin));
  return (atMin) =>
    factors.steam *
    hot.reduce(
      (sum, s, i) => sum + (atMin >= s.endMin ? whole[i]! : atMin > s.startMin ? between(s.lid, s.startMin, atMin) : 0),
      0,
    );
}

/** From here on an open pot is taken to boil: the diffusion model ends there. */
const BOILING_FROM_C = 95;
