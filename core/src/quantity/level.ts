import { requireInRange, requireNotNegative, requirePositive } from './range';

// Amounts that cooks take by a level, not by a measure.

/** Room that a gram of wet plant takes in liquor, ml: its own density is near water's. House estimate, ±20 %. */
export const SOLIDS_ML_PER_G = 1;

/** Liquid in a pot filled to a line with solids in it, ml. @throws InputError if the solids alone pass the line */
export function liquidToLineMl({ lineMl, solidsG }: { lineMl: number; solidsG: number }): number {
  const solidsMl = requireNotNegative('liquidToLineMl', 'solidsG', solidsG, 'g') * SOLIDS_ML_PER_G;
  return requireInRange('liquidToLineMl', 'lineMl', lineMl, { unit: 'ml', min: solidsMl, max: 1e6 }) - solidsMl;
}

/** Share of a loose heap that is gaps between its pieces. House estimate, 0.35 to 0.6. */
export const HEAP_GAPS = 0.45;

/** Liquid that just covers a heap, ml: it fills the gaps and stands a little above. */
export const justCoverMl = ({
  heapMl,
  aboveCm = 1,
  openingCm2,
}: {
  heapMl: number;
  aboveCm?: number;
  openingCm2: number;
}): number =>
  requireNotNegative('justCoverMl', 'heapMl', heapMl, 'ml') * HEAP_GAPS +
  requireNotNegative('justCoverMl', 'aboveCm', aboveCm, 'cm') *
    requirePositive('justCoverMl', 'openingCm2', openingCm2, 'cm2');

/** Liquid left when a pot, solids still in it, has gone down to a share of its level, ml. */
export const leftAtShareMl = ({
  liquidMl,
  solidsG,
  share,
}: {
  liquidMl: number;
  solidsG: number;
  share: number;
}): number =>
  Math.max(
    0,
    (liquidMl + solidsG * SOLIDS_ML_PER_G) *
      requireInRange('leftAtShareMl', 'share', share, { unit: '', min: 0, max: 1 }) -
      solidsG * SOLIDS_ML_PER_G,
  );
