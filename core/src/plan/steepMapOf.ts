import { mainStageOf, type BrewIngredient } from '../drink/drink';
import { CUT_EFFECT } from '../drink/cut';
import { coolingTauMin, kitchenBoilingPoint } from '../heat/heating';
import { closedLossWPerK, vesselHeatJPerK } from '../heat/vessel';
import { steepMap, type MapPlant, type SteepMapSetup } from '../extraction/steepMap';
import { harshLimitGPerL, strengthWeightLPerG } from '../liquid/strength';
import { plantIn, plantsOf, type Plants } from '../reference/plants';
import { massG, waterOf } from '../liquid/liquid';
import { netBodyMax } from '../reference/botanicals';
import type { Plan, PlannedBrew } from './planTypes';

/** When a plant is in the pot, min from the start of the main stage; what went in before is there from 0. */
export type InPot = { ingredientId: string; name: string; fromMin: number; toMin: number };

/**
 * All that is needed to draw a brew's steep map as it tastes in the glass: multiply the map's body by `xPerBody` and add
 * `baseX`, and so with harshness. The base is what other brews bring and what was out before the stage began.
 */
export type PlannedSteepMap = {
  setup: SteepMapSetup;
  xPerBody: number;
  baseX: number;
  harshPerUnit: number;
  baseHarsh: number;
  /** where the plan pulls it */
  pull: { minutes: number; startC: number };
  inPot: readonly InPot[];
  wantedX: number;
};

const COLUMNS = 160;
const ROWS = 120;
/** For a hold nothing cools: a time constant that no steep sees the end of, min. */
const NEVER_COOLS_MIN = 1e7;

/** The steep map of a brew of a plan; undefined for what is not steeped. */
export function steepMapOf(plan: Plan, brew: PlannedBrew): PlannedSteepMap | undefined {
  const main = mainStageOf(brew.way);
  const time = brew.run.stages.find((s) => s.stageId === main?.id);
  if (!main || !time || !brew.curve) return undefined;
  const minutes = time.endMin - time.startMin;
  const pool = ambientOf(plan, brew);
  const boilC = kitchenBoilingPoint(plan.kitchen);
  const cold = time.fromC < 45;
  const before = brew.run.at(time.startMin).liquor;
  const { body: bodyBefore, harsh: harshBefore } = beforeOf(before);
  const setup: SteepMapSetup = {
    plants: brew.way.ingredients.flatMap((i) => mapPlant(i, brew, main.id, plantsOf(plan.drink))),
    columns: COLUMNS,
    rows: ROWS,
    maxMinutes: Math.min(1440, Math.max(5, minutes * 2)),
    startC: cold
      ? { low: Math.min(2, pool.ambientC), high: 45 }
      : { low: pool.ambientC + 2, high: Math.max(boilC, time.fromC) },
    ...pool,
    agitation: main.agitation,
  };
  const startC = Math.min(setup.startC.high, Math.max(setup.startC.low, time.fromC));
  const own = steepMap({
    ...setup,
    maxMinutes: Math.max(0.1, minutes),
    rows: 2,
    startC: { low: startC, high: startC + 1e-6 },
  });
  const last = own.columns * 2 - 1;
  const glass = plan.glass.figures;
  const share = shareOf(plan, brew);
  const x = glass.strengthX * share.x;
  const harsh = glass.harsh * share.harsh;
  const xPerBody = x / Math.max(1e-12, own.body[last]! + bodyBefore);
  const harshPerUnit = harsh / Math.max(1e-12, own.harsh[last]! + harshBefore);
  return {
    setup,
    xPerBody,
    baseX: glass.strengthX - x + xPerBody * bodyBefore,
    harshPerUnit,
    baseHarsh: glass.harsh - harsh + harshPerUnit * harshBefore,
    pull: { minutes, startC },
    inPot: brew.way.ingredients.map((i) => inPotOf(i, brew, main.id, setup.maxMinutes, plantsOf(plan.drink))),
    wantedX: plan.target.strengthX,
  };
}

/** Weighted body and harshness that are in the liquor already. */
const beforeOf = (l: PlannedBrew['concentrate']): { body: number; harsh: number } => ({
  body: Object.entries(l.bodyG).reduce((sum, [p, g]) => sum + strengthWeightLPerG(plantIn(l.own, p)) * g, 0),
  harsh: Object.entries(l.harshG).reduce((sum, [p, g]) => sum + g / harshLimitGPerL(plantIn(l.own, p)), 0),
});

/** What of the glass's strength and harshness this brew brings: by its own curve at the planned pull. */
function shareOf(plan: Plan, brew: PlannedBrew): { x: number; harsh: number } {
  if (plan.brews.length === 1) return { x: 1, harsh: 1 };
  const poured = plan.drink.mix.reduce(
    (sum, l) => sum + (l.from.kind === 'brew' && l.from.brewId === brew.brewId ? (plan.jug.mix[l.id] ?? 0) : 0),
    0,
  );
  const jugMl = plan.jug.figures.volumeMl;
  const of = (mine: number, all: number): number => (all > 0 ? Math.min(1, (mine * poured) / (all * jugMl)) : 0);
  return {
    x: of(brew.figures.strengthX, plan.jug.figures.strengthX),
    harsh: of(brew.figures.harsh, plan.jug.figures.harsh),
  };
}

function ambientOf(plan: Plan, brew: PlannedBrew): { ambientC: number; tauMin: number } {
  const main = mainStageOf(brew.way)!;
  const { kitchen } = plan;
  if (main.kind === 'hold') return { ambientC: kitchen.roomC, tauMin: NEVER_COOLS_MIN };
  const fridge = main.place === 'fridge';
  const waterMl = Math.max(1, brew.waterMl / brew.pots);
  const ambientC = fridge ? kitchen.fridgeC : kitchen.roomC;
  const tauMin = coolingTauMin({
    massKg: massG(waterOf(waterMl)) / 1000,
    cpKJPerKgK: 4.186,
    vesselJPerK: vesselHeatJPerK(brew.vessel),
    lossWPerK: closedLossWPerK(brew.vessel, waterMl, fridge ? 'fridge' : 'counter') * plan.factors.heatLoss,
    ambientC,
  });
  return { ambientC, tauMin };
}

/** A plant with what it still has to give when the main stage begins. */
function mapPlant(i: BrewIngredient, brew: PlannedBrew, mainId: string, plants: Plants): MapPlant[] {
  const b = plantIn(plants, i.plant);
  const at = inPotOf(i, brew, mainId, Infinity, plants);
  if (b.extractionClass === 'stirred_in' || at.toMin <= 0) return [];
  const time = brew.run.stages.find((s) => s.stageId === mainId)!;
  const before = brew.run.at(time.startMin).liquor;
  const grams = (i.grams / brew.pots) * (i.potency ?? 1);
  const cut = i.cut ? CUT_EFFECT[i.cut] : { rate: 1, harsh: 1 };
  const out = (by: Readonly<Record<string, number>>, full: number): number =>
    full > 0 ? Math.min(1, (by[i.plant] ?? 0) / full) : 0;
  const [body, harsh] = [grams * netBodyMax(b), grams * b.harshMax * cut.harsh];
  const limit = harshLimitGPerL(b);
  return [
    {
      extractionClass: b.extractionClass,
      bodyFull: strengthWeightLPerG(b) * body * (1 - out(before.bodyG, body)),
      harshFull: Number.isFinite(limit) ? (harsh / limit) * (1 - out(before.harshG, harsh)) : 0,
      entersMin: Math.max(0, at.fromMin),
      ...(Number.isFinite(at.toMin) ? { leavesMin: at.toMin } : {}),
      rateScale: cut.rate,
    },
  ];
}

function inPotOf(i: BrewIngredient, brew: PlannedBrew, mainId: string, lastMin: number, plants: Plants): InPot {
  const start = brew.run.stages.find((s) => s.stageId === mainId)!.startMin;
  const moment = (m: { stageId: string; atMin: number }): number =>
    (brew.run.stages.find((s) => s.stageId === m.stageId)?.startMin ?? start) + m.atMin - start;
  return {
    ingredientId: i.id,
    name: plantIn(plants, i.plant).name,
    fromMin: Math.max(0, moment(i.enters)),
    toMin: i.leaves ? moment(i.leaves) : lastMin,
  };
}
