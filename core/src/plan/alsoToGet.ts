import { ICE_MAKING } from '../drink/defaultKitchen';
import { massG } from '../liquid/liquid';
import { FUSION_HEAT, WATER_CP } from '../physics/water';
import type { Plan } from './planTypes';
import { bottlesFilled } from './filling';

/** What a plan takes that is no plant and no sugar: ice, g, by what it is for; and whole bottles. */
export type AlsoToGet = {
  ice: IceToGet;
  bottles: { count: number; eachMl: number } | undefined;
};

/** Ice by what it is for, and what of it the house does not keep, g. */
export type IceToGet = { glassesG: number; jugG: number; bathG: number; buyG: number };

/** Ice that melts away at the sides of a bath and into its own water, times what cools the pot. House estimate. */
const BATH_WASTES = 1.6;

/** The ice of a plan, and the bottles that it fills. */
export function alsoToGet(plan: Plan): AlsoToGet {
  const { glass, cooling, brews, target, kitchen } = plan;
  const cooled = cooling.bathMin > 0 && !target.hot;
  const heat = brews.reduce((sum, b) => {
    const drop = Math.max(0, b.run.at(b.run.endMin).tempC - cooling.bathToC);
    return sum + massG(b.concentrate) * WATER_CP * drop;
  }, 0);
  const bottles = bottlesFilled(plan);
  const glassesG = glass.iceG * Math.ceil(glass.count - 1e-9);
  const bathG = cooled ? (BATH_WASTES * heat) / FUSION_HEAT : 0;
  const { storeG } = kitchen.ice ?? ICE_MAKING;
  return {
    ice: { glassesG, jugG: cooling.iceG, bathG, buyG: Math.max(0, glassesG + cooling.iceG + bathG - storeG) },
    bottles: bottles && bottles.count > 0 ? { count: bottles.count, eachMl: bottles.eachMl } : undefined,
  };
}
