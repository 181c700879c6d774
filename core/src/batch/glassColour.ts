import { colourIn } from '../liquid/colour';
import { concentrateOf, type Batch } from './batch';

/** An ordinary glass is so wide, cm. House estimate. */
const GLASS_CM = 7;

/**
 * How a batch looks in a glass as it was last put together, sRGB as #rrggbb: the jug after its last fix, as it was mixed, or the
 * concentrate where nothing was mixed.
 * @throws InputError where what is in it cannot be worked out
 */
export function glassColourOf(batch: Batch): string {
  const liquid = batch.jugSince.at(-1)?.liquid ?? batch.jug ?? concentrateOf(batch, batch.plan.brews[0].brewId);
  return colourIn(liquid, { diameterCm: GLASS_CM });
}
