import type { Plan } from '../plan/planDrink';
import { CORE_VERSION, type FrozenPlan } from './batchEvent';

/** The plan as the batch keeps it: plain data, nothing that computes. */
export const freezePlan = (plan: Plan): FrozenPlan => ({
  v: 1,
  coreVersion: CORE_VERSION,
  drink: plan.drink,
  target: plan.target,
  kitchen: plan.kitchen,
  factors: plan.factors,
  houseHarshLimit: plan.houseHarshLimit,
  way: plan.way,
  vesselId: plan.vessel.id,
  jugVesselId: plan.jug.vessel.id,
  promised: {
    concentrateMl: plan.concentrate.volumeMl,
    concentrateSigmaLn: plan.concentrate.sigmaLnVolume,
    concentrateX: plan.concentrate.strengthX,
    jugX: plan.jugWanted.strengthX,
    jugSugarGPerL: plan.jugWanted.sugarGPerL,
    mix: plan.jug.mix,
    syrup: { sugarG: plan.syrup.sugarG, waterG: plan.syrup.waterG, volumeMl: plan.syrup.volumeMl },
    glasses: plan.glass.count,
    coolingIceG: plan.cooling.iceG,
    bathMin: plan.cooling.bathMin,
    bathToC: plan.cooling.bathToC,
  },
});
