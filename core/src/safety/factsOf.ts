import { whoDrinks, type Audience } from '../drink/audience';
import {
  actualMinutes,
  brewState,
  brewLines,
  JUG,
  runOfBatch,
  strainedOffAt,
  wayAsItWent,
  type Batch,
} from '../batch/batch';
import type { StoredVessel } from '../keeping/storedVessel';
import { vesselOf } from '../batch/brewState';
import type { FrozenBrew } from '../batch/batchEvent';
import type { BrewRun } from '../brew/brewRun';
import { ageDays, type KeptAt } from '../keeping/keepingClock';
import { abvFact, keptSince, storageFacts, type KeptOf } from './storageFacts';
import type { Provenance } from '../drink/audience';
import { provenanceKey, type BrewWay, type Kitchen, type PlanTarget } from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { apparentBrix, massG, volumeMl } from '../liquid/liquid';
import { partsOf } from '../reference/botanicals';
import { isOwnPlantId } from '../reference/ownPlants';
import { plantIn, plantsOf, type Plants } from '../reference/plants';
import type { calledSo } from './dangerousNames';
import { mixIngredients, sharedFacts, spiritFacts, sweetFacts, waterFacts } from './drinkFacts';
import { coolingFromReadings, PREDICTED_COLD_C, unreadFor } from './coolingFacts';
import type { CoolingFact, Facts, IngredientFact, Listed } from './facts';
import { legsAsTold } from '../stove/cooling';
import { plantHeat } from './plantHeat';
import { materialWord, stageFacts } from './stageFacts';

// The one place where a plan, a running batch or a thing on the shelf becomes the facts that rules read. Each brew gets facts
// of its own and the drink as a whole gets some too, so that a hot brew never excuses a cold one.

/** From here up a jug is a syrup, and nobody drinks a glass of it as it is. House estimate. */
export const SYRUP_BRIX = 30;

/** Facts of a running batch: what has happened as it happened, the rest as planned; readings of its cooling. */
export function factsOfBatch(batch: Batch, nowMs: number): readonly Facts[] {
  const { plan } = batch;
  const shared: Facts = {
    ...sharedFacts(plan.target, plan.kitchen.altitudeM),
    ...waterFacts(plan.drink, plan.target, plan.kitchen),
    ...(batch.laidOut?.['jug'] === 'left' ? { mix_with_old: true } : {}),
  };
  const brews = plan.brews.map((b) => brewFactsOf(batch, b, elapsedMinutes(batch, b, nowMs)));
  const whole: Facts = {
    ...shared,
    ...together(brews),
    reach: 'whole',
    ingredients: [
      ...together(brews).ingredients,
      ...mixIngredients(plan.drink, plan.promised.mix, undefined, plan.target.provenance),
    ],
    additions: { ...shared.additions, ...spiritFacts(plan.drink, plan.promised.mix, plan.target).additions },
    ...cooled(batch, brews, nowMs),
    storage: { vessel: materialWord(vesselOf(plan, plan.jugVesselId)) },
  };
  return [...brews.map((b) => ({ ...shared, ...b })), whole];
}

/** Facts of a jug or bottle on the shelf, as everything in it really went. */
export function factsOfStored(
  batch: Batch,
  stored: StoredVessel,
  nowMs: number,
  atTable: Audience = [],
): readonly Facts[] {
  const { plan } = batch;
  const isJug = stored.root === JUG;
  const poured = brewLines(plan).filter(({ lineId }) =>
    isJug ? (batch.mix?.[lineId] ?? 0) > 0 : lineId === stored.root,
  );
  const brews = plan.brews
    .filter((b) => poured.some((l) => l.brewId === b.brewId))
    .map((b) => brewFactsOf(batch, b, {}));
  const storage = storageFacts(stored, keptOf(batch), nowMs);
  const all = together(brews);
  const shared: Facts = {
    ...sharedFacts({ ...plan.target, audience: whoDrinks(plan.target.audience, atTable) }, plan.kitchen.altitudeM),
    ...(isJug ? { volume_l: litresDrunk(batch) } : {}),
    is_concentrate: !isJug || plan.drink.bottles !== undefined || storage.brix! >= SYRUP_BRIX,
    storage,
    observations: Object.fromEntries([...batch.signs, ...(stored.signs ?? [])].map((s) => [s, true])),
    ...cooled(batch, brews, nowMs),
  };
  const mix = isJug ? (batch.mix ?? {}) : {};
  const whole: Facts = {
    ...shared,
    ...all,
    reach: 'whole',
    ingredients: [...all.ingredients, ...mixIngredients(plan.drink, mix, undefined, plan.target.provenance)],
    additions: {
      ...(isJug ? spiritFacts(plan.drink, mix, plan.target).additions : {}),
      ...sweetFacts(stored.liquid),
    },
  };
  // What was added later is told by itself: it never was in the brews. Water, sugar and spirit bring no keeping of their own.
  const later = stored.added.flatMap((p) =>
    p.facts
      .filter((f) => f.ingredients?.some((i) => i.slug !== 'honey'))
      .map((f): Facts => ({ ...f, ...shared, storage: { ...storage, ...f.storage, days: ageSince(p.madeAt, nowMs) } })),
  );
  const additions = stored.added
    .flatMap((p) => p.facts)
    .reduce<NonNullable<Facts['additions']>>((all, f) => ({ ...all, ...f.additions }), whole.additions ?? {});
  return [...brews.map((b) => ({ ...shared, ...b, storage, additions })), ...later, { ...whole, additions }];
}

/** Litres that its plants are spread over, as drunk: what the jug came to and not what was planned. */
function litresDrunk({ plan, jug }: Batch): number {
  const promised = Object.values(plan.promised.mix).reduce((sum, ml) => sum + ml, 0);
  return jug && promised > 0 ? (plan.target.litres * volumeMl(jug)) / promised : plan.target.litres;
}

const ageSince = (madeAt: string, nowMs: number): number => Math.max(0, (nowMs - Date.parse(madeAt)) / 86_400_000);

type Called = typeof calledSo;
/** What one brew alone tells the rules. */
export type BrewFacts = Required<Pick<Facts, 'ingredients' | 'stages' | 'equipment' | 'storage'>>;

/** Facts of one brew, by its run: its plants with their heat, its stages, what is known of its lots and its list. */
export function brewFacts(
  brewId: string,
  way: BrewWay,
  {
    run,
    vessel,
    target,
    plants,
    kitchen,
    listed,
    called = () => [],
    lookedAfter = false,
  }: {
    run: BrewRun;
    vessel: Vessel;
    target: PlanTarget;
    plants: Plants;
    kitchen: Kitchen;
    /** what became of a line of the list; undefined where there is no list */
    listed: (line: string) => Listed | undefined;
    /** the hands have looked after its jar since it was set up */
    lookedAfter?: boolean;
    /** what a typed name says that a plant is; a plan is judged by it before anything is started */
    called?: Called;
  },
): BrewFacts {
  const strain = way.stages.find((s) => s.kind === 'strain');
  const stages = way.stages.flatMap((stage) =>
    stageFacts(
      way,
      stage,
      run.stages.find((t) => t.stageId === stage.id),
      run,
      vessel,
    ).map((s) => ({
      ...s,
      brew: brewId,
      stage: stage.id,
      ...(s.kind === 'ferment' && lookedAfter ? { pressure_check: true } : {}),
    })),
  );
  const onList = (line: string): { listed?: Listed } => {
    const what = listed(`${brewId}/${line}`);
    return what === undefined ? {} : { listed: what };
  };
  const cleaned = onList('clean').listed;
  const crushed = way.stages.some((s) => s.kind === 'hands' && (s.work === 'crush' || s.work === 'blend'));
  return {
    ingredients: way.ingredients.flatMap((i) => [
      ...(isOwnPlantId(i.plant)
        ? [
            ...called(plantIn(plants, i.plant).name),
            ...notFood(plants, i.plant, target.provenance?.[provenanceKey(brewId, i.id)]),
          ]
        : []
      ).map((named) => ({
        ...named,
        g: i.grams,
        brew: brewId,
        ingredient: i.id,
        ...provenanceFacts(target, provenanceKey(brewId, i.id)),
      })),
      ...partsOf(plantIn(plants, i.plant)).map(({ plant, share }) => ({
        slug: plant,
        ...(isOwnPlantId(i.plant) ? { own: i.plant } : {}),
        g: i.grams * share,
        brew: brewId,
        ingredient: i.id,
        ...plantHeat(i, run, kitchen),
        add_at: addAt(way, stages, i.enters.stageId),
        ...(crushed || i.cut === 'crushed' ? { crushed: true } : {}),
        ...(strain === undefined ? { served_in: true } : {}),
        ...seenTo(onList(i.id).listed),
        ...provenanceFacts(target, provenanceKey(brewId, i.id)),
      })),
    ]),
    stages,
    storage: liquorFacts(run),
    equipment: {
      ...(strain?.kind === 'strain' ? { strain: strain.through === 'fine-cloth' ? 'fine_cloth' : strain.through } : {}),
      ...(target.confirmedOn?.vessel_sanitised || cleaned === 'seen' ? { vessel_clean: 'sanitised' as const } : {}),
      ...(cleaned === undefined ? {} : { clean_listed: cleaned }),
      // A cloth that was not boiled when the list asked for it.
      ...(strain?.kind === 'strain' && strain.through === 'fine-cloth' && onList('strainer').listed === 'left'
        ? { cloth_reused: true, cloth_boiled: false }
        : {}),
    },
  };
}

/** A plant of one's own that nobody knows to be food, neither when it was written down nor for this plan. */
const notFood = (plants: Plants, id: string, told: Provenance | undefined): { slug: string }[] =>
  plantIn(plants, id).food === false && told?.confirmedOn?.known_as_food === undefined ? [{ slug: id }] : [];

/** A line of the list that was seen to is a fact; what was left is told by its rule. */
function seenTo(listed: Listed | undefined): Partial<IngredientFact> {
  if (listed === undefined) return {};
  return { listed, ...(listed === 'seen' ? { washed: true, condition: 'ok', stems_removed: true } : {}) };
}

/** What the liquor itself is while its plants are in it: sugar and spirit keep a steep, what is boiled down later does not. */
function liquorFacts(run: BrewRun): { brix: number; abv: number } {
  const { liquor } = run.at(run.endMin);
  return { brix: massG(liquor) === 0 ? 0 : apparentBrix(liquor), abv: abvFact(liquor) };
}

/** Index of the first stage fact at or after the stage that an ingredient goes in at. */
function addAt(way: BrewWay, stages: readonly { stage: string }[], stageId: string): number {
  const later = way.stages.slice(way.stages.findIndex((s) => s.id === stageId)).map((s) => s.id);
  const at = stages.findIndex((s) => later.includes(s.stage));
  return at < 0 ? stages.length : at;
}

function provenanceFacts({ provenance }: PlanTarget, key: string): Partial<IngredientFact> {
  const known = provenance?.[key];
  if (!known) return {};
  const { confirmedOn = {}, heatTreated, sulphiteFree, decaf, raw, pitsIn, ...rest } = known;
  return {
    ...rest,
    ...(heatTreated ? { commercial_heat_treated: true } : {}),
    ...(sulphiteFree ? { sulphite_free: true } : {}),
    ...(decaf ? { decaf } : {}),
    ...(raw ? { origin: 'bought', pasteurised: false } : {}),
    ...(pitsIn ? { pits_in: true } : {}),
    ...Object.fromEntries(Object.keys(confirmedOn).map((c) => [c, true])),
  };
}

/** Facts of several brews as one: their plants, their stages, their tools. */
export const together = (brews: readonly BrewFacts[]): Omit<BrewFacts, 'storage'> => ({
  ingredients: brews.flatMap((b) => b.ingredients),
  stages: brews.flatMap((b) => b.stages),
  equipment: Object.assign({}, ...brews.map((b) => b.equipment)) as BrewFacts['equipment'],
});

const brewFactsOf = (batch: Batch, brew: FrozenBrew, elapsed: Record<string, number>): BrewFacts =>
  brewFacts(brew.brewId, wayAsItWent(batch, brew.brewId), {
    run: runOfBatch(batch, brew.brewId, { minutesOf: { ...actualMinutes(batch, brew.brewId), ...elapsed } }),
    vessel: vesselOf(batch.plan, brew.vesselId),
    target: batch.plan.target,
    plants: plantsOf(batch.plan.drink),
    kitchen: batch.plan.kitchen,
    listed: (line) => batch.laidOut && (batch.laidOut[line] ?? 'ahead'),
    lookedAfter: brewState(batch, brew.brewId).tended.some((t) => t.task !== 'added'),
  });

const minutes = (from: string, toMs: number): number => (toMs - Date.parse(from)) / 60000;

/** A stage that runs longer than planned counts by the clock; one that is not over yet as planned. */
function elapsedMinutes(batch: Batch, brew: FrozenBrew, nowMs: number): Record<string, number> {
  const running = batch.brews.find((b) => b.brewId === brew.brewId)!.stages.find((s) => !s.endedAt);
  if (!running) return {};
  const planned = runOfBatch(batch, brew.brewId).stages.find((s) => s.stageId === running.stageId)!;
  const elapsed = minutes(running.startedAt, nowMs);
  return elapsed > planned.endMin - planned.startMin ? { [running.stageId]: elapsed } : {};
}

/**
 * What thermometer readings say of the cooling. Where there are none, planned cooling is taken to have happened, but not past six
 * hours in which nobody read it, bathed it or put it away. A live jar is kept warm on purpose.
 */
function cooled(batch: Batch, brews: readonly BrewFacts[], nowMs: number): { cooling?: CoolingFact } {
  const offAt = strainedOffAt(batch);
  if (!offAt) return {};
  if (batch.temps.length > 0) return { cooling: coolingFromReadings(offAt, batch.temps) };
  const wasHot = brews.some((b) => b.stages.some((s) => (s.temp_c ?? 0) >= 60));
  const alive = brews.some((b) => b.stages.some((s) => s.kind === 'ferment'));
  if (wasHot && !alive) {
    // Up to when something was done about it.
    const helpedAt = batch.cooledBy.find((c) => c.how !== 'counter')?.at;
    const untilMs = [helpedAt, batch.offStoveAt].flatMap((t) => (t === undefined ? [] : [Date.parse(t)]));
    const uncooledMin = minutes(offAt, Math.min(nowMs, ...untilMs));
    const told = unreadFor(uncooledMin) ?? toldCooling(batch, nowMs);
    if (told) return { cooling: told };
    if (batch.cooledBy.length === 0) return { cooling: { unread_min: uncooledMin } };
  }
  const { bathMin, coolingIceG } = batch.plan.promised;
  return {
    cooling: {
      min_60_to_21: 0,
      min_21_to_5: 0,
      aid: bathMin > 0 ? 'ice_bath' : coolingIceG > 0 ? 'ice_addition' : 'none',
    },
  };
}

/** How it was told to cool, by the model: a pot of hot liquor in the fridge takes its hours there too. */
function toldCooling(batch: Batch, nowMs: number): CoolingFact | undefined {
  if (batch.cooledBy.length === 0) return undefined;
  const legs = legsAsTold(batch, nowMs, PREDICTED_COLD_C);
  if (!legs) return undefined;
  const bathed = batch.cooledBy.some((c) => c.how === 'ice-bath');
  const inFridge = batch.cooledBy.at(-1)!.how === 'fridge';
  return {
    min_60_to_21: legs.min60To21,
    min_21_to_5: legs.min21ToCold,
    aid: bathed ? 'ice_bath' : 'none',
    ...(inFridge ? { undivided_l: litresInOne(batch) } : {}),
    predicted: true,
  };
}

/** Litres in the fullest of its pots, as they go into the fridge. */
const litresInOne = ({ plan }: Batch): number =>
  Math.max(0, ...plan.brews.map((b) => b.promised.volumeMl / b.pots)) / 1000;

/** When it was made, as its keeping counts: a live jar when it was strained, anything else from its brew. */
export function madeAt(batch: Batch): string {
  const alive = batch.plan.brews.filter((b) => b.way.stages.some((s) => s.kind === 'ferment'));
  const ended = alive.flatMap(({ brewId, way }) => {
    const jar = way.stages.filter((s) => s.kind === 'ferment').map((s) => s.id);
    return batch.brews
      .find((b) => b.brewId === brewId)!
      .stages.filter((s) => jar.includes(s.stageId))
      .map((s) => s.endedAt);
  });
  const last = ended
    .filter((e) => e !== undefined)
    .sort()
    .at(-1);
  return last !== undefined && alive.length === batch.plan.brews.length ? last : batch.startedAt;
}

/** Where a thing of the shelf stood since it was made: the first of it counts from the making. */
export const keptAt = (batch: Batch, stored: StoredVessel): KeptAt => keptSince(stored, keptOf(batch));

/** What is known of a batch that its vessels do not tell themselves. */
const keptOf = (batch: Batch): KeptOf => ({
  kitchen: batch.plan.kitchen,
  madeAt: madeAt(batch),
  jugVessel: materialWord(vesselOf(batch.plan, batch.plan.jugVesselId)),
  ph: batch.ph,
});

/**
 * The moment that a pour of it counts from: its days as the shelf counts them, warm spells, cupboard and thawing included. What is frozen
 * counts from its making; it is judged when it is thawed.
 */
export const pourCountsFrom = (batch: Batch, stored: StoredVessel, nowMs: number): string =>
  stored.where === 'freezer'
    ? madeAt(batch)
    : new Date(Math.round(nowMs - ageDays(keptAt(batch, stored), nowMs) * 86_400_000)).toISOString();
