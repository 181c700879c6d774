import { standardOf, tastedLiquid, type Batch, type Tasting } from '../batch/batch';
import { harshLoad } from '../liquid/harshness';
import { timesStandard } from '../liquid/strength';
import {} from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import type { TastingRecord } from './preference';

/** A tasting with what was in the glass by the model. */
export function tastingRecordOf(batch: Batch, tasting: Tasting): TastingRecord {
  const liquid = tastedLiquid(batch, tasting);
  return {
    strengthX: timesStandard(liquid, standardOf(batch)),
    harshLoad: harshLoad(liquid),
    sugarGPerL: sweetGPerL(liquid),
    plannedX: tasting.state === 'iced' ? batch.plan.target.strengthX : batch.plan.promised.jugX,
    state: tasting.state,
    verdict: tasting.verdict,
  };
}
