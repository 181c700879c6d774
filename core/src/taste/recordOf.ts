import { concentrateOf, standardOf, tastedLiquid, type Batch, type Tasting } from '../batch/batch';
import { brewState } from '../batch/batch';
import { harshLoad } from '../liquid/harshness';
import { strengthShares, timesStandard, weightedStrength } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { currentLot, entryOf, type PantryEntry } from '../pantry/pantry';
import type { NextLot, TastingRecord } from './preference';

/** A tasting with what was in the glass by the model, and what the plant was that carries its strength. */
export function tastingRecordOf(batch: Batch, tasting: Tasting): TastingRecord {
  const liquid = tastedLiquid(batch, tasting);
  const plant = carriesIt(strengthShares(liquid));
  const lot = plant === undefined ? undefined : lotOfBatch(batch, plant);
  const potencyX = plant === undefined ? undefined : batch.plan.target.potency?.[plant];
  const extractLn = extractMeasured(batch);
  return {
    strengthX: timesStandard(liquid, standardOf(batch)),
    harshLoad: harshLoad(liquid),
    sugarGPerL: sweetGPerL(liquid),
    plannedX: tasting.state === 'iced' ? batch.plan.target.strengthX : batch.plan.promised.jugX,
    state: tasting.state,
    verdict: tasting.verdict,
    batchId: batch.id,
    ...(lot === undefined ? {} : { lot }),
    ...(potencyX === undefined ? {} : { potencyX }),
    ...(extractLn === undefined ? {} : { extractLn }),
  };
}

/** The plant that brings the most of a strength. */
const carriesIt = (shares: Readonly<Record<string, number>>): string | undefined =>
  Object.entries(shares).reduce<[string, number] | undefined>((a, b) => (!a || b[1] > a[1] ? b : a), undefined)?.[0];

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

/** What the next batch will be made of: the lot in use of the plant that carried the last one. */
export function nextLotOf(records: readonly TastingRecord[], pantry: readonly PantryEntry[]): NextLot {
  const plant = records.find((r) => r.lot !== undefined)?.lot?.split('/')[0];
  if (plant === undefined) return {};
  const lot = currentLot(entryOf(pantry, plant));
  return lot ? { lot: lotName(plant, lot.id), potencyX: lot.potency } : {};
}
