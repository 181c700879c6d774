import type { Batch } from '../batch/batch';
import type { PlanTarget } from '../drink/drink';
import { acidGPerL } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { asPlanned } from '../plan/changedTarget';
import { roundTo } from '../quantity/kitchenMeasures';

/**
 * The target that a batch came to by taste. Sugar that was stirred in go by go, and what was poured into the jug to put it right, are
 * what the cook wanted: next time begins there. The target it was made by where nothing was changed by taste.
 */
export function targetAsItCame(batch: Batch): PlanTarget {
  const { target, drink, promised } = batch.plan;
  const goes = batch.brews.some((b) => b.changes.sweetened.length > 0);
  const jug = batch.jugSince.at(-1)?.liquid ?? (goes ? batch.jug : undefined);
  if (!jug) return target;
  const sweet = sweetGPerL(jug);
  const planned = asPlanned(drink, target);
  // The glass is as much thinner than the jug as it was to be.
  const glassOfJug = promised.jugSugarGPerL > 0 ? planned.sugarGPerL / promised.jugSugarGPerL : 1;
  const sugarGPerL = Math.min(250, Math.max(0, roundTo(sweet * glassOfJug, 1)));
  const juiced = drink.mix.some((l) => l.at === 'jug' && l.from.kind === 'juice');
  const acid = batch.jugSince.length > 0 && juiced ? acidGPerL(jug) * glassOfJug : undefined;
  const changed = Math.abs(sugarGPerL - planned.sugarGPerL) >= 1 || acid !== undefined;
  if (!changed) return target;
  return { ...planned, sugarGPerL, ...(acid === undefined ? {} : { acidGPerL: Math.min(20, roundTo(acid, 0.1)) }) };
}
