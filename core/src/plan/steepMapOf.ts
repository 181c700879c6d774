import { HAND_OPENS } from '../brew/plantsInPot';
import { isPressed, WALLS_GIVE_C } from '../brew/pot';
import { liquidIn } from '../brew/contents';
import { leftBehind, openingRate, stillClosed } from '../extraction/opening';
import { isFresh, type FreshMatter } from '../reference/matter';
import { mainStageOf, type BrewIngredient } from '../drink/drink';
import { CUT_EFFECT } from '../drink/cut';
import { coolingTauMin, kitchenBoilingPoint } from '../heat/heating';
import { closedLossWPerK, vesselHeatJPerK } from '../heat/vessel';
import { hottestC } from '../heat/temperatureHistory';
import { steepMap, type MapHarshness, type MapLoad, type MapPlant, type SteepMapSetup } from '../extraction/steepMap';
import { harshLoadsOf, loadOfIndex, mostOil, softenedBy, softenersOf, type HarshSense } from '../liquid/harshness';
import { strengthWeightLPerG } from '../liquid/strength';
import { bearingsOf } from '../reference/bearing';
import { plantIn, plantsOf, type Plants } from '../reference/plants';
import { mapKinds, plantOfBody, portionOf, totalOf, volumeMl, type ByKind, type Liquid } from '../liquid/liquid';
import { netBodyMax, type Botanical } from '../reference/botanicals';
import { steeped } from './finishPlan';
import type { Plan, PlannedBrew } from './planTypes';

/** When a plant is in the pot, min from the start of the main stage; what went in before is there from 0. */
export type InPot = { ingredientId: string; name: string; fromMin: number; toMin: number };

/**
 * All that is needed to draw a brew's steep map as it tastes in the glass: multiply the map's body by `xPerBody` and add
 * `baseX`; its harshness is the glass's. The base is what other brews bring and what was out before the stage began.
 */
export type PlannedSteepMap = {
  setup: SteepMapSetup;
  xPerBody: number;
  baseX: number;
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
export function steepMapOf(plan: Plan, planned: PlannedBrew): PlannedSteepMap | undefined {
  const brew = { ...planned, way: steeped(planned) };
  const main = mainStageOf(brew.way);
  const time = brew.run.stages.find((s) => s.stageId === main?.id);
  if (!main || !time || !brew.curve) return undefined;
  const minutes = time.endMin - time.startMin;
  const pool = ambientOf(plan, brew);
  const boilC = kitchenBoilingPoint(plan.kitchen);
  const cold = time.fromC < 45;
  const before = brew.run.at(time.startMin).liquor;
  const bodyBefore = bodyIn(before);
  const asMade: SteepMapSetup = {
    ...harshnessOf(plan, brew, before, (i) => stillToGive(i, brew, main.id, plantsOf(plan.drink))),
    columns: COLUMNS,
    rows: ROWS,
    maxMinutes: Math.min(1440, Math.max(5, minutes * 2)),
    startC: cold
      ? { low: Math.min(2, pool.ambientC), high: 45 }
      : { low: pool.ambientC + 2, high: Math.max(boilC, time.fromC) },
    ...pool,
    agitation: main.agitation,
  };
  const startC = Math.min(asMade.startC.high, Math.max(asMade.startC.low, time.fromC));
  const own = steepMap({
    ...asMade,
    maxMinutes: Math.max(0.1, minutes),
    rows: 2,
    startC: { low: startC, high: startC + 1e-6 },
  });
  const last = own.columns * 2 - 1;
  const glass = plan.glass.figures;
  const x = glass.strengthX * shareOf(plan, brew);
  const xPerBody = x / Math.max(1e-12, own.body[last]! + bodyBefore);
  const setup = harsherBy(asMade, loadOfIndex(glass.harsh) / Math.max(1e-12, loadOfIndex(own.harsh[last]!)));
  return {
    setup,
    xPerBody,
    baseX: glass.strengthX - x + xPerBody * bodyBefore,
    pull: { minutes, startC },
    inPot: brew.way.ingredients.map((i) => inPotOf(i, brew, main.id, setup.maxMinutes, plantsOf(plan.drink))),
    wantedX: plan.target.strengthX,
  };
}

/** Weighted body that is in the liquor already. */
const bodyIn = (l: Liquid): number =>
  Object.entries(l.bodyG).reduce(
    (sum, [p, g]) => sum + (p === plantOfBody(p) ? strengthWeightLPerG(plantIn(l.own, p)) * g : 0),
    0,
  );

/** What of the glass's strength this brew brings: by its own curve at the planned pull. */
function shareOf(plan: Plan, brew: PlannedBrew): number {
  if (plan.brews.length === 1) return 1;
  const { strengthX, volumeMl: jugMl } = plan.jug.figures;
  return strengthX > 0 ? Math.min(1, (brew.figures.strengthX * pouredMl(plan, brew)) / (strengthX * jugMl)) : 0;
}

const pouredMl = (plan: Plan, brew: PlannedBrew): number =>
  plan.drink.mix.reduce(
    (sum, l) => sum + (l.from.kind === 'brew' && l.from.brewId === brew.brewId ? (plan.jug.mix[l.id] ?? 0) : 0),
    0,
  );

/** The harshnesses of the glass, and what each plant adds to them from here on, sugar and acid being as they are in the glass. */
function harshnessOf(
  plan: Plan,
  brew: PlannedBrew,
  before: Liquid,
  toGive: (i: BrewIngredient) => ToGive | undefined,
): Pick<SteepMapSetup, 'plants' | 'harshnesses'> {
  const { glass, target } = plan;
  const litres = volumeMl(glass.liquid) / 1000;
  const pulled = brew.run.at(brew.run.endMin).liquor;
  const made = volumeMl(brew.concentrate);
  const jugShare = (target.glassMl - totalOf(glass.atGlassMl)) / volumeMl(plan.jug.liquid);
  const part = portionOf(brew.concentrate, made > 0 ? (pouredMl(plan, brew) / made) * jugShare : 0);
  const felt = softenedBy(softenersOf(glass.liquid));
  const gives = brew.way.ingredients.flatMap((i) => toGive(i) ?? []);
  /** Grams in the glass for a gram in the pot. */
  const reaches = (of: (l: Liquid) => ByKind, plant: string): number => {
    const [inPot, inGlass] = [of(pulled)[plant] ?? 0, of(part)[plant] ?? 0];
    return inPot > 0 ? inGlass / inPot : 0;
  };
  const steeped = new Set(gives.map((g) => g.plant));
  const left = (of: (l: Liquid) => ByKind): ByKind =>
    mapKinds(of(glass.liquid), (g, plant) =>
      steeped.has(plant) ? Math.max(0, g - (of(part)[plant] ?? 0)) + reaches(of, plant) * (of(before)[plant] ?? 0) : g,
    );
  const rest: Liquid = {
    ...glass.liquid,
    harshG: left((l) => l.harshG),
    oilG: left((l) => l.oilG),
    cookedG: left((l) => l.cookedG),
  };
  const harshnesses: MapHarshness[] = [];
  const keys = new Map<string, number>();
  const senses: HarshSense[] = [];
  const at = (sense: HarshSense, species: string): number => {
    const key = `${sense}:${species}`;
    const known = keys.get(key);
    if (known !== undefined) return known;
    if (!senses.includes(sense)) senses.push(sense);
    keys.set(key, harshnesses.length);
    return harshnesses.push({ sense: senses.indexOf(sense), base: 0 }) - 1;
  };
  const perLimit = (sense: HarshSense): number => felt(sense) / litres / plan.houseHarshLimit;
  for (const { sense, species, load } of harshLoadsOf(rest)) {
    const i = at(sense, species);
    harshnesses[i] = { ...harshnesses[i]!, base: harshnesses[i]!.base + (load * felt(sense)) / plan.houseHarshLimit };
  }
  const hottest = hottestC(brew.run.history, brew.run.endMin);
  const plants = gives.map(({ plant, spentG, cookedG, map, b }): MapPlant => {
    const raw = reaches((l) => l.bodyG, plant);
    const bitter = reaches((l) => l.harshG, plant) || raw;
    return {
      ...map,
      harsh: bearingsOf(b).flatMap(({ species, share, bearing }): MapLoad[] => {
        const unit = share / bearing.limitGPerL;
        const load = (sense: HarshSense, family: MapLoad['family'], grams: number): MapLoad => ({
          family,
          of: at(sense, species),
          load: grams * unit * perLimit(sense),
        });
        const stewed: MapLoad[] = bearing.stewedGPerL
          ? [
              {
                family: 'cooked',
                of: at('stewed', species),
                load: ((cookedG * share) / bearing.stewedGPerL) * raw * perLimit('stewed'),
              },
            ]
          : [];
        if (bearing.kind === 'tongue')
          return [
            load('bitter', 'tongue', spentG.tongue * bitter * bearing.bitterShare),
            load('astringent', 'tongue', spentG.tongue * bitter * Math.sqrt(1 - bearing.bitterShare ** 2)),
            ...stewed,
          ];
        const most = mostOil(bearing, hottest) * (volumeMl(pulled) / 1000) * raw * perLimit(bearing.kind) * unit;
        return [
          { ...load(bearing.kind, 'oil', spentG.oil * raw), ...(Number.isFinite(most) ? { most } : {}) },
          ...stewed,
        ];
      }),
    };
  });
  return { plants, harshnesses };
}

/** The whole map harsher or milder, so that at the planned pull it says what the plan says. */
const harsherBy = (setup: SteepMapSetup, times: number): SteepMapSetup => ({
  ...setup,
  harshnesses: setup.harshnesses.map((h) => ({ ...h, base: h.base * times })),
  plants: setup.plants.map((p) => ({
    ...p,
    harsh: p.harsh.map((l) => ({
      ...l,
      load: l.load * times,
      ...(l.most === undefined ? {} : { most: l.most * times }),
    })),
  })),
});

function ambientOf(plan: Plan, brew: PlannedBrew): { ambientC: number; tauMin: number } {
  const main = mainStageOf(brew.way)!;
  const { kitchen } = plan;
  if (main.kind === 'hold') return { ambientC: kitchen.roomC, tauMin: NEVER_COOLS_MIN };
  const fridge = main.place === 'fridge';
  const { heatG, ml } = liquidIn(brew.way, 1 / brew.pots, plantsOf(plan.drink));
  const ambientC = fridge ? kitchen.fridgeC : kitchen.roomC;
  const tauMin = coolingTauMin({
    massKg: heatG / 1000,
    cpKJPerKgK: 4.186,
    vesselJPerK: vesselHeatJPerK(brew.vessel),
    lossWPerK: closedLossWPerK(brew.vessel, ml, fridge ? 'fridge' : 'counter') * plan.factors.heatLoss,
    ambientC,
  });
  return { ambientC, tauMin };
}

/** A plant with what it still has to give when the main stage begins, grams of it in a pot. */
type ToGive = {
  plant: string;
  b: Botanical;
  spentG: { tongue: number; oil: number };
  cookedG: number;
  map: Omit<MapPlant, 'harsh'>;
};

function stillToGive(i: BrewIngredient, brew: PlannedBrew, mainId: string, plants: Plants): ToGive | undefined {
  const b = plantIn(plants, i.plant);
  const at = inPotOf(i, brew, mainId, Infinity, plants);
  if (b.extractionClass === 'stirred_in' || at.toMin <= 0) return undefined;
  const time = brew.run.stages.find((s) => s.stageId === mainId)!;
  const before = brew.run.at(time.startMin).liquor;
  const grams = (i.grams / brew.pots) * (i.potency ?? 1);
  const cut = i.cut ? CUT_EFFECT[i.cut] : { rate: 1, harsh: 1 };
  const left = (by: Readonly<Record<string, number>>, full: number): number =>
    full > 0 ? 1 - Math.min(1, (by[i.plant] ?? 0) / full) : 1;
  const body = grams * netBodyMax(b);
  const harsh = grams * cut.harsh;
  return {
    plant: i.plant,
    b,
    spentG: { tongue: harsh * left(before.harshG, harsh * b.harshMax), oil: harsh * left(before.oilG, harsh) },
    cookedG: grams * left(before.cookedG, grams),
    map: {
      extractionClass: b.extractionClass,
      ...(isFresh(b.matter)
        ? { opening: openingRate(b.matter), worked: workedOn(b.matter, i, brew, left(before.bodyG, body)) }
        : {}),
      bodyFull: strengthWeightLPerG(b) * body * left(before.bodyG, body),
      entersMin: Math.max(0, at.fromMin),
      ...(Number.isFinite(at.toMin) ? { leavesMin: at.toMin } : {}),
      rateScale: cut.rate,
    },
  };
}

/** What the hands do by the strain to what of a fresh plant is still closed as the main stage begins. */
function workedOn(
  m: FreshMatter,
  { leaves }: BrewIngredient,
  { way, run }: PlannedBrew,
  closedShare: number,
): NonNullable<MapPlant['worked']> {
  const done = way.stages.flatMap((s) => {
    const how = s.kind === 'hands' ? HAND_OPENS[s.work] : undefined;
    return how && !leaves ? [how] : [];
  });
  const press = isPressed(way) && !leaves;
  const everHot = hottestC(run.history, run.endMin) >= WALLS_GIVE_C;
  const { open } = leftBehind(m, 0, { press, opened: done.at(-1), everHot, thick: false, times: way.keepPulp ? 0 : 1 });
  const least = closedShare > 0 ? Math.max(0, open - (1 - closedShare)) / closedShare : 1;
  return { stillClosed: stillClosed(m, done), leastOpen: least };
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
