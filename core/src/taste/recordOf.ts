import { brewState, concentrateOf, standardOf, tastedLiquid, type Batch, type Tasting } from '../batch/batch';
import type { Drink, Kitchen } from '../drink/drink';
import { takenBackOfJug, type FreeJug } from '../jug/freeJug';
import { thinningOf } from '../jug/jugShelf';
import { harshLoad } from '../liquid/harshness';
import { pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { strengthShares, timesStandard, weightedStrength } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { currentLot, entryOf, type PantryEntry } from '../pantry/pantry';
import { bookOf, bookStandard } from '../plan/houseStandard';
import { knownPlant, plantsOf } from '../reference/plants';
import { afterGlass, GLASS_STATE } from '../serve/atGlass';
import type { NextMaking, TastingRecord } from './preference';

/**
 * A tasting with what was in the glass by the model, and what the plant was that carries its strength.
 * @param standard what ×1.0 is now, weighted: a drink whose card was changed since is told in today's terms
 */
export function tastingRecordOf(batch: Batch, tasting: Tasting, standard = standardOf(batch)): TastingRecord {
  const liquid = tastedLiquid(batch, tasting);
  const { drink, target, promised } = batch.plan;
  const planned = tasting.state === 'iced' ? target.strengthX : promised.jugX;
  const extractLn = extractMeasured(batch);
  const plant = carriedBy(liquid);
  const lot = plant === undefined ? undefined : lotOfBatch(batch, plant);
  const potencyX = plant === undefined ? undefined : target.potency?.[plant];
  return {
    ...inGlass(liquid, standard),
    // Of a glass that was changed at the glass nothing was planned but what it came to.
    plannedX: tasting.glass || !(standard > 0) ? timesOf(liquid, standard) : (planned * standardOf(batch)) / standard,
    state: tasting.state,
    verdict: tasting.verdict,
    batchId: batch.id,
    drinkId: drink.id,
    writtenSugarGPerL: Math.max(1, drink.defaults.sugarGPerL),
    ...(plant === undefined ? {} : { plant }),
    ...(lot === undefined ? {} : { lot }),
    ...(potencyX === undefined ? {} : { potencyX }),
    ...(extractLn === undefined ? {} : { extractLn }),
  };
}

/** The tastings of a jug that was poured together to be like a drink, each of what was in it by then. */
export function tastingRecordsOfJug(
  jug: FreeJug,
  like: Drink,
  kitchen: Kitchen,
): readonly (TastingRecord & { at: string })[] {
  const standard = bookStandard(like);
  const after = jug.events.flatMap((e) =>
    e.type === 'added' && e.after && !undoneIn(jug, e.id)
      ? [{ at: e.at, taste: e.after, glass: undefined, before: e.at }]
      : [],
  );
  const said = [...jug.tastings.map((t) => ({ ...t, before: undefined })), ...after];
  return said
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .map(({ at, taste, glass, before }) => {
      // What was tasted and then put right is what was there before it was put right.
      const parts = jug.parts.filter((p) => Date.parse(p.at) <= Date.parse(at) && p.at !== before);
      const jugThen = pourTogether(...parts.map((p) => p.liquid));
      const iced = !glass && taste.state === 'iced' ? thinningOf({ ...jug, iced: true }, kitchen) : 1;
      const liquid = glass ? afterGlass(jugThen, glass, kitchen) : thinned(jugThen, iced);
      const plant = carriedBy(liquid);
      return {
        ...inGlass(liquid, standard),
        plannedX: timesOf(liquid, standard),
        state: glass ? GLASS_STATE[glass.served] : taste.state,
        verdict: {
          strength: taste.strength,
          harsh: taste.harsh,
          sweet: taste.sweet,
          tart: taste.tart,
          ...(taste.who ? { who: taste.who } : {}),
          ...(taste.note ? { note: taste.note } : {}),
        },
        batchId: jug.id,
        drinkId: like.id,
        writtenSugarGPerL: Math.max(1, like.defaults.sugarGPerL),
        ...(plant === undefined ? {} : { plant }),
        at,
      };
    });
}

const undoneIn = ({ events }: FreeJug, id: string): boolean => takenBackOfJug(events).has(id);

const thinned = (l: Liquid, times: number): Liquid => ({ ...l, waterG: l.waterG + (times - 1) * volumeMl(l) });

const timesOf = (l: Liquid, standard: number): number => timesStandard(l, standard);

const inGlass = (l: Liquid, standard: number): Pick<TastingRecord, 'strengthX' | 'harshLoad' | 'sugarGPerL'> => ({
  strengthX: timesOf(l, standard),
  harshLoad: harshLoad(l),
  sugarGPerL: sweetGPerL(l),
});

/** The plant that brings the most of a strength. */
const carriedBy = (l: Liquid): string | undefined =>
  Object.entries(strengthShares(l)).reduce<[string, number] | undefined>(
    (a, b) => (!a || b[1] > a[1] ? b : a),
    undefined,
  )?.[0];

/**
 * Of what kind a drink is, by what carries it as written: tea, whatever was made of its leaf, or the part of the plant (calyx, flower, root...).
 * Undefined for what nothing carries.
 * @throws InputError for a recipe that does not come out
 */
export function kindOfDrink(drink: Drink): string | undefined {
  const plant = carriedBy(bookOf(drink).glass);
  const b = plant === undefined ? undefined : knownPlant(plantsOf(drink), plant);
  if (!b) return undefined;
  return b.latinName.startsWith(TEA) ? 'tea' : b.part.split(' ')[0];
}

/** Black, green or white: one shrub. */
const TEA = 'Camellia sinensis';

const lotName = (plant: string, lotId: string): string => `${plant}/${lotId}`;

/** The lot of a plant that most of a batch was made of, by what was taken from the pantry for it. */
function lotOfBatch(batch: Batch, plant: string): string | undefined {
  const started = batch.events.find((e) => e.type === 'started');
  const taken = (started?.type === 'started' ? (started.taken ?? []) : []).filter((t) => t.plant === plant);
  const most = taken.reduce<(typeof taken)[number] | undefined>((a, b) => (!a || b.g > a.g ? b : a), undefined);
  return most && lotName(plant, most.lotId);
}

/** ln of what the first brew's measured Brix says of its strength against what the model reckons without it; undefined where none was measured. */
function extractMeasured(batch: Batch): number | undefined {
  const [{ brewId }] = batch.plan.brews;
  if (brewState(batch, brewId).brix === undefined) return undefined;
  const [measured, reckoned] = [concentrateOf(batch, brewId), concentrateOf(batch, brewId, { withoutBrix: true })].map(
    weightedStrength,
  ) as [number, number];
  return measured > 0 && reckoned > 0 ? Math.log(measured / reckoned) : undefined;
}

/** What the next batch of a drink will be made of: the lot in use of the plant that carried the last one. */
export function nextMakingOf(
  drinkId: string,
  records: readonly TastingRecord[],
  pantry: readonly PantryEntry[],
): NextMaking {
  const plant = records.find((r) => r.drinkId === drinkId && r.plant !== undefined)?.plant;
  if (plant === undefined) return { drinkId };
  // Where no batch was ever drawn from the pantry, what stands there is not what it is made of.
  const told = records.some((r) => r.plant === plant && r.lot !== undefined);
  const lot = told ? currentLot(entryOf(pantry, plant)) : undefined;
  return { drinkId, plant, ...(lot ? { lot: lotName(plant, lot.id), potencyX: lot.potency } : {}) };
}
