import { runOfBatch, vesselOf, type Batch } from '../batch/batch';
import type { BrewRun, StageTime } from '../brew/brewRun';
import type { Audience, BrewWay, Stage, SteepPlace } from '../drink/drink';
import type { Material, Vessel } from '../heat/vessel';
import { firstReaches } from '../heat/temperatureHistory';
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
    ...brewFacts(plan.brews[0].way, plan.brews[0].run, plan.brews[0].vessel),
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
  const [brew] = plan.brews;
  const facts = brewFacts(brew.way, runOfBatch(batch, brew.brewId), vesselOf(plan, brew.vesselId));
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
    stages: way.stages.flatMap((stage) =>
      stageFacts(
        stage,
        run.stages.find((t) => t.stageId === stage.id),
        run,
        vessel,
      ),
    ),
    equipment:
      strain?.kind === 'strain' ? { strain: strain.through === 'fine-cloth' ? 'fine_cloth' : strain.through } : {},
  };
}

function stageFacts(stage: Stage, time: StageTime | undefined, run: BrewRun, vessel: Vessel): StageFact[] {
  if (!time || time.endMin <= time.startMin) return [];
  const minutes = time.endMin - time.startMin;
  const word = { vessel: MATERIAL_WORD[vessel.material], lid: stage.lid };
  const lasting = (kind: StageFact['kind'], tempC: number): StageFact[] => [{ kind, temp_c: tempC, minutes, ...word }];
  switch (stage.kind) {
    case 'heat':
      // On the way up nothing is held: the boil counts by what it reaches.
      return [{ kind: 'boil', temp_c: time.toC, minutes: 0, ...word }];
    case 'reduce':
      return lasting('boil', time.toC);
    case 'hold':
      return lasting('decoct', time.fromC);
    case 'cool':
      return lasting('cool', time.fromC);
    case 'ferment':
      return lasting('ferment', time.fromC);
    case 'hands':
      return stage.work === 'blend' || stage.work === 'shake' ? lasting(stage.work, time.fromC) : [];
    case 'steep':
      return steepFacts(stage.place, time, run, word);
    case 'toast':
    case 'strain':
    case 'rinse':
    case 'dissolve':
      return [];
  }
}

/** A fridge takes this long at most to pull a steep below 5 °C; what stays warm longer counts as a warm steep. */
const PULL_DOWN_MIN = 240;

/** A steep above 60 °C is hot; what goes on below that is a warm steep from then on, unless the fridge takes it down in time. */
function steepFacts(
  place: SteepPlace,
  { startMin, endMin, fromC, toC }: StageTime,
  run: BrewRun,
  word: Pick<StageFact, 'vessel' | 'lid'>,
): StageFact[] {
  if (place === 'sun') return [{ kind: 'sun_steep', temp_c: toC, minutes: endMin - startMin, ...word }];
  const below60 = fromC <= 60 ? startMin : Math.min(endMin, firstReaches(run.history, 60, startMin) ?? endMin);
  const hot: StageFact[] =
    below60 > startMin ? [{ kind: 'hot_steep', temp_c: fromC, minutes: below60 - startMin, ...word }] : [];
  if (below60 >= endMin) return hot;
  if (place !== 'fridge')
    return [
      ...hot,
      { kind: 'room_steep', temp_c: Math.min(Math.max(fromC, toC), 59.9), minutes: endMin - below60, ...word },
    ];
  const cold = fromC <= 5 ? below60 : (firstReaches(run.history, 5, below60) ?? endMin);
  const inTime = cold - below60 <= PULL_DOWN_MIN;
  return [
    ...hot,
    { kind: 'cold_steep', temp_c: inTime ? Math.min(5, toC) : fromC, minutes: endMin - below60, ...word },
  ];
}

const audienceFacts = (audience: Audience): NonNullable<Facts['audience']> => ({
  pregnant: audience.includes('pregnant'),
  breastfeeding: audience.includes('breastfeeding'),
  child: audience.includes('child'),
  infant: audience.includes('infant'),
  vulnerable: audience.includes('vulnerable'),
  medication: audience.includes('blood-pressure-medicine') ? ['bp'] : [],
});
