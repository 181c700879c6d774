import type { BrewRun } from '../brew/brewRun';
import type { BrewWay } from '../drink/drink';
import { TWO_STEP } from '../heat/cooling';
import { endC, minutesAbove } from '../heat/temperatureHistory';
import type { CoolingFact } from './facts';

/** A prediction of a fridge steep counts down to here, °C: the last two degrees towards a fridge take as long as the six before. House choice. */
export const PREDICTED_COLD_C = 7;

/** When a brew last fell through 60 °C before its strain, min; undefined for one that was never that hot. */
function lastHotMin({ history, endMin }: BrewRun): number | undefined {
  let [start, last]: [number, number | undefined] = [0, undefined];
  for (const segment of history.segments) {
    const above = minutesAbove(history, TWO_STEP.fromC, start, start + segment.minutes);
    if (above > 0) last = endC(segment) > TWO_STEP.fromC ? start + segment.minutes : start + above;
    start += segment.minutes;
  }
  return last === undefined ? undefined : Math.min(last, endMin);
}

/** A model may warn; it stops only what would be past its limit if it cooled a third faster. House choice. */
const SURELY_PAST = 1.5;

/** Minutes of a steep on its way down between 21 °C and cold, by prediction; from its door where it never was hot. */
function coldLegMin(run: BrewRun, startMin: number, endMin: number): number {
  const fallen = lastHotMin(run);
  if (fallen === undefined) return minutesAbove(run.history, PREDICTED_COLD_C, startMin, endMin);
  return (
    minutesAbove(run.history, PREDICTED_COLD_C, fallen, endMin) -
    minutesAbove(run.history, TWO_STEP.middleC, fallen, endMin)
  );
}

/**
 * Whether a steep in the fridge is taken down in time, by its real way down: what was hot through both legs of cooling, counted from 60 °C and
 * not from the fridge's door; what never was within the time that the second leg has. Doubt is told as a forecast of the legs.
 */
export function fridgeTakesItDown(run: BrewRun, startMin: number, endMin: number): boolean {
  const fallen = lastHotMin(run);
  const hotMin = fallen === undefined ? 0 : minutesAbove(run.history, TWO_STEP.middleC, fallen, endMin);
  return (
    hotMin <= SURELY_PAST * TWO_STEP.firstLegMaxMin &&
    coldLegMin(run, startMin, endMin) <= SURELY_PAST * TWO_STEP.secondLegMaxMin
  );
}

/** Minutes that a hot brew needs from 21 °C on in the fridge it goes on steeping in; 0 for one that is strained first. */
export function fridgeSteepMinutes(way: BrewWay, run: BrewRun): number {
  if (lastHotMin(run) === undefined) return 0;
  return Math.max(
    0,
    ...way.stages.map((s) => {
      const time = s.kind === 'steep' && s.place === 'fridge' ? run.stages.find((t) => t.stageId === s.id) : undefined;
      return time ? coldLegMin(run, time.startMin, time.endMin) : 0;
    }),
  );
}

/** Minutes that a brew spends between 60 and 21 °C once it has fallen below 60: in the steep, on the ring, and while it stands to cool after the strain. */
export function warmZoneMinutes(way: BrewWay, run: BrewRun, roomC: number): number {
  const fallen = lastHotMin(run);
  const inPot = fallen === undefined ? 0 : minutesAbove(run.history, TWO_STEP.middleC, fallen, run.endMin);
  return way.stages.reduce((sum, stage) => {
    if (stage.kind !== 'cool' || stage.by !== 'standing') return sum;
    const time = run.stages.find((t) => t.stageId === stage.id);
    if (!time || time.startMin < run.endMin - 1e-9 || time.toC >= 60 || time.endMin <= time.startMin) return sum;
    // Along one exponential towards the room, the share of the time that is spent below 60 °C.
    const fall = (fromC: number, toC: number): number => Math.log((fromC - roomC) / Math.max(0.01, toC - roomC));
    const whole = fall(time.fromC, time.toC);
    const below = fall(Math.min(60, time.fromC), Math.max(21, time.toC));
    return sum + ((time.endMin - time.startMin) * below) / whole;
  }, inPot);
}

/** From here on what was hot and read by nobody counts as having stood warm all the time, min. House choice. */
const UNREAD_MIN = 6 * 60;

/**
 * What stood since it came off the heat and was never read nor put into a bath or the fridge: past six hours by the clock, whatever
 * was planned.
 */
export const unreadFor = (stoodMin: number): CoolingFact | undefined =>
  stoodMin > UNREAD_MIN ? { min_60_to_21: stoodMin, aid: 'none' } : undefined;

/**
 * Both legs of cooling as a thermometer tells them. The first counts from the strain: that is when the lid comes off. A leg
 * that is not over yet counts as long as it has certainly lasted, up to the last reading above its end.
 */
export function coolingFromReadings(offAt: string, temps: readonly { at: string; tempC: number }[]): CoolingFact {
  const readings = [...temps].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const minutesTo = (at: string): number => (Date.parse(at) - Date.parse(offAt)) / 60000;
  const { middleC: midC, toC } = TWO_STEP;
  const at21 = readings.find((r) => r.tempC <= midC);
  const lastAbove21 = readings.filter((r) => r.tempC > midC).at(-1);
  if (!at21) return lastAbove21 ? { min_60_to_21: minutesTo(lastAbove21.at) } : {};
  const first = minutesTo(at21.at);
  const at5 = readings.find((r) => r.tempC <= toC);
  const last = readings.at(-1)!;
  return { min_60_to_21: first, min_21_to_5: minutesTo((at5 ?? last).at) - first };
}
