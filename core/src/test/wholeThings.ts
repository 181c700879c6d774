import { batchAfter, JUG, type Batch } from '../batch/batch';
import { brewPart, enters, heat, steepInFridge, steepOffHeat, strain } from '../drink/book/parts';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import {
  OF_MIX,
  provenanceKey,
  type BrewIngredient,
  type BrewWay,
  type Drink,
  type Kitchen,
  type MixLine,
  type PlanTarget,
  type Stage,
} from '../drink/drink';
import type { Provenance } from '../drink/audience';
import { planOrWhy } from '../plan/planOrWhy';
import type { Plan } from '../plan/planTypes';
import type { OwnPlant } from '../reference/ownPlants';
import { factsOfPlan, findingsOf, type Finding } from '../safety';
import { findingsOfBatch } from '../safety/gates';
import { eventsOf, minutesIn, type Told } from './aBatch';

// Whole things, told as an interface tells them: a drink, what is asked of it, and what happened to it; small enough to read in a line.

/** A plant with its grams a litre of water, and when it goes in or comes out of which stage. */
export type Plant = readonly [plant: string, grams: number, more?: Partial<BrewIngredient>];

export type Whole = {
  plants?: readonly Plant[];
  /** how it is made; brought to the boil, ten minutes off the heat and through cloth where left out */
  stages?: readonly Stage[];
  way?: Partial<BrewWay>;
  /** poured beside the brew */
  mix?: readonly MixLine[];
  drink?: Partial<Drink>;
  target?: Partial<PlanTarget>;
  kitchen?: Partial<Kitchen>;
  /** what is known of its first plant */
  of?: Provenance;
  own?: OwnPlant;
  /** poured hot */
  hot?: true;
};

export const HOT: readonly Stage[] = [heat, steepOffHeat(10), strain('fine-cloth')];
export const COLD: readonly Stage[] = [steepInFridge(8), strain('fine-cloth')];
export const simmered = (minutes: number, more: Partial<Stage> = {}): Stage[] => [
  { ...heat, lid: 'open' },
  { id: 'hold', kind: 'hold', minutes, lid: 'open', agitation: 'still', ...more } as Stage,
  strain('fine-cloth'),
];
export const hands = (work: Extract<Stage, { kind: 'hands' }>['work'], lid: Stage['lid'] = 'open'): Stage => ({
  id: work,
  kind: 'hands',
  work,
  lid,
  agitation: 'still',
});
export const cooled = (toC: number): Stage => ({
  id: 'cool',
  kind: 'cool',
  toC,
  by: 'ice-bath',
  lid: 'loose',
  agitation: 'still',
});
export const juice = (plant: string, ml: number, at: MixLine['at'] = 'jug'): MixLine => ({
  id: 'juice',
  name: plant,
  from: { kind: 'juice', plant },
  book: ml,
  at,
});
export const spirit = (name: string, ml: number, abv = 40, at: MixLine['at'] = 'jug'): MixLine => ({
  id: 'spirit',
  name,
  from: { kind: 'spirit', name, abv },
  book: ml,
  at,
});

const drinkOf = ({ plants = [['linden_dried', 8]], stages = HOT, way, mix = [], drink, own, hot }: Whole): Drink => {
  const first = stages[0]!.id;
  const made: BrewWay = {
    id: 'way',
    name: 'its way',
    shortName: 'Its way',
    vesselKind: stages[0]!.kind === 'heat' ? 'pot' : 'jar',
    waterMl: 1000,
    ingredients: plants.map(([plant, grams, more], i) => ({
      id: `p${i}`,
      plant,
      grams,
      enters: enters(first),
      ...more,
    })),
    stages,
    liquorRatio: { min: 0, max: 2000 },
    ...way,
  };
  return {
    ...ROSELLE_COOLER,
    id: 'whole',
    name: 'A drink',
    note: '',
    brews: [{ id: 'brew', name: 'Brew', ways: [made] }],
    mix: [brewPart('brew', 'Brew'), ...mix],
    serve: { glassMl: 250, iceG: 0, rightAtMin: 0 },
    book: {
      wayId: 'way',
      jugMl: 950 + mix.reduce((sum, l) => sum + (typeof l.book === 'number' && l.at === 'jug' ? l.book : 0), 0),
      iced: false,
    },
    defaults: {
      ...ROSELLE_COOLER.defaults,
      iced: false,
      wayId: 'way',
      sugarGPerL: 0,
      audience: [],
      ...(hot ? { hot } : {}),
    },
    ...(own ? { plants: [own] } : {}),
    ...drink,
  };
};

/** @throws Error for a thing that has no plan: each here is meant to have one */
export function planOf(whole: Whole): Plan {
  const drink = drinkOf(whole);
  const key = provenanceKey('brew', 'p0');
  const target: PlanTarget = {
    ...drink.defaults,
    asWritten: true,
    ...(whole.of ? { provenance: { [key]: whole.of, [provenanceKey(OF_MIX, 'juice')]: whole.of } } : {}),
    ...whole.target,
  };
  const result = planOrWhy(drink, target, { ...DEFAULT_KITCHEN, ...whole.kitchen });
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
}

/** What the rules say of it before it is started. */
export const saidOfPlan = (whole: Whole): readonly Finding[] => findingsOf(...factsOfPlan(planOf(whole)));

/** The minute at which its plan has it strained. */
const doneMin = (plan: Plan): number => Math.max(...plan.brews.map((b) => b.run.stages.at(-1)!.endMin));

/** A batch of it told up to `until`: nothing yet, strained, or put away as a jug or in bottles; then what is told besides, minutes after that. */
export function batchOf(
  whole: Whole,
  until: 'list' | 'start' | 'strained' | 'jug' | 'bottled',
  told: readonly Told[] = [],
): { batch: Batch; atMin: number } {
  const plan = planOf(whole);
  const [brew] = plan.brews;
  const ends: Told[] = brew.run.stages.map((s) => [
    s.endMin,
    { type: 'stage-ended', brewId: brew.brewId, stageId: s.stageId },
  ]);
  const done = doneMin(plan);
  const volume: Told = [
    done + 0.1,
    { type: 'measured', what: 'volume', brewId: 'brew', value: plan.brews[0].figures.volumeMl, method: 'jug' },
  ];
  const put: readonly Told[] =
    until === 'bottled'
      ? [[done + 0.2, { type: 'bottled' }]]
      : [[done + 0.2, { type: 'mixed', mix: plan.jug.mix, hadMl: plan.jug.mix, sugarAddedG: 0 }]];
  const before: readonly Told[] =
    until === 'list' || until === 'start' ? [] : until === 'strained' ? ends : [...ends, volume, ...put];
  const atMin = before.length === 0 ? 0 : done + 0.3;
  const events = eventsOf([...before, ...told.map(([min, body]): Told => [atMin + min, body])], plan).map((e) =>
    e.type === 'started' ? (until === 'list' ? { ...e, layOut: true as const } : e) : e,
  );
  return { batch: batchAfter(events), atMin };
}

/** What the rules say of a batch, so many minutes after it has come that far. */
export function saidOfBatch(
  whole: Whole,
  until: Parameters<typeof batchOf>[1],
  told: readonly Told[] = [],
  laterMin = 1,
): readonly Finding[] {
  const { batch, atMin } = batchOf(whole, until, told);
  if (batch.unworked.length > 0) throw new Error(batch.unworked[0]!.why.message);
  return findingsOfBatch(batch, Date.parse(minutesIn(atMin + laterMin)));
}

export const DAY_MIN = 1440;
export { JUG };
