import type { BrewFactors, BrewRun } from '../brew/brewRun';
import type { SteepCurve } from '../brew/steepCurve';
import type { BrewWay, Drink, Kitchen, PlanTarget } from '../drink/drink';
import type { Cut } from '../drink/cut';
import type { Vessel } from '../heat/vessel';
import type { Liquid } from '../liquid/liquid';
import type { KitchenMeasure } from '../quantity/kitchenMeasures';
import type { CoolingPlan } from './coolingPlan';
import type { Glass } from './glass';
import type { Jug, JugFigures, JugWanted } from './mixJug';

/** A plant as it is weighed out, g of all pots. */
export type PlannedLeaf = {
  ingredientId: string;
  plant: string;
  name: string;
  grams: number;
  measure: KitchenMeasure | undefined;
  /** in the cook's own words, where it was written in some */
  written?: string;
  cut?: Cut;
};

/** One brew of a plan. Amounts are those of all its pots together. */
export type PlannedBrew = {
  brewId: string;
  name: string;
  /** the way with the amounts of this plan, rounded to what a kitchen measures */
  way: BrewWay;
  /** pots it is split into because none holds it whole, all alike */
  pots: number;
  vessel: Vessel;
  /** one pot's run */
  run: BrewRun;
  leaf: readonly PlannedLeaf[];
  waterMl: number;
  /** dry sweetener that is stirred into it, g */
  sweetenedG: Readonly<Record<string, number>>;
  /** what comes out of all pots, and how sure that is */
  concentrate: Liquid;
  figures: JugFigures;
  sigmaLnVolume: number;
  sigmaLnStrength: number;
  /** the glass by when this brew is pulled; undefined for what is not steeped */
  curve: SteepCurve | undefined;
};

/** A plain syrup to be stirred. */
export type PlannedSyrup = {
  lineId: string;
  name: string;
  sweetener: string;
  sugarG: number;
  waterG: number;
  volumeMl: number;
  brix: number;
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
  /** in the drink's own order; the first one carries it */
  brews: readonly [PlannedBrew, ...PlannedBrew[]];
  syrups: readonly PlannedSyrup[];
  jugWanted: JugWanted;
  /** parts of the mix in the cook's own words, by part, where they were written in some */
  mixWritten: Readonly<Record<string, string>>;
  /** all of it; `count` vessels of a kind where one does not hold it */
  jug: Jug & { vessel: Vessel; count: number };
  glass: Glass & {
    figures: JugFigures;
    iceG: number;
    count: number;
    /** poured into each glass beside the jug, ml by part */
    atGlassMl: Readonly<Record<string, number>>;
  };
  cooling: CoolingPlan;
  /** the second drink: how much of the first brew and of water, ml, and what that is; undefined if none is wanted */
  second: { baseMl: number; waterMl: number; liquid: Liquid; figures: JugFigures } | undefined;
  /** warming the jug before it is poured hot, on the house's burner; undefined for a cold drink */
  warming: { toC: number; minutes: number } | undefined;
};

/** `recipe`: something in the recipe or the wish cannot be worked out at all. */
export type Limit = 'liquor-ratio' | 'vessel' | 'jug' | 'sweetener' | 'parts' | 'boils-dry' | 'burner' | 'recipe';

/** No plan meets the target: which limit binds, in words, and the nearest target that has one. */
export type NoPlan = { kind: 'no-plan'; limit: Limit; message: string; nearest: PlanTarget | undefined };
/** A plan, or why there is none. */
export type PlanResult = { kind: 'plan'; plan: Plan } | NoPlan;
