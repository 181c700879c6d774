import { FUSION_HEAT, ICE_CP, WATER_CP } from '../physics/water';
import { TWO_STEP, twoStepCooling, type TwoStepCooling } from '../heat/cooling';
import { coolingTauMin, newtonMinutes, type Load } from '../heat/heating';
import { temperatureHistory, type Segment, type TemperatureHistory } from '../heat/temperatureHistory';
import { closedLossWPerK, ICE_BATH_C, vesselHeatJPerK, type Place, type Vessel } from '../heat/vessel';
import { massG, portionOf, volumeMl, type Liquid } from '../liquid/liquid';
import type { Kitchen } from '../drink/drink';

/** How a strained brew gets safely into the fridge. */
export type CoolingPlan = {
  /** time in a stirred ice bath and the temperature it ends at; 0 and the strained temperature without a bath */
  bathMin: number;
  bathToC: number;
  /** how much of the jug's water goes in as ice, g */
  iceG: number;
  /** the jug when everything is in it, and how long the fridge then takes to 5 °C */
  jugStartC: number;
  fridgeMin: number;
  legs: TwoStepCooling;
  history: TemperatureHistory;
};

/** What is cooled, from where, in what. */
export type CoolingSetup = {
  concentrate: Liquid;
  strainedC: number;
  pot: Vessel;
  /** pots that it is split into, each in its own bath; one if left out */
  pots?: number;
  jug: Vessel;
  /** jugs of that kind that it is shared out over; one if left out */
  jugs?: number;
  jugLiquid: Liquid;
  /** plain water of the mix, g */
  waterG: number;
  kitchen: Kitchen;
  /** what may help: neither bath nor ice for what is poured at once, no bath for what was never hot; both if left out */
  help?: 'none' | 'ice' | 'both';
};

/** Temperatures an ice bath may be asked for, warmest first. */
const BATH_TARGETS = [40, 30, 25, 21, 15, 10, 8, 6, 5];

/** Above this a liquid is cooled before it goes into a glass jug with cold water: glass cracks at a jump of some 50 K. */
const MIX_BELOW_C = 45;

/** Most of the jug's water that goes in as ice: more is rarely in a home freezer. House estimate. */
const ICE_SHARE = 0.4;

/** Minutes it takes to pour everything together. House estimate. */
const MIXING_MIN = 2;

/** Minutes that a stirred bath and ice out of the freezer are worth: for less than that nobody fetches them. House estimates. */
const TROUBLE_MIN = { bath: 8, ice: 4 } as const;

/**
 * The soonest cold that keeps both legs of two-step cooling, trouble counted as time: cold water and the fridge alone, part of the
 * water as ice, an ice bath first. More of a drink never takes less time, as it would if a small one were left to the fridge.
 * What cannot pass at all comes back with legs that say so.
 */
export function planCooling(setup: CoolingSetup): CoolingPlan {
  const { help = 'both', strainedC } = setup;
  if (help === 'none') return coolThrough(strainedC, false, setup);
  const baths =
    help === 'ice'
      ? [strainedC]
      : [...(strainedC <= MIX_BELOW_C ? [strainedC] : []), ...BATH_TARGETS.filter((t) => t < strainedC)];
  let best: { plan: CoolingPlan; cost: number } | undefined;
  let last: CoolingPlan | undefined;
  for (const bathToC of baths) {
    const bathMin = minutesInBath(bathToC, setup);
    const bathCost = bathMin > 0 ? bathMin + TROUBLE_MIN.bath : 0;
    // A colder bath only takes longer.
    if (best && bathCost >= best.cost) break;
    for (const withIce of [false, true]) {
      const plan = coolThrough(bathToC, withIce, setup);
      last = plan;
      const cost = bathCost + plan.fridgeMin + (plan.iceG > 0 ? TROUBLE_MIN.ice : 0);
      if (plan.legs.passes && (!best || cost < best.cost)) best = { plan, cost };
    }
  }
  return best?.plan ?? last!;
}

/** Minutes in a stirred ice bath down to a temperature. */
function minutesInBath(bathToC: number, { concentrate, strainedC, pot, pots = 1 }: CoolingSetup): number {
  if (bathToC >= strainedC) return 0;
  const tauMin = coolingTauMin(loadIn(pot, portionOf(concentrate, 1 / pots), 'ice-bath', ICE_BATH_C));
  return newtonMinutes({ fromC: strainedC, toC: bathToC, ambientC: ICE_BATH_C, tauMin });
}

function coolThrough(bathToC: number, withIce: boolean, setup: CoolingSetup): CoolingPlan {
  const { concentrate, strainedC, pot, jug, jugLiquid, kitchen } = setup;
  const segments: Segment[] = [];
  let bathMin = 0;
  if (bathToC < strainedC) {
    const tauMin = coolingTauMin(loadIn(pot, portionOf(concentrate, 1 / (setup.pots ?? 1)), 'ice-bath', ICE_BATH_C));
    bathMin = newtonMinutes({ fromC: strainedC, toC: bathToC, ambientC: ICE_BATH_C, tauMin });
    segments.push({ kind: 'newton', minutes: bathMin, fromC: strainedC, towardsC: ICE_BATH_C, tauMin });
  }
  const iceG = withIce ? iceToReach(TWO_STEP.toC - 0.5, bathToC, setup) : 0;
  const jugStartC = mixedC(bathToC, iceG, setup);
  segments.push({ kind: 'ramp', minutes: MIXING_MIN, fromC: bathToC, toC: jugStartC });
  const tauMin = coolingTauMin(loadIn(jug, portionOf(jugLiquid, 1 / (setup.jugs ?? 1)), 'fridge', kitchen.fridgeC));
  const toFive = newtonMinutes({ fromC: jugStartC, toC: TWO_STEP.toC, ambientC: kitchen.fridgeC, tauMin });
  // A fridge that is not below 5 °C never gets there: half a day is looked at, and the legs fail.
  const fridgeMin = jugStartC <= TWO_STEP.toC ? 0 : Number.isFinite(toFive) ? toFive : 12 * 60;
  segments.push({ kind: 'newton', minutes: fridgeMin * 1.02 + 1, fromC: jugStartC, towardsC: kitchen.fridgeC, tauMin });
  const history = temperatureHistory(segments);
  return { bathMin, bathToC, iceG, jugStartC, fridgeMin, legs: twoStepCooling(history), history };
}

/** Heat above 0 °C of what goes into the jug when the plain water comes from the tap, J a g K left out: in g °C of water. */
function gramDegrees(concentrateC: number, { concentrate, jugLiquid, waterG, kitchen }: CoolingSetup): number {
  const concentrateG = Math.min(massG(concentrate), massG(jugLiquid));
  const syrupG = Math.max(0, massG(jugLiquid) - concentrateG - waterG);
  return concentrateG * concentrateC + syrupG * kitchen.roomC + waterG * kitchen.tapC;
}

/** Temperature of the jug with some of its water as ice, all melted; at least 0 °C, where ice would be left. */
function mixedC(concentrateC: number, iceG: number, setup: CoolingSetup): number {
  const { kitchen, jugLiquid } = setup;
  const cold = iceG * (FUSION_HEAT / WATER_CP - (ICE_CP / WATER_CP) * kitchen.freezerC + kitchen.tapC);
  return Math.max(0, (gramDegrees(concentrateC, setup) - cold) / massG(jugLiquid));
}

/** Ice in place of tap water that brings the jug to a temperature; no more than a freezer has, rounded up to 10 g. */
function iceToReach(toC: number, concentrateC: number, setup: CoolingSetup): number {
  const { kitchen, jugLiquid, waterG } = setup;
  const excess = gramDegrees(concentrateC, setup) - massG(jugLiquid) * toC;
  const perGram = FUSION_HEAT / WATER_CP - (ICE_CP / WATER_CP) * kitchen.freezerC + kitchen.tapC;
  return Math.min(Math.floor((ICE_SHARE * waterG) / 10) * 10, Math.max(0, Math.ceil(excess / perGram / 10) * 10));
}

const loadIn = (vessel: Vessel, liquid: Liquid, place: Place, ambientC: number): Load => ({
  massKg: massG(liquid) / 1000,
  cpKJPerKgK: 4.186,
  vesselJPerK: vesselHeatJPerK(vessel),
  lossWPerK: closedLossWPerK(vessel, volumeMl(liquid), place),
  ambientC,
});
