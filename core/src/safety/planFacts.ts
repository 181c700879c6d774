import { plantsOf } from '../reference/plants';
import { apparentBrix, volumeMl } from '../liquid/liquid';
import type { Plan } from '../plan/planTypes';
import { servedAtOnce } from '../plan/workTime';
import { fridgeSteepMinutes, warmZoneMinutes } from './coolingFacts';
import { alcoholCalled, calledSo } from './dangerousNames';
import { mixIngredients, sharedFacts, spiritFacts, sweetFacts, waterFacts } from './drinkFacts';
import { brewFacts, SYRUP_BRIX, together } from './factsOf';
import { abvFact } from './storageFacts';
import type { CoolingFact, Facts, IngredientFact, StageFact } from './facts';
import { materialWord } from './stageFacts';

/** Facts of a plan, by its predicted temperatures and its intended keeping: each brew's, then the whole drink's. */
export function factsOfPlan(plan: Plan): readonly Facts[] {
  const { drink, target, kitchen } = plan;
  const shared: Facts = {
    ...sharedFacts(target, kitchen.altitudeM),
    additions: sweetFacts(plan.jug.liquid),
    ...waterFacts(drink, target, kitchen),
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
  // What goes into the second drink is not drunk with the first.
  if (plan.second) brews[0] = { ...brews[0]!, ingredients: portion(brews[0]!.ingredients, 1 - secondShare(plan)) };
  const poured = pouredInAll(plan);
  const whole: Facts = {
    ...shared,
    ...together(brews),
    stages: [...together(brews).stages, ...hotSpirit(plan, poured)],
    reach: 'whole',
    ingredients: [...together(brews).ingredients, ...mixIngredients(drink, poured, calledSo, target.provenance)],
    additions: {
      ...spiritFacts(drink, poured, target, alcoholCalled).additions,
      ...sweetFacts(plan.jug.liquid),
    },
    ...(plan.warming ? { serving_temp_c: plan.warming.toC } : {}),
    cooling: predictedCooling(plan),
    storage: {
      where: 'fridge',
      temp_c: kitchen.fridgeC,
      days: 0,
      brix: apparentBrix(plan.jug.liquid),
      abv: abvFact(plan.jug.liquid),
      vessel: materialWord(plan.jug.vessel),
    },
  };
  return [...brews.map((b) => ({ ...shared, ...b })), whole, ...secondFacts(plan, shared, brews[0]!.ingredients)];
}

/** Of what the first brew gives, the share that goes into the second drink. */
const secondShare = ({ second, brews }: Plan): number =>
  second ? Math.min(1, second.baseMl / Math.max(1, volumeMl(brews[0].concentrate))) : 0;

const portion = (ingredients: readonly IngredientFact[], share: number): IngredientFact[] =>
  ingredients.map((i) => ({ ...i, g: i.g * share }));

/** The second drink is drunk by itself: its own litres, and what is in them. */
function secondFacts(plan: Plan, shared: Facts, ofFirst: readonly IngredientFact[]): readonly Facts[] {
  const share = secondShare(plan);
  if (share === 0) return [];
  return [
    {
      ...shared,
      reach: 'whole',
      volume_l: plan.target.second!.litres,
      ingredients: share < 1 ? portion(ofFirst, share / (1 - share)) : ofFirst,
      equipment: OF_ITS_BREW,
    },
  ];
}
/** How it was strained is told with its brew. */
const OF_ITS_BREW = { strain: 'fine_cloth' };

/** Spirit that is stirred into what is served hot. */
const hotSpirit = ({ drink, warming }: Plan, poured: Readonly<Record<string, number>>): readonly StageFact[] => {
  const spirit = drink.mix.some((l) => l.from.kind === 'spirit' && l.at === 'jug' && (poured[l.id] ?? 0) > 0);
  return warming && spirit ? [{ kind: 'add_alcohol', temp_c: warming.toC }] : [];
};

/** Everything that is poured, ml: into the jug, and by the glass for all of them. */
const pouredInAll = ({ jug, glass }: Plan): Record<string, number> =>
  Object.entries(glass.atGlassMl).reduce<Record<string, number>>(
    (all, [id, ml]) => ({ ...all, [id]: (all[id] ?? 0) + ml * glass.count }),
    { ...jug.mix },
  );

function predictedCooling(plan: Plan): CoolingFact {
  // Poured at once it is drunk before it cools.
  if (servedAtOnce(plan)) return { min_60_to_21: 0, min_21_to_5: 0, aid: 'none', predicted: true };
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
