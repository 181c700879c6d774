import { plantsOf } from '../reference/plants';
import { apparentBrix } from '../liquid/liquid';
import type { Plan } from '../plan/planTypes';
import { fridgeSteepMinutes, warmZoneMinutes } from './coolingFacts';
import { alcoholCalled, calledSo } from './dangerousNames';
import { mixIngredients, sharedFacts, spiritFacts, sweetFacts } from './drinkFacts';
import { abvFact, brewFacts, SYRUP_BRIX, together } from './factsOf';
import type { CoolingFact, Facts } from './facts';

/** Facts of a plan, by its predicted temperatures and its intended keeping: each brew's, then the whole drink's. */
export function factsOfPlan(plan: Plan): readonly Facts[] {
  const { drink, target, kitchen } = plan;
  const shared: Facts = {
    ...sharedFacts(target, kitchen.altitudeM),
    notes: `${drink.name}. ${drink.note ?? ''}`,
    whole_ice: target.iced && drink.serve.iceG > 0,
    ice_pop_hard: plan.brews.some((b) => b.way.stages.some((s) => s.kind === 'hands' && s.work === 'freeze')),
    is_concentrate: drink.bottles !== undefined || apparentBrix(plan.jug.liquid) >= SYRUP_BRIX,
  };
  const brews = plan.brews.map((b) =>
    brewFacts(b.brewId, b.way, {
      run: b.run,
      vessel: b.vessel,
      target,
      plants: plantsOf(drink),
      kitchen,
      listed: () => 'ahead',
      called: calledSo,
    }),
  );
  const whole: Facts = {
    ...shared,
    ...together(brews),
    reach: 'whole',
    ingredients: [...together(brews).ingredients, ...mixIngredients(drink, pouredInAll(plan), calledSo)],
    additions: {
      ...spiritFacts(drink, plan.jug.mix, target, alcoholCalled).additions,
      ...sweetFacts(plan.jug.liquid, target),
    },
    ...(plan.warming ? { serving_temp_c: plan.warming.toC } : {}),
    cooling: predictedCooling(plan),
    storage: {
      where: 'fridge',
      temp_c: kitchen.fridgeC,
      days: 0,
      brix: apparentBrix(plan.jug.liquid),
      abv: abvFact(plan.jug.liquid),
    },
  };
  return [...brews.map((b) => ({ ...shared, ...b })), whole];
}

/** Everything that is poured, ml: into the jug, and by the glass for all of them. */
const pouredInAll = ({ jug, glass }: Plan): Record<string, number> =>
  Object.entries(glass.atGlassMl).reduce<Record<string, number>>(
    (all, [id, ml]) => ({ ...all, [id]: (all[id] ?? 0) + ml * glass.count }),
    { ...jug.mix },
  );

function predictedCooling(plan: Plan): CoolingFact {
  const { legs, bathMin, iceG } = plan.cooling;
  const stood = Math.max(0, ...plan.brews.map((b) => warmZoneMinutes(b.way, b.run, plan.kitchen.roomC)));
  const first = legs.min60To21 ?? (stood > 0 ? 0 : undefined);
  // What is chilled with its plants in has gone down before it is strained.
  const steeping = Math.max(0, ...plan.brews.map((b) => fridgeSteepMinutes(b.way, b.run)));
  const second = steeping > 0 ? steeping : legs.min21To5;
  return {
    ...(first === undefined ? {} : { min_60_to_21: first + stood }),
    ...(second === undefined ? {} : { min_21_to_5: second }),
    aid: bathMin > 0 ? 'ice_bath' : iceG > 0 ? 'ice_addition' : 'none',
    predicted: true,
  };
}
