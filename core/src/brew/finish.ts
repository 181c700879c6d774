import { InputError } from '../quantity/errors';
import { afterStraining, type Stage } from '../drink/drink';
import { BURNER_EFFICIENCY, heatingSegment, kitchenBoilingPoint, type Load } from '../heat/heating';
import { iceInDrink } from '../heat/ice';
import type { Segment } from '../heat/temperatureHistory';
import { closedLossWPerK, ICE_BATH_C, vesselHeatJPerK } from '../heat/vessel';
import {
  abvOf,
  addWater,
  apparentBrix,
  massG,
  NO_LIQUID,
  pourTogether,
  portionOf,
  solidsG,
  volumeMl,
  waterOf,
  withoutWater,
  type Liquid,
} from '../liquid/liquid';
import { brixBoilingAt, sucroseSpecificHeat } from '../sugar/sucroseSolution';
import { scaledSweetness, sweetenTo } from '../sugar/infusedSyrup';
import { boilOf } from '../heat/steam';
import { coolingDown } from './coolingDown';
import { stirredInAfter } from './plantsInPot';
import { MOST_LOST } from './correctForVolume';
import { boilingOffGPerMin, steamAfterStrain } from './steam';
import { dissolveMin, HANDS_MIN, timeOf, type BrewSetup, type StageTime } from './timeline';

/** Strained liquor, and the liquor that the drained plants still hold. */
export type Drained = { liquid: Liquid; left: Liquid };

/** A strained liquor after all that is done to it, with the stages that took and their minutes. */
export type Finished = {
  liquid: Liquid;
  stages: readonly StageTime[];
  tempC: number;
  /** dry sweetener stirred in, g, by its kind */
  sweetenedG: Readonly<Record<string, number>>;
  rinsedMl: number;
  sweetenedMl: number;
  stirredMl: number;
  reducedMl: number;
};

/** Share of an ideal wash that a rinse over drained plants wins. House estimate, 0.6 to 0.9. */
const RINSE_EFFICIENCY = 0.8;

/**
 * What is done to the strained liquor: rinsed over the plants, sweetened, boiled down, cooled.
 * @throws InputError for a stage that belongs before the strain
 */
export function finish({ liquid, left }: Drained, fromC: number, startMin: number, setup: BrewSetup): Finished {
  const after = afterStraining(setup.way);
  let state = { liquid, tempC: fromC };
  let atMin = startMin;
  const stages: StageTime[] = [];
  const sweetenedG: Record<string, number> = {};
  let [rinsedMl, sweetenedMl, stirredMl, reducedMl] = [0, 0, 0, 0];
  for (const stage of after) {
    const before = volumeMl(state.liquid);
    const stirred = stirredInAfter(setup, stage.id);
    const begun = stirred === NO_LIQUID ? state : { ...state, ...stirredTogether(state, stirred, setup) };
    stirredMl += volumeMl(begun.liquid) - before;
    const done = steamed(stage, applyTo(stage, begun, { left, setup }), setup);
    const gained = volumeMl(done.liquid) - volumeMl(begun.liquid);
    if (stage.kind === 'rinse') rinsedMl += gained;
    if (stage.kind === 'onto-ice') stirredMl += gained;
    else if (stage.kind !== 'rinse' && stage.kind !== 'dissolve') reducedMl -= gained;
    if (stage.kind === 'dissolve') {
      sweetenedMl += gained;
      const grams = massG(done.liquid) - massG(begun.liquid);
      sweetenedG[stage.sweetener] = (sweetenedG[stage.sweetener] ?? 0) + grams;
    }
    const time = timeOf(stage, done.segments, begun.tempC, atMin);
    stages.push(time);
    atMin = time.endMin;
    state = { liquid: done.liquid, tempC: time.toC };
  }
  return { ...state, stages, sweetenedG, rinsedMl, sweetenedMl, stirredMl, reducedMl };
}

/** Something from the room stirred into what is there, by their heat. */
function stirredTogether(
  { liquid, tempC }: { liquid: Liquid; tempC: number },
  stirred: Liquid,
  { kitchen }: BrewSetup,
): { liquid: Liquid; tempC: number } {
  const all = pourTogether(liquid, stirred);
  const share = massG(stirred) / massG(all);
  return { liquid: all, tempC: tempC * (1 - share) + kitchen.roomC * share };
}

/** What stands open or is kept hot after the strain loses its water too; the last of it never goes. */
function steamed(stage: Stage, { liquid, segments }: Step, setup: BrewSetup): Step {
  const steamG = steamAfterStrain(stage, segments, volumeMl(liquid), setup);
  return { liquid: steamG > 0 ? withoutWater(liquid, Math.min(steamG, liquid.waterG * MOST_LOST)) : liquid, segments };
}

type Step = { liquid: Liquid; segments: Segment[] };

function applyTo(
  stage: Stage,
  { liquid, tempC }: { liquid: Liquid; tempC: number },
  { left, setup }: { left: Liquid; setup: BrewSetup },
): Step {
  const actual = setup.actualMinutes?.[stage.id];
  const hold = (minutes: number, at = tempC): Segment[] =>
    (actual ?? minutes) > 0 ? [{ kind: 'hold', minutes: actual ?? minutes, tempC: at }] : [];
  switch (stage.kind) {
    case 'rinse':
      return { liquid: rinsed(liquid, left, stage.waterMl * setup.scale), segments: hold(HANDS_MIN) };
    case 'dissolve':
      return {
        liquid: sweetenTo(liquid, scaledSweetness(stage.to, setup.scale), stage.sweetener).liquid,
        segments: hold(dissolveMin(volumeMl(liquid))),
      };
    case 'reduce': {
      const steamG = steamToReduceG(liquid, stage, setup.scale);
      const toC = Math.max(tempC, kitchenBoilingPoint(setup.kitchen));
      const heat = heatUp(liquid, tempC, 'boil', setup);
      const heatMin = heat.reduce((sum, s) => sum + s.minutes, 0);
      // Told how long all of it took, the heat at its beginning is part of that.
      const rate = boilingOffGPerMin(setup.vessel, setup.kitchen, {
        ml: volumeMl(liquid),
        boil: boilOf(stage.agitation),
        lid: stage.lid,
      });
      const minutes = actual === undefined ? steamG / rate : actual - heatMin;
      const boil: Segment[] = minutes > 0 ? [{ kind: 'hold', minutes, tempC: toC }] : [];
      const segments = minutes < 0 ? during(actual, tempC, toC) : [...heat, ...boil];
      return { liquid: withoutWater(liquid, steamG), segments };
    }
    case 'heat': {
      const toC = Math.max(tempC, stage.to === 'boil' ? kitchenBoilingPoint(setup.kitchen) : stage.to);
      return {
        liquid,
        segments: actual === undefined ? heatUp(liquid, tempC, stage.to, setup) : during(actual, tempC, toC),
      };
    }
    case 'hold':
      return { liquid, segments: hold(stage.minutes) };
    case 'cool':
      return { liquid, segments: coolDown(liquid, tempC, stage, setup) };
    case 'hands':
      return { liquid, segments: hold(HANDS_MIN) };
    case 'ferment':
      return { liquid, segments: hold(stage.days * 1440, setup.kitchen.roomC) };
    case 'onto-ice': {
      const { liquid: iced, tempC: finalC } = ontoIce(liquid, tempC, stage, setup);
      const minutes = actual ?? ontoIceMin(volumeMl(liquid));
      return { liquid: iced, segments: minutes > 0 ? [{ kind: 'ramp', minutes, fromC: tempC, toC: finalC }] : [] };
    }
    case 'toast':
    case 'steep':
    case 'strain':
      throw new InputError('runBrew', `stages.${stage.id}`, 'before the strain', stage.kind);
  }
}

/** Poured or shaken over ice: half a minute in a shaker, two or three for a jug that is stirred. House estimate. */
const ontoIceMin = (ml: number): number => 0.5 + Math.min(2, ml / 500);
/** Ice off the counter is at its melting point, and so much of it is water already. House estimate, 0.05 to 0.15. */
const WET_ICE = { tempC: 0, wetShare: 0.1 };
/** The jug or shaker that takes it takes part, g of glass to each ml. House estimate. */
const GLASS_G_PER_ML = 0.4;

/** What is poured hot over ice: what melts joins it, what does not stays behind. */
function ontoIce(
  liquid: Liquid,
  tempC: number,
  { iceG, ice }: Extract<Stage, { kind: 'onto-ice' }>,
  { scale, kitchen }: BrewSetup,
): { liquid: Liquid; tempC: number } {
  const { tempC: iceC, wetShare } = ice === 'wet' ? WET_ICE : { tempC: kitchen.freezerC, wetShare: 0 };
  const { finalC, meltedG } = iceInDrink({
    drinkG: massG(liquid),
    drinkC: tempC,
    drinkCp: sucroseSpecificHeat(Math.min(80, apparentBrix(liquid)), 60),
    iceG: iceG * scale,
    iceC,
    wetShare,
    glassG: GLASS_G_PER_ML * (volumeMl(liquid) + iceG * scale),
    glassC: kitchen.roomC,
    brix: apparentBrix(liquid),
    abv: abvOf(liquid),
  });
  return { liquid: addWater(liquid, meltedG), tempC: finalC };
}

/** Water poured over the drained plants takes a share of what they hold; they keep as much as before. */
function rinsed(liquid: Liquid, left: Liquid, washMl: number): Liquid {
  const heldMl = volumeMl(left);
  if (heldMl === 0 || washMl === 0) return pourTogether(liquid, waterOf(washMl));
  const won = portionOf(left, (RINSE_EFFICIENCY * washMl) / (heldMl + washMl));
  return pourTogether(liquid, won, waterOf(Math.max(0, washMl - volumeMl(won))));
}

/** Water to boil off until the stage's end is reached, g. A liquor that is there already loses none. */
export function steamToReduceG(liquid: Liquid, { id, to }: Extract<Stage, { kind: 'reduce' }>, scale = 1): number {
  const solids = solidsG(liquid);
  if ('brix' in to || 'boilsAtC' in to) {
    const brix = 'brix' in to ? to.brix : brixBoilingAt(to.boilsAtC);
    if (!(brix > 0 && brix <= 80))
      throw new InputError('runBrew', `stages.${id}`, 'to a Brix above 0 and up to 80', brix);
    return Math.max(0, liquid.waterG - (solids * (100 - brix)) / brix);
  }
  if ('massG' in to) return Math.min(Math.max(0, massG(liquid) - to.massG * scale), liquid.waterG * MOST_LOST);
  if (!('volumeMl' in to) && !(to.share > 0 && to.share <= 1))
    throw new InputError('runBrew', `stages.${id}`, 'to a share above 0 and up to 1', to.share);
  const wanted = 'volumeMl' in to ? to.volumeMl * scale : volumeMl(liquid) * to.share;
  // Volume falls steadily with its water; what can never be reached ends where it is as thick as the model goes.
  let [lo, hi] = [0, Math.max(0, liquid.waterG - solids / 4)];
  for (let i = 0; i < 50; i++) {
    const middle = (lo + hi) / 2;
    if (volumeMl(withoutWater(liquid, middle)) > wanted) lo = middle;
    else hi = middle;
  }
  return lo;
}

function heatUp(liquid: Liquid, fromC: number, to: 'boil' | number, { kitchen, vessel }: BrewSetup): Segment[] {
  const toC = to === 'boil' ? kitchenBoilingPoint(kitchen) : to;
  if (toC <= fromC) return [];
  const powerIntoPotW = kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind];
  const lossWPerK = closedLossWPerK(vessel, volumeMl(liquid), 'counter');
  return [heatingSegment({ load: loadOf(liquid, vessel, lossWPerK, kitchen.roomC), fromC, toC, powerIntoPotW })];
}

/** A path that took so long, in a line. */
const during = (minutes: number | undefined, fromC: number, toC: number): Segment[] =>
  minutes !== undefined && minutes > 0 ? [{ kind: 'ramp', minutes, fromC, toC }] : [];

function coolDown(liquid: Liquid, fromC: number, stage: Extract<Stage, { kind: 'cool' }>, setup: BrewSetup): Segment[] {
  const { kitchen, vessel } = setup;
  const [place, ambientC] =
    stage.by === 'ice-bath' ? (['ice-bath', ICE_BATH_C] as const) : (['counter', kitchen.roomC] as const);
  const load = loadOf(liquid, vessel, closedLossWPerK(vessel, volumeMl(liquid), place), ambientC);
  return coolingDown(stage, fromC, load, setup, setup.actualMinutes?.[stage.id]);
}

const loadOf = (liquid: Liquid, vessel: BrewSetup['vessel'], lossWPerK: number, ambientC: number): Load => ({
  massKg: massG(liquid) / 1000,
  cpKJPerKgK: sucroseSpecificHeat(Math.min(80, apparentBrix(liquid)), 60),
  vesselJPerK: vesselHeatJPerK(vessel),
  lossWPerK,
  ambientC,
});
