import { filledMl } from '../brew/contents';
import type { BrewWay } from '../drink/drink';
import type { Vessel } from '../heat/vessel';

/** Room left above the liquor so that it does not boil over or spill when stirred. House estimate. */
export const HEADROOM = 0.12;

/** Volume a brew needs in its vessel, headroom included, ml. */
export function roomNeededMl(way: BrewWay, scale: number): number {
  return filledMl(way, scale) / (1 - (way.headroom ?? HEADROOM));
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
