import { InputError } from '../quantity/errors';
import type { Kitchen, Stage } from '../drink/drink';
import { coolingTauMin, kitchenBoilingPoint, newtonMinutes, openCooling, type Load } from '../heat/heating';
import { endC, type Segment } from '../heat/temperatureHistory';
import { openingM2, type Vessel } from '../heat/vessel';

/** Longest that a standing pot is waited for, min. */
const LONGEST_STAND_MIN = 24 * 60;

/**
 * The way down of what is cooled, before the strain or after it: a pot whose lid lets its steam out is cooled by that steam too.
 * @param load what cools, towards what it stands in
 * @param actual how long it really took, min; then it went straight there, and what was cool enough already went on cooling
 * @throws InputError if it would take more than a day
 */
export function coolingDown(
  { id, toC, by, lid }: Extract<Stage, { kind: 'cool' }>,
  fromC: number,
  load: Load,
  { vessel, kitchen }: { vessel: Vessel; kitchen: Kitchen },
  actual: number | undefined,
): Segment[] {
  if (actual !== undefined && actual <= 0) return [];
  const tauMin = coolingTauMin(load);
  const closed = (minutes: number): Segment => ({ kind: 'newton', minutes, fromC, towardsC: load.ambientC, tauMin });
  if (toC >= fromC) return actual === undefined ? [] : [closed(actual)];
  if (actual !== undefined) return [{ kind: 'ramp', minutes: actual, fromC, toC }];
  const tooCold = (): InputError =>
    new InputError('runBrew', `stages.${id}`, `to more than the ${load.ambientC} °C around it, within a day`, toC);
  if (by === 'standing' && lid !== 'closed') {
    if (toC <= load.ambientC) throw tooCold();
    const boilsAtC = kitchenBoilingPoint(kitchen);
    const all = openCooling({ load, surfaceM2: openingM2(vessel), boilsAtC, lid, fromC, minutes: LONGEST_STAND_MIN });
    const reached = all.segments.findIndex((s) => endC(s) <= toC);
    if (reached < 0) throw tooCold();
    return all.segments.slice(0, reached + 1);
  }
  const minutes = newtonMinutes({ fromC, toC, ambientC: load.ambientC, tauMin });
  if (!(minutes <= LONGEST_STAND_MIN)) throw tooCold();
  return [closed(minutes)];
}
