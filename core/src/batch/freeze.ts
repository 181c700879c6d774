import type { Plan, PlannedBrew } from '../plan/planDrink';
import { CORE_VERSION, type Acknowledged, type FrozenBrew, type FrozenPlan } from './batchEvent';

/** The plan as the batch keeps it: plain data, nothing that computes. */
export function freezePlan(plan: Plan, acknowledged: readonly Acknowledged[] = []): FrozenPlan {
  const { jugWanted, cooling } = plan;
  const [first, ...rest] = plan.brews;
  return {
    v: 2,
    coreVersion: CORE_VERSION,
    drink: plan.drink,
    target: plan.target,
    kitchen: plan.kitchen,
    factors: plan.factors,
    houseHarshLimit: plan.houseHarshLimit,
    brews: [freezeBrew(first), ...rest.map(freezeBrew)],
    jugVesselId: plan.jug.vessel.id,
    ...(plan.jug.count > 1 ? { jugCount: plan.jug.count } : {}),
    acknowledged,
    promised: {
      jugX: jugWanted.strengthX,
      jugSugarGPerL: jugWanted.sugarGPerL,
      ...(jugWanted.acidGPerL === undefined ? {} : { jugAcidGPerL: jugWanted.acidGPerL }),
      ...(jugWanted.parts ? { partsX: jugWanted.parts } : {}),
      mix: plan.jug.mix,
      syrups: plan.syrups,
      glasses: plan.glass.count,
      coolingIceG: cooling.iceG,
      bathMin: cooling.bathMin,
      bathToC: cooling.bathToC,
    },
  };
}

const freezeBrew = (b: PlannedBrew): FrozenBrew => ({
  brewId: b.brewId,
  name: b.name,
  way: b.way,
  pots: b.pots,
  vesselId: b.vessel.id,
  sweetenedG: b.sweetenedG,
  promised: { volumeMl: b.figures.volumeMl, sigmaLn: b.sigmaLnVolume, strengthX: b.figures.strengthX },
});
