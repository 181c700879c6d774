import type { WarningSink } from '../quantity/errors';
import { sucroseViscosity, THICKEST_BRIX } from '../sugar/sucroseSolution';

/** Slowest that thick syrup makes an extraction, as a share of its pace in water. House estimate. */
const SLOWEST = 0.05;

/** Pace of extraction in syrup above 50 °Bx against water: what diffuses does so through thicker liquid. */
export function extractionPaceInSyrup(brix: number, tempC: number, warn?: WarningSink): number {
  if (brix <= 50) return 1;
  const thick = Math.min(brix, THICKEST_BRIX);
  return Math.max(SLOWEST, sucroseViscosity(0, tempC, warn) / sucroseViscosity(thick, tempC, warn));
}
