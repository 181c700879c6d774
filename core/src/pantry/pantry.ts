import type { OwnMeasures } from '../drink/drink';
import { InputError } from '../quantity/errors';

/** Something bought or picked at one time. */
export type Lot = {
  id: string;
  /** ISO date */
  got: string;
  /** in words: "the hedge by the lock" */
  from: string;
  leftG: number;
  /** what it gives against the reference, as found so far */
  potency: number;
  ripeness?: 'under-ripe' | 'ripe' | 'very ripe';
};

/** What the house has of a plant or a sweetener, and knows of it. */
export type PantryEntry = {
  v: 1;
  /** of the botanical table, of the cook's own, or a sweetener */
  plant: string;
  lots: readonly Lot[];
  measures?: OwnMeasures;
  pricePerKg?: number;
  /** what a packet of it holds in the shop, g */
  packG?: number;
};

/** What the pantry holds of a plant; undefined where it is not kept track of. */
export const entryOf = (pantry: readonly PantryEntry[], plant: string): PantryEntry | undefined =>
  pantry.find((e) => e.plant === plant);

/** Grams at hand of a plant, all its lots together. */
export const onHandG = (entry: PantryEntry | undefined): number =>
  (entry?.lots ?? []).reduce((sum, l) => sum + l.leftG, 0);

/** The lot to use first: the oldest of which there is some. */
export const currentLot = (entry: PantryEntry | undefined): Lot | undefined =>
  [...(entry?.lots ?? [])].filter((l) => l.leftG > 0).sort((a, b) => a.got.localeCompare(b.got))[0];

/**
 * What the lots give against the reference, for the plants where that is known to differ: the mean of the lots that so much
 * is taken from, the oldest first. What is more than there is counts as the reference.
 * @param needG grams that are wanted of each plant; of one that is not named, the lot in use counts alone
 */
export const potencyOf = (
  pantry: readonly PantryEntry[],
  needG: Readonly<Record<string, number>> = {},
): Record<string, number> =>
  Object.fromEntries(
    pantry.flatMap((e) => {
      const potency = meanPotency(e, needG[e.plant]);
      return Math.abs(potency - 1) < 0.005 ? [] : [[e.plant, Math.round(potency * 100) / 100]];
    }),
  );

function meanPotency(entry: PantryEntry, needG: number | undefined): number {
  if (needG === undefined || !(needG > 0)) return currentLot(entry)?.potency ?? 1;
  let [left, given] = [needG, 0];
  for (const lot of [...entry.lots].sort((a, b) => a.got.localeCompare(b.got))) {
    const taken = Math.min(lot.leftG, left);
    left -= taken;
    given += taken * lot.potency;
  }
  return (given + left) / needG;
}

/** The house's own measures by plant, g. */
export const measuresOf = (pantry: readonly PantryEntry[]): Record<string, OwnMeasures> =>
  Object.fromEntries(pantry.flatMap((e) => (e.measures ? [[e.plant, e.measures]] : [])));

/** One measure of the house from one weighing: so many of a measure weigh so much. @throws InputError for nothing weighed */
export function measureByWeighing(measure: keyof OwnMeasures, count: number, grams: number): OwnMeasures {
  if (!(count > 0)) throw new InputError('measureByWeighing', 'count', 'more than 0', count);
  if (!(grams > 0)) throw new InputError('measureByWeighing', 'grams', 'more than 0 g', grams);
  return { [measure]: Math.round((grams / count) * 100) / 100 };
}

/** What was taken out of one lot, g. */
export type Drawn = { plant: string; lotId: string; g: number };

/** What a batch takes out of a pantry entry, and what is left: the oldest lots first, never below nothing, to a tenth of a gram. */
export function drawnDown(entry: PantryEntry, grams: number): { entry: PantryEntry; drawn: readonly Drawn[] } {
  let left = grams;
  const byAge = [...entry.lots].sort((a, b) => a.got.localeCompare(b.got));
  const drawn: Drawn[] = [];
  for (const lot of byAge) {
    const wanted = Math.min(lot.leftG, left);
    left -= wanted;
    const g = tenths(lot.leftG - tenths(lot.leftG - wanted));
    if (g > 0) drawn.push({ plant: entry.plant, lotId: lot.id, g });
  }
  return { entry: changedBy(entry, drawn, -1), drawn };
}

/** What was drawn is back in the lots it came from; of a lot that is no longer kept there is nothing to put back into. */
export const putBack = (entry: PantryEntry, drawn: readonly Drawn[]): PantryEntry => changedBy(entry, drawn, 1);

/** What went back is taken once more, as far as it is still there. */
export const takenAgain = (entry: PantryEntry, drawn: readonly Drawn[]): PantryEntry => changedBy(entry, drawn, -1);

function changedBy(entry: PantryEntry, drawn: readonly Drawn[], sign: 1 | -1): PantryEntry {
  const of = (lotId: string): number =>
    drawn.reduce((sum, d) => sum + (d.plant === entry.plant && d.lotId === lotId ? d.g : 0), 0);
  return { ...entry, lots: entry.lots.map((l) => ({ ...l, leftG: Math.max(0, tenths(l.leftG + sign * of(l.id))) })) };
}

const tenths = (g: number): number => Math.round(g * 10) / 10;
