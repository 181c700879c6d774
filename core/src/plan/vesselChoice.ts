import { scaledGrams, type BrewWay } from '../drink/drink';
import type { Vessel } from '../heat/vessel';

/** Room left above the liquor so that it does not boil over or spill when stirred. House estimate. */
export const HEADROOM = 0.12;

/** Room that dry plants take in the pot, ml a gram, on top of the water they float in. House estimate. */
const PLANT_ROOM_ML_PER_G = 1;

/** Volume a brew needs in its vessel, headroom included, ml. */
export function roomNeededMl(way: BrewWay, scale: number): number {
  const grams = way.ingredients.reduce((sum, i) => sum + scaledGrams(i, scale), 0);
  return (way.waterMl * scale + grams * PLANT_ROOM_ML_PER_G) / (1 - (way.headroom ?? HEADROOM));
}

/** Smallest vessel of the way's kind that holds the brew; undefined if none does. */
export const smallestVesselFor = (vessels: readonly Vessel[], way: BrewWay, scale: number): Vessel | undefined =>
  smallestHolding(
    vessels.filter((v) => v.kind === way.vesselKind),
    roomNeededMl(way, scale),
  );

/** Smallest of some vessels that holds a volume; undefined if none does. */
export const smallestHolding = (vessels: readonly Vessel[], ml: number): Vessel | undefined =>
  [...vessels].sort((a, b) => a.capacityMl - b.capacityMl).find((v) => v.capacityMl >= ml - 1e-6);
