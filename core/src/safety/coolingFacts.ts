import type { BrewRun } from '../brew/brewRun';
import type { BrewWay } from '../drink/drink';
import { TWO_STEP } from '../heat/cooling';
import type { CoolingFact } from './facts';

/** Minutes that a brew spends between 60 and 21 °C while it stands to cool by itself, as its recipe says. */
export function standingMinutes(way: BrewWay, run: BrewRun, roomC: number): number {
  return way.stages.reduce((sum, stage) => {
    if (stage.kind !== 'cool' || stage.by !== 'standing') return sum;
    const time = run.stages.find((t) => t.stageId === stage.id);
    if (!time || time.toC >= 60 || time.endMin <= time.startMin) return sum;
    // Along one exponential towards the room, the share of the time that is spent below 60 °C.
    const fall = (fromC: number, toC: number): number => Math.log((fromC - roomC) / Math.max(0.01, toC - roomC));
    const whole = fall(time.fromC, time.toC);
    const below = fall(Math.min(60, time.fromC), Math.max(21, time.toC));
    return sum + ((time.endMin - time.startMin) * below) / whole;
  }, 0);
}

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
