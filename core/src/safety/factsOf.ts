import { actualMinutes, runOfBatch, vesselOf, type Batch } from '../batch/batch';
import type { BrewRun } from '../brew/brewRun';
import type { Audience, BrewWay, Stage } from '../drink/drink';
import type { Material, Vessel } from '../heat/vessel';
import { firstReaches, tempAt } from '../heat/temperatureHistory';
import { apparentBrix, type Liquid } from '../liquid/liquid';
import type { Plan } from '../plan/planDrink';
import type { Facts, StageFact } from './facts';

// The one place where a plan, a running batch or a thing on the shelf becomes the facts that rules read.

const MATERIAL_WORD: Record<Material, string> = {
  steel: 'stainless',
  enamel: 'enamel',
  glass: 'glass',
  stoneware: 'ceramic',
  aluminium: 'aluminium_bare',
  plastic: 'plastic_food',
};

/** Facts of a plan, by its predicted temperatures and its intended keeping. */
export function factsOfPlan(plan: Plan): Facts {
  const keeping = {
    where: 'fridge',
    temp_c: plan.kitchen.fridgeC,
    days: 0,
    brix: apparentBrix(plan.jug.liquid),
  } as const;
  const { legs } = plan.cooling;
  return {
    ...brewFacts(plan.way, plan.run, plan.vessel),
    volume_l: plan.target.litres,
    serving_ml: plan.target.glassMl,
    altitude_m: plan.kitchen.altitudeM,
    audience: audienceFacts(plan.target.audience),
    additions: { sugar: plan.target.sugarGPerL > 0 },
    cooling: {
      ...(legs.min60To21 === undefined ? {} : { min_60_to_21: legs.min60To21 }),
      ...(legs.min21To5 === undefined ? {} : { min_21_to_5: legs.min21To5 }),
      aid: plan.cooling.bathMin > 0 ? 'ice_bath' : plan.cooling.iceG > 0 ? 'ice_addition' : 'none',
    },
    storage: keeping,
    intent: { label_date: true, label_dilution: true },
  };
}

/** Facts of something on the shelf, made from a batch as it really went. */
export function factsOfStored(batch: Batch, stored: { liquid: Liquid; concentrate: boolean }, daysKept: number): Facts {
  const { plan } = batch;
  const facts = brewFacts(plan.way, runOfBatch(batch, actualMinutes(batch)), vesselOf(plan, plan.vesselId));
  return {
    ...facts,
    volume_l: plan.target.litres,
    altitude_m: plan.kitchen.altitudeM,
    is_concentrate: stored.concentrate,
    audience: audienceFacts(plan.target.audience),
    additions: { sugar: !stored.concentrate && plan.target.sugarGPerL > 0 },
    storage: {
      where: 'fridge',
      temp_c: plan.kitchen.fridgeC,
      days: daysKept,
      brix: apparentBrix(stored.liquid),
      ...(batch.ph ? { ph: batch.ph.ph, ph_method: batch.ph.method } : {}),
    },
    intent: { label_date: true, label_dilution: true },
  };
}

function brewFacts(way: BrewWay, run: BrewRun, vessel: Vessel): Facts {
  const strain = way.stages.find((s) => s.kind === 'strain');
  return {
    ingredients: way.ingredients.map((i) => ({ slug: i.plant, g: i.grams })),
    stages: way.stages.flatMap((stage, i) => stageFact(stage, run, i, vessel)),
    equipment:
      strain?.kind === 'strain' ? { strain: strain.through === 'fine-cloth' ? 'fine_cloth' : strain.through } : {},
  };
}

function stageFact(stage: Stage, run: BrewRun, index: number, vessel: Vessel): StageFact[] {
  const time = run.stages[index];
  if (!time || time.endMin <= time.startMin) return [];
  const minutes = time.endMin - time.startMin;
  const [startC, endC] = [tempAt(run.history, time.startMin), tempAt(run.history, time.endMin)];
  const word = { vessel: MATERIAL_WORD[vessel.material], lid: stage.lid };
  switch (stage.kind) {
    case 'heat':
      // On the way up nothing is held: the boil counts by what it reaches.
      return [{ kind: 'boil', temp_c: endC, minutes: 0, ...word }];
    case 'hold':
      return [{ kind: 'decoct', temp_c: startC, minutes, ...word }];
    case 'steep':
      if (stage.place === 'fridge') return [{ kind: 'cold_steep', temp_c: startC, minutes, ...word }];
      return offHeatFacts(run, time, { startC, endC }, word);
    case 'strain':
      return [];
  }
}

/** An off-heat steep that goes on below 60 °C is a warm steep from then on, and counts as one. */
function offHeatFacts(
  run: BrewRun,
  { startMin, endMin }: { startMin: number; endMin: number },
  { startC, endC }: { startC: number; endC: number },
  word: Pick<StageFact, 'vessel' | 'lid'>,
): StageFact[] {
  const warmFrom = startC <= 60 ? startMin : Math.min(endMin, firstReaches(run.history, 60, startMin) ?? endMin);
  const hot: StageFact = { kind: 'hot_steep', temp_c: startC, minutes: warmFrom - startMin, ...word };
  if (warmFrom >= endMin) return [hot];
  return [hot, { kind: 'room_steep', temp_c: Math.min(endC, 59.9), minutes: endMin - warmFrom, ...word }];
}

const audienceFacts = (audience: Audience): NonNullable<Facts['audience']> => ({
  pregnant: audience.includes('pregnant'),
  breastfeeding: audience.includes('breastfeeding'),
  child: audience.includes('child'),
  infant: audience.includes('infant'),
  vulnerable: audience.includes('vulnerable'),
  medication: audience.includes('blood-pressure-medicine') ? ['bp'] : [],
});
