import { requireInRange, requireNotNegative } from './range';

// Amounts that cooks take by a level, not by a measure.

/** Room that a gram of wet plant takes in liquor, ml: its own density is near water's. House estimate, ±20 %. */
export const SOLIDS_ML_PER_G = 1;

/** Liquid in a pot filled to a line with solids in it, ml. @throws InputError if the solids alone pass the line */
export function liquidToLineMl({ lineMl, solidsG }: { lineMl: number; solidsG: number }): number {
  const solidsMl = requireNotNegative('liquidToLineMl', 'solidsG', solidsG, 'g') * SOLIDS_ML_PER_G;
  return requireInRange('liquidToLineMl', 'lineMl', lineMl, { unit: 'ml', min: solidsMl, max: 1e6 }) - solidsMl;
}

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
